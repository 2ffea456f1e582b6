# frozen_string_literal: true

module Dielectra
  module Session
    # Which jobs a session can work.
    module Scope
      # @raise [InvalidInput] with the place and what is not covered yet
      def self.check!(job)
        controls = job.wanted_controls
        refuse("one or two controls can be worked on; this job has #{controls.size}.", "/controls") unless [1, 2].include?(controls.size)
        refuse("two controls in one box cannot be told apart yet.", "/controls") if controls.map(&:place).uniq.size < controls.size
        refuse("a light is needed; #{job.wanted_load.id} is a #{job.wanted_load.kind}.", "/loads") unless job.wanted_load.kind == "luminaire"
        refuse("a switch and the light in one box cannot be told apart yet.", "/loads") if controls.map(&:place).include?(job.wanted_load.place)
        refuse("only restoring a circuit is covered so far.", "/wanted/kind") unless job.wanted["kind"] == "restore"
      end

      def self.refuse(sentence, pointer) = raise(InvalidInput.new(sentence, pointer:))
      private_class_method :refuse
    end
  end
end

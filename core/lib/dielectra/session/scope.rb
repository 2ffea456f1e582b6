# frozen_string_literal: true

module Dielectra
  module Session
    # Which jobs a session can work.
    module Scope
      # @raise [InvalidInput] with the place and what is not covered yet
      def self.check!(job)
        controls = job.wanted_controls
        refuse("one to four controls can be worked on; this job has #{controls.size}.", "/controls") unless (1..4).cover?(controls.size)
        refuse("two controls in one box cannot be told apart yet.", "/controls") if controls.map(&:place).uniq.size < controls.size
        strange = job.wanted_loads.find { |load| !%w[luminaire fan_light receptacle].include?(load.kind) }
        refuse("a light, a fan or a receptacle is needed; #{strange.id} is a #{strange.kind}.", "/loads") if strange
        places = job.wanted_loads.map(&:place)
        refuse("a switch and its load in one box cannot be told apart yet.", "/loads") if controls.map(&:place).intersect?(places)
        refuse("two loads in one box cannot be told apart yet.", "/loads") if places.uniq.size < places.size
        refuse("only restoring a circuit is covered so far.", "/wanted/kind") unless job.wanted["kind"] == "restore"
      end

      def self.refuse(sentence, pointer) = raise(InvalidInput.new(sentence, pointer:))
      private_class_method :refuse
    end
  end
end

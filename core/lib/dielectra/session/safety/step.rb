# frozen_string_literal: true

module Dielectra
  module Session
    # One step to be taken. Only permits issue steps (Permits).
    class Step
      private_class_method :new

      # Issues a step. For permits only.
      def self.issue(permit, fields)
        raise ArgumentError, "steps are issued by permits" unless permit.is_a?(Permits::Permit)

        new(fields)
      end

      # @return [Step, nil] what is done in the same go once this one is
      attr_reader :leads_to

      def initialize(fields, leads_to = nil)
        @fields = Ractor.make_shareable(fields)
        @leads_to = leads_to
      end

      # @param step [Step, nil] issued as well
      # @return [Step] the same, which that one follows in the same go
      def leading_to(step) = Step.send(:new, @fields, step)

      def do = @fields["do"]

      def [](name) = @fields[name]

      # The step as the protocol writes it.
      def to_h = @fields

      def numbered(id) = { "id" => id, **@fields }

      def ==(other) = other.is_a?(Step) && to_h == other.to_h
      alias eql? ==

      def hash = @fields.hash
    end
  end
end

# frozen_string_literal: true

require "delegate"

module Dielectra
  module Session
    # A session of a job that asks for a change to the house. It is a Survey until all is in and known, and Work from
    # then on; it answers whatever a troubleshooting session does.
    class Change < SimpleDelegator
      # @return [Evidence::Job] with the change asked for
      attr_reader :asked

      # @param asked [Evidence::Job] its steps are taken over as evidence
      # @raise [InvalidInput] for a job that is out of scope
      def initialize(asked, costs: Evidence::Costs.new)
        @asked = asked
        super(Survey.new(asked.with_steps([]), costs:))
        asked.steps.each { |step| record(step) }
      end

      # @see Troubleshooting#record
      def record(step)
        __getobj__.record(step)
        advance
        self
      end

      # @see Troubleshooting#next
      def next = advance.next

      # @return [Boolean] whether the house is still being got to know
      def surveying? = __getobj__.is_a?(Survey)

      private

      def advance
        __setobj__(Work.new(__getobj__)) if surveying? && __getobj__.ready?
        __getobj__
      end
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Rules
    # What rules are asked about: what is there, what a plan keeps, and what it changes. A fact that is nil is not
    # known.
    class Facts
      FIELDS = %i[
        new_switch_without_neutral
        switched_neutral
        hot_white_unmarked
        ungrounded_switch
        loose_grounds
        second_circuit
        shared_neutral
        fill
        volume
        gauge_too_small
        backstab
        two_under_screw
        aluminum
        cloth
        knob_and_tube
        built_with_lead
        old_luminaire_taps
        parallel_runs_apart
        dimmer_ganged
        extended_run
        receptacle_replaced
        led_below_minimum
      ].freeze
      # The value of a fact that a plan sees to by marking a conductor
      TO_BE_MARKED = :to_be_marked

      attr_reader(*FIELDS)

      def initialize(**known)
        stray = known.keys - FIELDS
        raise ArgumentError, "no such fact: #{stray.first}" if stray.any?

        FIELDS.each { |name| instance_variable_set(:"@#{name}", known[name]) }
      end

      # @param session [Session::Troubleshooting]
      # @param local [Local]
      # @return [Facts] of a job as it stands
      def self.of(session, local = Local.new) = FromJob.new(session, local:).facts

      # @param plan [Repair::ChangePlan]
      # @return [Facts] of a job with what a plan for a change adds
      def self.of_plan(session, plan, local = Local.new) = FromJob.new(session, plan, local:).facts
    end
  end
end

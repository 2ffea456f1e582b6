# frozen_string_literal: true

module Dielectra
  module Session
    # Some steps are rules of the work and are not weighed by price. Each rule is a subclass, and its `step` is what it
    # asks for next.
    class Rule
      # @param session [Troubleshooting]
      def initialize(session)
        @session = session
        @situation = session.situation
        @belief = session.belief
        @arrangement = @belief.world.same(@situation.arrangement)
      end

      # @return [Step, nil] nil where the rule asks for nothing
      def step = raise(NotImplementedError)

      private

      # @return [Diagnosis::Hypothesis] the likeliest
      def best = @belief.hypotheses.first

      # @return [Diagnosis::Toggles] as they stand
      def toggles = @session.toggles

      # @return [Hash{String => Boolean, nil}] switch => whether its toggle stands up
      def now = toggles.positions

      # @return [Diagnosis::Toggles] with some of them put up or down
      def put(raised) = Diagnosis::Toggles.now(@belief.world, @situation, raised)

      # @return [Diagnosis::Toggles, nil] with one of a place thrown; nil where none is there
      def thrown(place)
        local = @session.job.controls_at(place).first
        local && put(local.id => !now[local.id])
      end

      # @return [Boolean] whether a reading cannot be taken, or one was unsure of it
      def declined?(tool, points) = @situation.declined?({ "do" => "probe", "tool" => tool, "at" => points })

      # @param toggles [Diagnosis::Toggles]
      # @param most [Integer] times that it may be taken
      # @return [Boolean] whether a reading was taken with everything as it is, or cannot be
      def taken?(tool, points, toggles, most = 1)
        @belief.observations.count do |seen|
          seen.what.to_s == tool && seen.at.sort == points.sort && seen.arrangement == @arrangement &&
            seen.toggles == toggles
        end >= most || declined?(tool, points)
      end

      # A reading with the power on.
      # @param raised [Hash{String => Boolean}] how the toggles shall stand for it
      # @return [Step, nil]
      def read_live(place, tool, points, raised = {})
        @session
          .approach
          .live(place) { |live| @session.approach.toggled(raised) { live.step(:probe, tool:, at: points) } }
      end

      # A reading with the power off.
      # @return [Step, nil]
      def read_dead(place, tool, points, raised = {})
        @session
          .approach
          .hands(place) { |hands| @session.approach.toggled(raised) { hands.step(:probe, tool:, at: points) } }
      end

      # @return [Array<String>] the place one is at first
      def near_first(places) = places.sort_by { |place| place == @situation.at ? 0 : 1 }
    end
  end
end

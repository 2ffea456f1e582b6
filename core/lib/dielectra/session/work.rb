# frozen_string_literal: true

module Dielectra
  module Session
    # The second part of a change: the house is rewired and what was asked for is proved in every combination.
    class Work < Troubleshooting
      # @return [Integer] steps that were taken before it began
      attr_reader :surveyed

      # @param survey [Survey] that is ready
      def initialize(survey) # rubocop:disable Lint/MissingSuper
        @costs = survey.costs
        @job = survey.asked.after.with_steps(survey.steps)
        @situation = survey.situation.for_job(job)
        world = survey.change_planner.world
        hypotheses = Diagnosis::Update.normalized(survey.carried(world))
        @belief =
          Diagnosis::SettledBelief.new(
            world:,
            observations: [],
            hypotheses:,
            prediction: Diagnosis::Prediction.new(world)
          )
        @log = survey.log
        @part = Evidence::Log.empty
        @surveyed = steps.size
        @moves = survey.asked.wanted["kind"] == Goals::Change::MOVE
        @watches = Watches.new
        @unsettled = false
      end

      def thorough? = true

      def opens_boxes? = false

      # A box that was not planned for stays closed as long as nothing is wrong.
      def search = @search ||= Actions.new(circumstances, opening: certainty < DOUBTED)

      # Probability that all is right below which further boxes may be opened
      DOUBTED = 0.5
      private_constant :DOUBTED

      def findings = @findings ||= Diagnosis::ChangeFindings.new(belief, situation, moves: @moves)
    end
  end
end

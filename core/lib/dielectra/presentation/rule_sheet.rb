# frozen_string_literal: true

module Dielectra
  module Presentation
    # The rules of a job as a list, and what has to be looked up for them on the spot.
    class RuleSheet
      # @param session [Session::Troubleshooting, Session::Change]
      # @param local [Rules::Local]
      def initialize(session, local)
        @session = session
        @local = local
      end

      # @return [Hash] `name` of the book, `notes` (Rules::Book#notes), and `metal`: for each switch box that was found
      #   without a ground its `place`, its `name`, and the `answer` (near, far, or nil)
      def to_h
        facts = Rules::FromJob.new(@session, local: @local)
        {
          "name" => book.name,
          "notes" => book.notes(facts.facts, @local.edition),
          "metal" => facts.ungrounded.map { |place| asked(place) }
        }
      end

      # @return [Array<Hash>] the notes of the rules that are not met
      def unmet = to_h["notes"].select { |note| unmet?(note) }

      # @param step [Session::Step]
      # @return [Array<Hash>] the rules that are not met where a step is taken, and matter for it
      def at(step)
        place = @session.situation.place_of(step.to_h)
        facts = Rules::FromJob.new(@session, plan, local: @local, place:).facts
        book.notes(facts, @local.edition, step: step.do).select { |note| unmet?(note) }
      end

      private

      def unmet?(note) = note["state"] == "not_met"

      # The likeliest plan of a change that is not under way yet
      def plan = (@session.change_plans.first&.first if @session.respond_to?(:change_plans))

      def book = Rules::Book.of(@session.job.region.name)

      def asked(place)
        { "place" => place, "name" => Naming.place(place), "answer" => @local.grounded_metal[place] }
      end
    end
  end
end

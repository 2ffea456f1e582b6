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

      # @return [Hash] `name` of the book, `notes` (Rules::Book#notes), and `metal`: for each switch box that was read
      #   or found to be without a ground its `place`, its `name`, and the `answer` (near, far, or nil)
      def to_h
        { "name" => book.name, "notes" => notes, "metal" => ungrounded.map { |place| asked(place) } }
      end

      # @return [Array<Hash>] the notes of the rules that apply
      def notes = @notes ||= book.notes(site, @local.edition)

      # @return [Array<Hash>] the notes of the rules that are not met
      def unmet = notes.select { |note| unmet?(note) }

      # @param step [Session::Step]
      # @return [Array<Hash>] the rules that are not met where a step is taken, and matter for it
      def at(step)
        # Before a wall is cut or a run pulled, every box that it fills is summed.
        place = @session.situation.place_of(step.to_h) unless %w[box cable].include?(step.do)
        book.notes(site(plan, place), @local.edition, step: step.do).select { |note| unmet?(note) }
      end

      # @param plan [Repair::ChangePlan]
      # @return [Array<Hash>] the rules that apply with a change made so
      def with(plan) = book.notes(site(plan), @local.edition)

      private

      def site(plan = self.plan, place = nil) = Rules::Site.new(@session, plan, local: @local, place:)

      def unmet?(note) = note["state"] == "not_met"

      # The likeliest plan of a change that is not under way yet
      def plan = (@session.change_plans.first&.first if @session.respond_to?(:change_plans))

      def book = Rules::Book.of(@session.job.region.name)

      # Switch boxes without a path to ground, as far as it was read or can be seen
      def ungrounded
        here = site
        here.opened.select do |place|
          metal = here.bond.metal(place)
          told = metal.map { |one| here.bond.of(one) }
          bare = !@session.situation.box(place).grounded? && metal.none? { |one| PointId.box?(one) }
          here.switches(place).any? && !told.include?(:path) && (told.include?(:no_path) || bare)
        end
      end

      def asked(place)
        { "place" => place, "name" => Naming.place(place), "answer" => @local.grounded_metal[place] }
      end
    end
  end
end

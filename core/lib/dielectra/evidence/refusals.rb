# frozen_string_literal: true

module Dielectra
  module Evidence
    # Which steps somebody said could not be done, or was unsure of. Immutable.
    class Refusals
      # Refusals of one sort of step, none of that sort taken in between, that make the sort impossible; and how much
      # being unsure counts toward that.
      IMPOSSIBLE = 3
      UNSURE = 0.34
      # Times that the same step may be asked for in a row.
      INSISTED = 2
      # Times that one may be unsure of the light where everything depends on it.
      LOOKS = 4

      def self.none = @none ||= new

      attr_reader :declined, :counts, :insisted

      # @param declined [Hash] what was declined => step number, or how often one was unsure
      # @param counts [Hash{Array => Float}] sort of step => weight of the refusals in a row
      # @param insisted [Array(Hash, Integer)] the last subject one was unsure of, and how often in a row
      def initialize(declined: {}, counts: {}, insisted: [nil, 0])
        @declined = declined.freeze
        @counts = counts.freeze
        @insisted = insisted.freeze
        freeze
      end

      def none? = declined.empty? && counts.empty?

      # @param step [Steps::Kind]
      # @param circumstances [Array] what the same question may be asked again under
      # @return [Refusals] after a step that could not be done
      def refused(step, number, circumstances)
        subject = subject(step)
        refused = step.depends_on_toggles? ? [:cannot, subject, *circumstances] : subject
        Refusals.new(declined: declined.merge(refused => number), counts: counted(step, 1), insisted:)
      end

      # @return [Refusals] after a step that somebody was unsure of
      def doubted(step, circumstances)
        subject = subject(step)
        question = [subject, *circumstances]
        times = insisted.first == subject ? insisted.last + 1 : 1
        Refusals.new(
          declined: declined.merge(question => declined.fetch(question, 0) + 1),
          counts: counted(step, UNSURE),
          insisted: [subject, times]
        )
      end

      # @return [Refusals] after a step that was done
      def taken(step) = Refusals.new(declined:, counts: counts.except(step.sort))

      # @return [Boolean] whether a step was refused, or one was unsure of it so many times
      def declined?(step, circumstances, times)
        subject = subject(step)
        return true if impossible?(step.sort) || (insisted == [subject, INSISTED])

        question = [subject, *circumstances]
        declined.any? &&
          (declined.key?(subject) || declined.key?([:cannot, *question]) || declined.fetch(question, 0) >= times)
      end

      # @param sort [Array] of step; see Steps::Kind#sort
      def impossible?(sort) = counts.any? && counts.fetch(sort, 0) >= IMPOSSIBLE

      # @return [Boolean] whether somebody refused to move the wires of a place
      def declined_at?(place) =
        impossible?(["arrange", place]) ||
          subjects.any? { |subject| subject["do"] == "arrange" && subject["place"] == place }

      # @return [Array] what was refused of marking
      def unmarkable = subjects.select { |subject| subject["do"] == "mark" } + counts.slice(["mark"]).to_a

      private

      # What a step is about, its answer and number aside.
      def subject(step) = step.fields.except("id", "answer")

      def subjects = declined.keys.grep(Hash)

      def counted(step, weight) = counts.merge(step.sort => counts.fetch(step.sort, 0) + weight)
    end
  end
end

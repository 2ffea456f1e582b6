# frozen_string_literal: true

module Dielectra
  module Evidence
    # Steps that were declined, or answered with "unsure". Immutable.
    class Refusals
      # Consecutive refusals of one sort of step that make it impossible, and the weight of an "unsure" in that count
      IMPOSSIBLE = 3
      UNSURE = 0.34
      # Times the same step may be asked for in a row
      INSISTED = 2
      # Times one may be unsure of the light where everything depends on it
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

      # @return [Refusals] after a step answered with "unsure"
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

      # @return [Boolean] whether a step was declined, or answered with "unsure" a number of times
      def declined?(step, circumstances, times)
        subject = subject(step)
        return true if impossible?(step.sort) || (insisted == [subject, INSISTED])

        question = [subject, *circumstances]
        declined.any? &&
          (declined.key?(subject) || declined.key?([:cannot, *question]) || declined.fetch(question, 0) >= times)
      end

      # @param sort [Array] of step; see Steps::Kind#sort
      def impossible?(sort) = counts.any? && counts.fetch(sort, 0) >= IMPOSSIBLE

      # @return [Boolean] whether moving the wires of a place was declined
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

# frozen_string_literal: true

module Dielectra
  module Presentation
    # A learner's record: how each level went, and what to practice next.
    class ProgressSheet
      WHY = {
        unsafe: "Unsafe acts had to be stopped. Play it once more, slowly.",
        wrong: "A house was left with something still wrong.",
        unnamed: "A house was repaired, but the fault was not named.",
        few: "Play three houses of this level.",
        slow: "The repairs are right and take far longer than they need to.",
        all: "Every level went well. Try a random house."
      }.freeze

      # @param progress [Practice::Progress]
      def initialize(progress)
        @progress = progress
      end

      # @return [Hash] `levels` that were played, and `next` with its `level`, `name` and `why`
      def to_h
        level, why = @progress.next
        {
          "levels" => @progress.standings.map { |one| row(one) },
          "next" => {
            "level" => level.number,
            "name" => level.name,
            "why" => WHY.fetch(why)
          }
        }
      end

      private

      def row(standing)
        {
          "level" => standing.level.number,
          "name" => standing.level.name,
          **standing.to_h.slice(:played, :right, :named, :stopped).transform_keys(&:to_s),
          "ratio" => standing.ratio&.round(1)
        }
      end
    end
  end
end

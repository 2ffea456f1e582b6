# frozen_string_literal: true

module Server
  # Practice houses in a file, with what was done in them: a set of cases for somebody else, and its results back.
  class PracticeFile
    FORMAT = "dielectra/practice"
    VERSION = 1
    # Exercises that a file may hold
    MOST = 200

    # @param exercises [Array<Exercise>]
    # @return [Hash]
    def self.of(exercises)
      cases =
        exercises.map do |one|
          {
            **one.slice("level", "seed", "lesson", "person"),
            **(one.house ? { "house" => one.house } : {}),
            "acts" => one.acts,
            "hints" => one.hints,
            **(one.review ? { "claim" => one.review["claim"] } : {})
          }
        end
      { "format" => FORMAT, "version" => VERSION, "cases" => cases }
    end

    # @param document [Hash] of the shape that the description gives it
    # @raise [Dielectra::InvalidInput] for a house that is not there, or acts that it does not allow
    def initialize(document)
      @cases = document["cases"]
      @cases.each do |row|
        Dielectra::Practice::Level.at(row["level"]) unless row["house"]
        Dielectra::Practice::Exercise.new(
          *row.values_at("level", "seed", "acts"),
          lesson: row["lesson"],
          given: row["house"]
        )
      end
    end

    # Keeps what is not kept yet. Reviews are worked out here and not believed.
    # @yieldparam exercise [Exercise] one that is over, unsaved
    # @yieldparam claim [Hash, nil]
    # @yieldreturn [Hash] its review
    # @return [Integer] how many were new
    def keep
      @cases.count do |row|
        about = row.slice("level", "seed", "lesson", "person")
        next if Exercise.where(about).any? { |one| one.acts == row["acts"] && one.house == row["house"] }

        exercise = Exercise.new(**about, house: row["house"], acts: row["acts"], hints: row["hints"] || 0)
        exercise.review = yield(exercise, row["claim"]) if row.key?("claim")
        exercise.save!
      end
    end
  end
end

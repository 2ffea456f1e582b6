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
            "acts" => one.acts,
            "hints" => one.hints,
            **(one.review ? { "claim" => one.review["claim"] } : {})
          }
        end
      { "format" => FORMAT, "version" => VERSION, "cases" => cases }
    end

    # @param document [Object] as it was read
    # @raise [Dielectra::InvalidInput]
    def initialize(document)
      refuse("this is no file of practice houses.") unless document.is_a?(Hash) && document["format"] == FORMAT
      refuse("this file is of a later version.", "/version") unless document["version"] == VERSION
      @cases = document["cases"]
      refuse("a file holds 1 to #{MOST} houses.", "/cases") unless cases?
      @cases.each_with_index { |row, at| check(row, "/cases/#{at}") }
    end

    # Keeps what is not kept yet. Reviews are worked out here and not believed.
    # @yieldparam exercise [Exercise] one that is over, unsaved
    # @yieldparam claim [Hash, nil]
    # @yieldreturn [Hash] its review
    # @return [Integer] how many were new
    def keep
      @cases.count do |row|
        about = row.slice("level", "seed", "lesson", "person")
        next if Exercise.where(about).any? { |one| one.acts == row["acts"] }

        exercise = Exercise.new(**about, acts: row["acts"], hints: row["hints"] || 0)
        exercise.review = yield(exercise, row["claim"]) if row.key?("claim")
        exercise.save!
      end
    end

    private

    def cases? = @cases.is_a?(Array) && (1..MOST).cover?(@cases.size)

    def check(row, pointer)
      refuse("this is no practice house.", pointer) unless row.is_a?(Hash) && row["acts"].is_a?(Array)
      refuse("this house has no number.", "#{pointer}/seed") unless Exercise::SEEDS.cover?(row["seed"])
      refuse("this is no number of hints.", "#{pointer}/hints") unless [nil, *0..3].include?(row["hints"])
      refuse("this is no name.", "#{pointer}/person") unless row["person"].nil? || row["person"].is_a?(String)
      Dielectra::Practice::Level.at(row["level"])
      Dielectra::Practice::Exercise.new(*row.values_at("level", "seed", "acts"), lesson: row["lesson"])
    rescue KeyError, TypeError, NoMethodError
      refuse("what was done in this house cannot be read.", "#{pointer}/acts")
    end

    def refuse(words, pointer = "") = raise(Dielectra::InvalidInput.new(words, pointer:))
  end
end

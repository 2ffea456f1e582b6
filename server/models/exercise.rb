# frozen_string_literal: true

module Server
  # A practice house that somebody works on: its level and seed, or the house itself where it is a finished job; the
  # acts so far, the hints asked for, and the review once it is over.
  class Exercise < ActiveRecord::Base
    # Seeds of houses that come by chance
    SEEDS = 1..99_999

    scope :newest, -> { order(id: :desc) }

    # @return [Boolean] whether it is over, and the house was put right
    def right? = review&.fetch("right") || false

    # @return [Hash] the lesson that it is, or the level
    def about_level
      return Dielectra::Practice::Level::OWN.to_h if house

      from = lesson ? Dielectra::Practice::Lesson.at(lesson) : Dielectra::Practice::Level.at(level)
      from.to_h
    end

    # @return [Dielectra::Practice::Progress::Result, nil] how it went; nil for a review that an older version kept
    def result
      knowing = review["others"]&.at(1)&.fetch("minutes") or return
      Dielectra::Practice::Progress::Result.new(
        level,
        *review.values_at("right", "named", "stopped", "minutes"),
        knowing
      )
    end

    # @return [Hash] what every answer of the API starts from
    def about = { "id" => id, "hints_taken" => hints, "over" => !review.nil? }
  end
end

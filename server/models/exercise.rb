# frozen_string_literal: true

module Server
  # A practice house that somebody works on: its level and seed, the acts so far, the hints asked for, and the review
  # once it is over.
  class Exercise < ActiveRecord::Base
    # Seeds of houses that come by chance
    SEEDS = 1..99_999

    scope :newest, -> { order(id: :desc) }

    # @return [Hash] what every answer of the API starts from
    def about = { "id" => id, "hints_taken" => hints, "over" => !review.nil? }
  end
end

# frozen_string_literal: true

module Server
  # A round of drills that somebody answered: its seed, how many were right of how many, and the seconds it took.
  class Drill < ActiveRecord::Base
    scope :newest, -> { order(id: :desc) }

    def row = { **slice("seed", "right", "asked", "seconds", "person"), "day" => created_at.to_date.iso8601 }
  end
end

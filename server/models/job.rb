# frozen_string_literal: true

module Server
  # A call: the job document without its steps, and the entries that, folded, are its steps.
  class Job < ActiveRecord::Base
    belongs_to :house
    has_many :entries, -> { order(:position) }, dependent: :restrict_with_error

    validates :title, presence: true

    # The steps that count: taken, less those undone, as amended.
    # @return [Array<Hash>] each with its `id`
    def steps = Entry.fold(entries.to_a)

    # The job in the job file format, version 1.
    def file = document.merge("steps" => steps.map { |step| step.except("id") })

    # Adds an entry at the end. Of two that come at once one waits for the other.
    # @param kind [String] taken, undone or amended
    def add!(kind, number: nil, step: nil)
      transaction do
        lock!
        last = entries.maximum(:position) || 0
        number ||= (entries.where(kind: "taken").maximum(:number) || 0) + 1
        entries.create!(position: last + 1, kind:, number:, step:)
        touch
      end
    end
  end
end

# frozen_string_literal: true

module Server
  # A call: the job document without its steps, and the entries that, folded, are its steps.
  class Job < ActiveRecord::Base
    belongs_to :house
    has_many :entries, -> { order(:position) }, dependent: :restrict_with_error

    validates :title, presence: true

    # Those that were not deleted
    scope :kept, -> { where(deleted_at: nil) }

    attribute :day, default: -> { Date.current }

    # The steps that count: taken, less those undone, as amended.
    # @return [Array<Hash>] each with its `id`
    def steps = Entry.fold(entries.to_a)

    # @return [Integer] grows with every entry
    def version = entries.to_a.last&.position || 0

    # @return [Integer] the number of the next step taken
    def next_number = Entry.next_number(entries)

    # @return [Hash] what a list says of it beside its steps; see CallSummary
    def about
      {
        "id" => id,
        "code" => (code if id),
        "title" => title,
        "complaint" => complaint,
        "day" => day.iso8601,
        "time" => time_of_day,
        "closed_on" => closed_on&.iso8601,
        "rank" => rank,
        "helper" => helper.to_s,
        "deleted" => !deleted_at.nil?,
        "house" => house.slice("id", "name", "street", "town", "note")
      }
    end

    # @return [String] what finds it by typing, on records and tags
    def code = "DX#{id.to_s(36).upcase.rjust(3, "0")}"

    # What the core works from: the document, with who stands at the panel
    # @return [Hash]
    def as_worked = helper.to_s.empty? ? document : document.merge("helper" => helper)

    # @return [Hash{String => Numeric}] minutes that differ from the usual ones: learned ones, and those set by hand
    def minutes = (experience || {}).fetch("minutes", {}).merge(Setting.minutes)

    # @return [Hash] learned tables; see Dielectra::Trade.drawing_on
    def priors = (experience || {}).fetch("priors", {})

    # The job in the job file format, version 1.
    def file = as_worked.merge("steps" => steps.map { |step| step.except("id") })

    # Changes what the call says beside its steps; what was worked out of them stays.
    # @param said [Hash] columns
    def arrange!(said)
      Folding.locked(id) do
        was = helper
        update!(said)
        update!(row: was == helper && row ? JSON.generate(JSON.parse(row).merge(about)) : nil)
        Receipt.outdate(self)
      end
    end

    # @param changes [Array<Hash>] `kind`, `number` and `step` of each
    # @return [Array<Entry>] what the entries would be, not written yet
    def planned(changes)
      changes.each_with_index.map { |change, index| Entry.new(job: self, position: version + index + 1, **change) }
    end

    # Adds an entry at the end. Of two that come at once one waits for the other.
    # @param kind [String] taken, undone or amended
    def add!(kind, number: nil, step: nil)
      transaction do
        lock!
        entries.reset
        planned([{ kind:, number: number || next_number, step: }]).each(&:save!)
        entries.reset
        update!(row: nil)
      end
    end
  end
end

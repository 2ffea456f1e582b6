# frozen_string_literal: true

module Server
  # One line of a job's journal: a step taken, a step undone, or a step whose answer was corrected. Never changed, never
  # deleted; a job's state is the fold of its entries.
  class Entry < ActiveRecord::Base
    KINDS = %w[taken undone amended].freeze

    belongs_to :job

    validates :kind, inclusion: { in: KINDS }
    validates :number, :position, presence: true

    def readonly? = persisted?

    def amended? = kind == "amended"

    # @param entries [Array<Entry>] in their order
    # @return [Array<Hash>] the steps that count, each with its number as `id`
    def self.fold(entries)
      entries
        .each_with_object({}) do |entry, steps|
          case entry.kind
          when "taken"
            steps[entry.number] = entry.step
          when "undone"
            steps.delete(entry.number)
          when "amended"
            steps[entry.number] = entry.step if steps.key?(entry.number)
          end
        end
        .map { |number, step| step.merge("id" => number) }
    end

    # @param entries [Array<Entry>] of a job
    # @return [Integer] the number of the next step taken
    def self.next_number(entries) = (entries.select { |entry| entry.kind == "taken" }.map(&:number).max || 0) + 1
  end
end

# frozen_string_literal: true

require "csv"

module Dielectra
  module Presentation
    # The steps of a job as comma-separated values, a row for each thing asked.
    class Ledger
      COLUMNS = %w[number do place device to position tool at answer].freeze

      # @param job [Job]
      def initialize(job)
        @job = job
      end

      # What a spreadsheet takes for the start of a formula
      FORMULA = /\A[=+\-@\t\r]/
      private_constant :FORMULA

      # @return [String] comma-separated values with a header, RFC 4180; text that a spreadsheet would take for a
      #   formula starts with an apostrophe
      def to_s
        CSV.generate do |csv|
          csv << COLUMNS
          @job.steps.each_with_index { |step, index| csv << row(step, step["id"] || (index + 1)) }
        end
      end

      private

      def row(step, number)
        at = step["at"]&.join(" ") || step["point"]
        [
          number,
          *step.values_at("do", "place", "device"),
          step["to"] || step["kind"],
          step["position"] || positions(step),
          step["tool"],
          at,
          answer(step["answer"] || {})
        ].map { |cell| plain(cell) }
      end

      # Numbers stay numbers.
      def plain(cell) = cell.is_a?(String) && cell.match?(FORMULA) && !cell.match?(/\A-?[\d.]+\z/) ? "'#{cell}" : cell

      def positions(step) = step["positions"]&.map { |device, position| "#{device} #{position}" }&.join(" ")

      # One word where the answer is one, the answer's JSON where it is more.
      def answer(fields)
        one = fields.except("id")
        one.size == 1 && !one.values.first.is_a?(Enumerable) ? one.values.first.to_s : JSON.generate(one)
      end
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Presentation
    # Notes of the trade to look something up in: terminals, layouts, instruments and how they lie, cautions, faults.
    # Rows are data (notes.json); drawings are boxes in shorthand.
    class Notes
      # What a word of the search weighs where it is found
      WEIGHTS = { "title" => 4, "terms" => 3, "words" => 1 }.freeze

      # @param region [Trade::Region] whose devices are drawn
      def initialize(region)
        @region = region
      end

      # @param wanted [String] words to look for; empty for all notes
      # @return [Array<Hash>] `id`, `section`, `title`, `words`, `terms`, `caption` and `box` (nil where nothing is
      #   drawn); those that hold every word, the best first
      def to_a(wanted = "")
        words = wanted.downcase.scan(/[[:alnum:]]+/)
        rows = Trade.table("notes")
        rows = rows.map { |row| [row, weight(row, words)] }.select { |_, weight| weight.positive? } unless words.empty?
        rows = rows.sort_by.with_index { |(_, weight), at| [-weight, at] }.map(&:first) unless words.empty?
        rows.map { |row| shown(row) }
      end

      private

      # @return [Integer] 0 where a word is nowhere
      def weight(row, words)
        found = words.map { |word| WEIGHTS.sum { |field, weight| within?(row[field], word) ? weight : 0 } }
        found.all?(&:positive?) ? found.sum : 0
      end

      def within?(text, word) = Array(text).any? { |one| one.downcase.include?(word) }

      def shown(row) =
        {
          **row.slice("id", "section", "title", "words"),
          "terms" => [row["title"].downcase, "#{row["title"].downcase}s"],
          "caption" => row["caption"],
          "box" => row["box"] && drawn(row["box"])
        }

      def drawn(line)
        found = Evidence::Shorthand.read(line, place: "box", devices: ["S1"])
        FoundBox.new("box", found, @region).to_h
      end
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Evidence
    # The words of shorthand: abbreviations for colors and kinds, and the names of points; see Shorthand.
    module ShorthandWords
      COLORS = {
        "bk" => "black",
        "r" => "red",
        "w" => "white",
        "cu" => "bare",
        "g" => "green",
        "gy" => "green_yellow",
        "bl" => "blue",
        "y" => "yellow",
        "br" => "brown",
        "gr" => "gray",
        "o" => "orange",
        "rw" => "red_white"
      }.freeze
      KINDS = {
        "1pole" => "single_pole",
        "2pole" => "double_pole",
        "3way" => "three_way",
        "4way" => "four_way",
        "combo" => "combination",
        "light" => "luminaire",
        "outlet" => "receptacle",
        "3waydimmer" => "dimmer_three_way"
      }.freeze
      SINGLES = { "raceway" => "raceway", "conduit" => "raceway", "open" => "knob_and_tube" }.freeze
      CONDITIONS = %w[loose scorched].freeze
      # What else may be seen of a conductor or a joint; `pinched` is insulation under the screw
      REMARKS = %w[nicked pinched cloth melted aluminum].freeze
      BY = %w[screw push_in clamp twist_on lever].freeze
      ENCLOSURES = %w[metal plastic].freeze
      GROUNDS = %w[bare green green_yellow].freeze
      # Every word, for a guess at what was meant
      ALL = [
        *COLORS.keys,
        *COLORS.values,
        *KINDS.keys,
        *SINGLES.keys,
        *CONDITIONS,
        *REMARKS,
        *BY,
        *ENCLOSURES,
        "grounds"
      ].freeze

      # @param word [String, nil] an abbreviation or a full name
      # @return [String, nil]
      def self.color(word) = word && (COLORS[word.downcase] || (word.downcase if COLORS.value?(word.downcase)))

      # @return [Array<String>] every ground of a box: those of the cables, the green screws, and a metal box itself
      def self.grounds(found)
        wires =
          found["cable_ends"].flat_map do |row|
            row["conductors"].select { |one| GROUNDS.include?(one["color"]) }.map { |one| "#{row["id"]}.#{one["id"]}" }
          end
        screws =
          found["devices"].filter_map do |row|
            Trade::DeviceKind[row["kind"]].ground&.then { |name| "#{row["id"]}.#{name}" }
          end
        place = found["place"] || found["cable_ends"].first&.then { |row| EndId.place(row["id"]) }
        [*wires, *screws, *("#{place}.box" if found["enclosure"] == "metal" && place)]
      end

      # @return [Hash{String => Array<String>}] screw => what it may be called: label and terminal
      def self.screws(row, region)
        kind = Trade::DeviceKind[row["kind"]]
        kind.screws.to_h do |screw|
          ["#{row["id"]}.#{screw["terminal"]}", [region.labeled(kind, screw)["label"].tr(" ", "_"), screw["terminal"]]]
        end
      end
    end
  end
end

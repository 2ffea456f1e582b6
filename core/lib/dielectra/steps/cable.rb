# frozen_string_literal: true

module Dielectra
  module Steps
    # A new run pulled between two open boxes, or conductors pulled into a raceway that is there, loose at both ends.
    class Cable < Kind
      PLACES = { "type" => "array", "items" => ID, "minItems" => 2, "maxItems" => 2 }.freeze
      COLORS = { "type" => "array", "items" => { "type" => "string" }, "minItems" => 1 }.freeze
      FIELDS = { "between" => PLACES, "type" => { "type" => "string" }, "colors" => COLORS }.freeze
      REQUIRED = %w[between].freeze
      ENDS = { "type" => "array", "items" => { "type" => "string" }, "minItems" => 2, "maxItems" => 2 }.freeze
      ANSWER = { "ends" => ENDS, "conductors" => { "type" => "array", "items" => ENDS } }.freeze

      def builds? = true

      def place(_situation) = fields["between"].first

      def minutes(situation, costs)
        run = Evidence::NewRun.allowed(situation.job).find { |one| one.between?(fields["between"]) }
        costs.run(run&.length_ft || 0, raceway: raceway?)
      end

      def sort = [self.class.label, fields["between"].sort]

      def changes(situation, _number)
        {
          opened:
            fields["between"]
              .each_with_index
              .reduce(situation.opened) { |all, (place, side)| pulled(all, place, side) },
          bare: situation.bare | fields["between"],
          pulled:
            situation.pulled + [Evidence::PulledRun.new(fields["between"], names, fields["type"], colors, raceway?)]
        }
      end

      def confine!(situation, place)
        raise ArgumentError, "#{fields} does not start in #{place}" unless fields["between"].first == place
        return if fields["between"].all? { |name| situation.proved_dead?(name) }

        raise ArgumentError, "#{fields} ends in a place not proved dead"
      end

      def answer_from(house) = house.pull(fields["between"], fields["type"], fields["colors"])

      private

      def raceway? = fields.key?("colors")

      def colors = fields["colors"] || (Trade::CableType.colors(fields["type"]) + ["bare"])

      # The points of each conductor at either end
      # @return [Array<Array(String, String)>]
      def names
        answer["conductors"] || colors.map { |color| answer["ends"].map { |name| "#{name}.#{color}" } }
      end

      # What is open with the new conductors in one of its places
      def pulled(opened, place, side)
        found = opened.fetch(place)
        opened.merge(
          place => found.merge("cable_ends" => raceway? ? grown(found, side) : found["cable_ends"] + [fresh(side)])
        )
      end

      def fresh(side)
        rows = colors.map { |color| { "id" => color, "color" => color } }
        { "id" => answer["ends"][side], "type" => fields["type"], "conductors" => rows }
      end

      # Cable ends with conductors added to the raceway
      def grown(found, side)
        names
          .zip(colors)
          .reduce(found["cable_ends"]) do |ends, (points, color)|
            point = points[side]
            ends.map do |row|
              next row unless row["id"] == PointId.owner(point)

              row.merge("conductors" => row["conductors"] + [{ "id" => PointId.part(point), "color" => color }])
            end
          end
      end

      def check(situation)
        refuse("names neither a type nor colors.", "/type") unless fields["type"] || fields["colors"]
        fields["between"].each { |place| needs_open(situation, place, "/between") }
        refuse("lacks its ends.", "/answer") unless answer["ends"] || answer["conductors"]
        return if Evidence::NewRun.allowed(situation.job).any? { |run| run.between?(fields["between"]) }

        refuse("no run may be pulled there.", "/between")
      end
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Evidence
    # Writes what an open box holds in shorthand; see Shorthand.
    class ShorthandWriter
      SHORT = ShorthandWords::COLORS.invert.freeze
      KINDS = ShorthandWords::KINDS.invert.freeze
      SINGLES = { "raceway" => "raceway", "knob_and_tube" => "open" }.freeze
      LETTERS = ("a".."z").to_a.freeze

      # @param found [Hash]
      # @param region [Trade::Region]
      def initialize(found, region)
        @found = found
        @region = region
      end

      def to_s
        @said = Hash.new { |all, point| all[point] = "" }
        grounds, rest = joints.partition { |joint| joint.sort == all_grounds }
        lists = [*(["grounds"] if grounds.any?), *rest.filter_map { |joint| say(joint) }]
        [[@found["enclosure"], *room].compact.join(" "), *cables, *devices, *lists, *marks].reject(&:empty?).join(" | ")
      end

      private

      def room =
        [@found["gangs"]&.then { |count| "#{count}gang" }, @found["volume_in3"]&.then { |volume| "#{volume}in3" }]

      def joints = (@found["joints"] || []).map { |row| row["points"] }.select { |points| points.size > 1 }

      def all_grounds = @all_grounds ||= ShorthandWords.grounds(@found).sort

      def wires
        @wires ||=
          @found["cable_ends"]
            .flat_map do |row|
              row["conductors"].map { |wire| ["#{row["id"]}.#{wire["id"]}", [EndId.number(row["id"]), wire]] }
            end
            .to_h
      end

      # Notes beside its conductors how a joint is made; a list where it has none, or more than one screw.
      # @return [String, nil] the list
      def say(joint)
        own, others = joint.partition { |point| wires.key?(point) }
        return list(joint) if own.empty? || others.size > 1
        return own.each { |point| @said[point] = ":#{name(others.first)}" } && nil if others.one?

        splice = @free ||= LETTERS.dup
        plain = own.map { |point| wires[point].last["color"] }.uniq
        letter = plain.one? && !(@plain ||= []).include?(plain.first) ? (@plain << plain.first) && "" : splice.shift
        own.each { |point| @said[point] = "+#{letter}" }
        nil
      end

      def list(joint) = "= #{joint.map { |point| name(point) }.join(" ")}"

      def name(point)
        number, wire = wires[point]
        return "#{number}.#{conductor(wire)}" if number
        return "BOX" if point.end_with?(".box")

        row = @found["devices"].find { |device| point.start_with?("#{device["id"]}.") }
        label = ShorthandWords.screws(row, @region).fetch(point).first
        alone =
          @found["devices"].none? do |other|
            !other.equal?(row) &&
              ShorthandWords.screws(other, @region).any? { |_, names| names.any? { |one| one.casecmp?(label) } }
          end
        alone ? label : "#{row["id"]}.#{label}"
      end

      def conductor(wire)
        return wire["id"] if own_name?(wire)

        "#{SHORT.fetch(wire["color"])}#{wire["id"][/_(\d+)\z/, 1]}"
      end

      # Whether it is called by another name than its color and a number from 2 on
      def own_name?(wire) = !wire["id"].match?(/\A#{wire["color"]}(_([2-9]|\d{2,}))?\z/)

      def cables
        @found["cable_ends"].each_with_index.map do |row, at|
          number = EndId.number(row["id"]).to_i
          words = row["conductors"].map { |wire| [wire, @said["#{row["id"]}.#{wire["id"]}"]] }
          single = SINGLES.key?(row["type"])
          words.select! { |wire, said| single || wire["tape"] || !said.empty? }
          [
            "#{"#{number}:" unless number == at + 1}#{type(row)}",
            *words.map { |wire, said| "#{conductor(wire)}#{"(#{SHORT.fetch(wire["tape"])})" if wire["tape"]}#{said}" }
          ].join(" ")
        end
      end

      def type(row)
        own = row["conductors"].any? { |wire| own_name?(wire) }
        return SINGLES[row["type"]] if SINGLES.key?(row["type"]) && !own

        colors = row["conductors"].map { |wire| wire["color"] }
        usual = @region.cables.to_h[row["type"]] || Trade::CableType.all[row["type"]] || []
        return row["type"] if colors == [*usual, @region.grounding] && !own
        return "#{row["type"]}-g" if colors == usual && !own

        "#{SINGLES.fetch(row["type"], row["type"])}[#{row["conductors"].map { |wire| listed(wire) }.join(",")}]"
      end

      def listed(wire)
        color = SHORT.fetch(wire["color"])
        wire["id"] == wire["color"] ? color : "#{color}=#{wire["id"]}"
      end

      def devices
        @found["devices"].map do |row|
          tabs = (Trade::DeviceKind.rows.dig(row["kind"], "tabs") || {}).keys.select { |tab| row[tab] == "removed" }
          kind = [KINDS.fetch(row["kind"], row["kind"]), row["face"]].compact.join("/")
          ["#{row["id"]}=#{kind}", *tabs].join("-")
        end
      end

      def marks
        said =
          (@found["joints"] || []).flat_map do |joint|
            [joint["by"], (joint["condition"] unless joint["condition"] == "good")].compact.map do |word|
              [word, joint["points"].first]
            end
          end
        said += (@found["remarks"] || []).map { |remark| remark.values_at("what", "point") }
        said.map { |word, point| "#{word}:#{name(point)}" }
      end
    end
  end
end

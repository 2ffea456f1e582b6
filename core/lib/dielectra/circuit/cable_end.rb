# frozen_string_literal: true

module Dielectra
  class Circuit
    # Where a cable enters a place, with what shows of it there.
    CableEnd =
      Struct.new(:id, :type, :wires) do
        def self.read(row)
          new(
            row["id"],
            row["type"],
            row["conductors"].map { |wire| WireEnd.new(wire["id"], wire["color"], wire["tape"]) }
          )
        end

        def place = EndId.place(id)

        def points = wires.map { |wire| point(wire) }

        def point(wire) = "#{id}.#{wire.id}"

        def insulated = wires.reject(&:grounding?)

        def grounding = wires.find(&:grounding?)

        def to_h = { "id" => id, "type" => type, "conductors" => wires.map(&:to_h) }
      end
  end
end

# frozen_string_literal: true

module Dielectra
  module Presentation
    # A box as somebody writes it down, in the shape of Boxes, so that it is drawn like any other.
    class FoundBox
      # @param place [String] its id
      # @param found [Hash] as `open` answers; it may be incomplete
      # @param region [Trade::Region]
      def initialize(place, found, region)
        @place = place
        @found = found
        @region = region
      end

      # @return [Hash] with its drawing
      def to_h = box.merge("drawing" => Drawing::Box.new(box).to_h)

      private

      def box
        @box ||= {
          "place" => @place,
          "name" => Naming.place(@place),
          "kind" => "switch_box",
          "open" => true,
          **BoxParts.room(@found),
          "cables" => (@found["cable_ends"] || []).map { |row| cable(row) },
          "devices" => (@found["devices"] || []).filter_map { |row| device(row) },
          "joints" => (@found["joints"] || []).map { |joint| joint["points"] }
        }
      end

      def cable(row)
        wires =
          row["conductors"].map { |wire| BoxParts.wire("#{row["id"]}.#{wire["id"]}", wire["color"], wire["tape"]) }
        BoxParts.cable(row["id"], row["type"], wires)
      end

      def device(row)
        return unless Trade::DeviceKind.known?(row["kind"])

        kind = Trade::DeviceKind[Trade::DeviceKind.found(row)]
        BoxParts.device(row, kind, kind.screws(row["face"]).map { |screw| @region.labeled(kind, screw) }, @region)
      end
    end
  end
end

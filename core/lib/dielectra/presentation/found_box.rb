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
          "enclosure" => @found["enclosure"],
          "cables" => (@found["cable_ends"] || []).map { |row| cable(row) },
          "devices" => (@found["devices"] || []).filter_map { |row| device(row) },
          "joints" => (@found["joints"] || []).map { |joint| joint["points"] }
        }
      end

      def cable(row)
        {
          "id" => row["id"],
          "number" => EndId.number(row["id"]).to_i,
          "type" => row["type"],
          "wires" => row["conductors"].map { |wire| wire(row["id"], wire) }
        }
      end

      def wire(cable_end, row)
        point = "#{cable_end}.#{row["id"]}"
        {
          "point" => point,
          "id" => row["id"],
          "color" => row["color"],
          "tape" => row["tape"],
          "name" => Naming.point(point),
          "touches" => "",
          "roles" => []
        }
      end

      def device(row)
        return unless Trade::DeviceKind.known?(row["kind"])

        kind = Trade::DeviceKind[Trade::DeviceKind.found(row)]
        {
          "id" => row["id"],
          "kind" => kind.plain,
          "term" => @region.term(kind),
          "screws" => kind.screws.map { |screw| @region.labeled(kind, screw) },
          "tabs" => tabs(row),
          "position" => nil,
          "replaced" => false
        }
      end

      def tabs(row)
        (Trade.table("devices").dig(row["kind"], "tabs") || {}).map do |name, between|
          { "name" => name, "between" => between, "intact" => row[name] != "removed" }
        end
      end
    end
  end
end

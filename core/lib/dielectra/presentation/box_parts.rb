# frozen_string_literal: true

module Dielectra
  module Presentation
    # What every view of a box is made of, whether the box is in a job or being written down.
    module BoxParts
      module_function

      # The enclosure of a box, and its gangs and volume.
      # @param found [Hash] as `open` answers
      # @return [Hash] `enclosure`, and `gangs` and `volume_in3` where somebody said
      def room(found) = { "enclosure" => found["enclosure"], **found.slice("gangs", "volume_in3").compact }

      # @param wires [Array<Hash>] as `wire` makes them
      # @return [Hash]
      def cable(id, type, wires) = { "id" => id, "number" => EndId.number(id).to_i, "type" => type, "wires" => wires }

      # @param touches [String] what it is joined with, in words
      # @param roles [Array<Hash>] what it is believed to do
      # @return [Hash]
      def wire(point, color, tape, touches: "", roles: []) =
        {
          "point" => point,
          "id" => PointId.part(point),
          "color" => color,
          "tape" => tape,
          "name" => Naming.point(point),
          "touches" => touches,
          "roles" => roles
        }

      # @param row [Hash] of `found`
      # @param kind [Trade::DeviceKind] what it is now
      # @param screws [Array<Hash>] with the labels of the region
      # @return [Hash]
      def device(row, kind, screws, region, position: nil, replaced: false) =
        {
          "id" => row["id"],
          "kind" => kind.plain,
          "term" => region.term(kind),
          "screws" => screws,
          "tabs" => tabs(row, kind.plain),
          "position" => position,
          "replaced" => replaced
        }

      # @return [Array<Hash>] the tabs a device of the kind comes with, each whole or broken off
      def tabs(row, kind)
        (Trade::DeviceKind.rows.dig(kind, "tabs") || {}).map do |name, between|
          { "name" => name, "between" => between, "intact" => row[name] != "removed" }
        end
      end
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Steps
    # A new box set where `wanted` has one. It is open and holds nothing. A wall is cut with the power off.
    class Box < Kind
      FIELDS = {
        "place" => ID,
        "enclosure" => {
          "enum" => %w[metal plastic]
        },
        "volume_in3" => {
          "type" => "number"
        }
      }.freeze

      def builds? = true

      def permit = :cover

      def touches = :nothing

      def changes(situation, number)
        found = { **fields.slice("enclosure", "volume_in3"), "cable_ends" => [], "devices" => [], "joints" => [] }
        place = fields["place"]
        {
          opened: situation.opened.merge(place => found),
          dead: situation.dead.merge(place => number),
          proved: situation.proved | [place]
        }
      end

      private

      def check(situation)
        return if situation.job.new_places.any? { |place| place.id == fields["place"] }

        refuse("#{fields["place"]} is not a box that may be set.", "/place")
      end

      def perform(house) = house.set_box(fields["place"], fields["enclosure"], fields["volume_in3"])
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Steps
    # A control taken out for good. What was on it is apart until its box is arranged.
    class Retire < Kind
      FIELDS = { "device" => ID }.freeze

      def builds? = true

      def place(situation) = situation.place_of_device(fields["device"])

      def changes(situation, _number)
        id = fields["device"]
        place = place(situation)
        found = situation.opened.fetch(place)
        left = found["devices"].reject { |row| row["id"] == id }
        {
          arrangement: situation.arrangement.without_device(id, place:, from: situation.joints(place)),
          opened: situation.opened.merge(place => found.merge("devices" => left)),
          bare: situation.bare | [place],
          retired: situation.retired | [id]
        }
      end

      private

      def check(situation) = needs_open(situation, place(situation), "/device")

      def perform(house) = house.retire(fields["device"])
    end
  end
end

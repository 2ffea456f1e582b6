# frozen_string_literal: true

module Dielectra
  module Steps
    # A device put into its box: one that is new, or another kind in place of a switch. Nothing is on its screws but the
    # ground.
    class Fit < Kind
      FIELDS = { "device" => ID, "kind" => { "type" => "string" } }.freeze

      def builds? = true

      def sort = [self.class.label, fields["device"], fields["kind"]]

      def place(situation) = situation.place_of_device(fields["device"])

      def changes(situation, _number)
        id, kind = fields.values_at("device", "kind")
        place = place(situation)
        {
          **(situation.found_device(id) ? renewed(situation, place, id, kind) : added(situation, place, id, kind)),
          bare: situation.bare | [place],
          fitted: situation.fitted.merge(id => situation.fitted.fetch(id, 0) + 1),
          positions: situation.positions.merge(toggles(id, kind))
        }
      end

      def stirs(situation) = situation.stirred | [fields["device"], place(situation)]

      private

      def toggles(id, kind) = Trade::DeviceKind[kind].switch? ? Trade::DeviceKind[kind].toggles(id) : {}

      def added(situation, place, id, kind)
        found = situation.opened.fetch(place)
        {
          opened:
            situation.opened.merge(
              place => found.merge("devices" => found["devices"] + [{ "id" => id, "kind" => kind }])
            )
        }
      end

      def renewed(situation, place, id, kind)
        { arrangement: situation.arrangement.with_fitted(id, kind, place:, from: situation.joints(place)) }
      end

      def check(situation) = needs_open(situation, place(situation), "/device")

      def perform(house) = house.fit(fields["device"], fields["kind"])
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Steps
    # A new device, conductor for conductor by the marks; or a good bulb.
    class Replace < Kind
      FIELDS = { "device" => ID, "kind" => { "type" => "string" } }.freeze
      LAMP = "lamp"

      def builds? = true

      def repairs? = true

      def permit = lamp? ? :looking : :hands

      def touches = lamp? ? :nothing : :hands

      def sort = [self.class.label, fields["kind"]]

      def lamp? = fields["kind"] == LAMP

      def changes(situation, _number)
        id, kind = fields.values_at("device", "kind")
        return { arrangement: situation.arrangement.with_lamp(id) } if lamp?

        place = place(situation)
        new = {
          fitted: situation.fitted.merge(id => situation.fitted.fetch(id, 0) + 1),
          positions:
            (
              if Trade::DeviceKind[kind].switch?
                situation.positions.merge(Trade::DeviceKind[kind].toggles(id))
              else
                situation.positions
              end
            )
        }
        return { arrangement: situation.arrangement.with_unseen_device(id, kind), **new } unless situation.open?(place)

        joints = situation.joints(place)
        changed = situation.arrangement.with_device(id, kind, place:, from: joints)
        lost = joints.flatten - changed.joints[place].flatten
        { arrangement: changed, bare: lost.empty? ? situation.bare : situation.bare | [place], **new }
      end

      def stirs(situation) = situation.stirred | [fields["device"], place(situation)]

      private

      def perform(house) = house.replace(fields["device"], fields["kind"])
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Steps
    # A breaker switched at the panel.
    class Breaker < Kind
      FIELDS = { "device" => ID, "to" => { "enum" => %w[on off] } }.freeze

      def permit = on? ? :energize : :looking

      def touches = :nothing

      def way? = true

      def sort = [self.class.label, *fields.values_at("device", "to")]

      def place(situation) = situation.job.panel.id

      def changes(situation, _number)
        changed = {
          breakers: situation.breakers.merge(fields["device"] => fields["to"]),
          breakers_found: situation.breakers.compact.merge(situation.breakers_found)
        }
        return changed unless on?

        { **changed, dead: {}, live: {}, energized: situation.energized | [fields["device"]] }
      end

      def stirs(situation) = on? ? situation.stirred | [Evidence::Situation::POWER] : situation.stirred

      private

      def on? = fields["to"] == "on"

      def perform(house) = house.switch_breaker(fields["device"], fields["to"])
    end
  end
end

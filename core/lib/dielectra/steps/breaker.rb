# frozen_string_literal: true

module Dielectra
  module Steps
    # A breaker switched at the panel.
    class Breaker < Kind
      FIELDS = { "device" => ID, "to" => { "enum" => %w[on off] } }.freeze

      def entry? = true

      def permit = on? ? :energize : :looking

      def touches = :nothing

      def way? = true

      def sort = [self.class.label, *fields.values_at("device", "to")]

      def place(situation) = situation.job.panel.id

      def changes(situation, _number)
        id = fields["device"]
        was = { id => on? ? "off" : "on", **situation.breakers.compact, **situation.breakers_found }
        changed = { breakers: situation.breakers.merge(id => fields["to"]), breakers_found: was }
        return { **changed, **untold(situation) } unless on?

        { **changed, dead: {}, live: {}, energized: situation.energized | [id] }
      end

      def stirs(situation) = on? ? situation.stirred | [Evidence::Situation::POWER] : situation.stirred

      private

      # A box that was live has to be tested again after a breaker goes off.
      def untold(situation) = { live: {}, proved: situation.proved - situation.live.keys }

      def on? = fields["to"] == "on"

      def perform(house) = house.switch_breaker(fields["device"], fields["to"])
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Steps
    # A toggle thrown.
    class Set < Kind
      FIELDS = { "device" => TOGGLED, "to" => TOGGLE }.freeze

      def disturbs? = true

      def permit = :toggle

      def touches = :nothing

      def sort = [self.class.label, fields["device"]]

      def changes(situation, _number) = { positions: situation.positions.merge(fields["device"] => fields["to"]) }

      def stirs(situation) = situation.stirred | [fields["device"]]

      private

      def check(situation)
        id = fields["device"]
        if situation.job.controls.none? { |one| one.id == id }
          refuse("#{id} has several toggles; say which.", "/device")
        end
      end

      def perform(house) = house.throw_toggle(fields["device"], fields["to"])
    end
  end
end

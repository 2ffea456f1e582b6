# frozen_string_literal: true

module Dielectra
  module Steps
    # A tab of a device broken off for good.
    class Tab < Kind
      FIELDS = { "device" => ID, "tab" => { "enum" => Trade::Tab::ALL } }.freeze

      def builds? = true

      def repairs? = true

      def changes(situation, _number)
        kind = situation.kind_of(fields["device"])
        { arrangement: situation.arrangement.with_tab_off(fields["device"], kind, fields["tab"]) }
      end

      private

      def perform(house) = house.break_tab(fields["device"], fields["tab"])
    end
  end
end

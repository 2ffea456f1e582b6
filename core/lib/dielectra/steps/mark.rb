# frozen_string_literal: true

module Dielectra
  module Steps
    # A conductor taped, so that its color no longer lies.
    class Mark < Kind
      FIELDS = { "point" => POINT, "tape" => { "type" => "string" } }.freeze

      def changes(situation, _number) = { tapes: situation.tapes.merge(fields["point"] => fields["tape"]) }

      private

      def perform(house) = house.tape(fields["point"], fields["tape"])
    end
  end
end

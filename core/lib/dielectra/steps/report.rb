# frozen_string_literal: true

module Dielectra
  module Steps
    # What the customer says, or the electrician saw before the job was opened: the light with the toggles in some
    # positions. It takes no time and is never asked for.
    class Report < Watch
      FIELDS = { "positions" => { "type" => "object", "additionalProperties" => TOGGLE } }.freeze

      def question? = false

      def depends_on_toggles? = false

      def minutes(_situation, _costs) = 0.0

      def changes(_situation, _number) = {}

      def stirs(situation) = situation.stirred

      def sightings(situation) = seen(situation, positions: fields["positions"])
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Steps
    # What the customer says, or the electrician saw before the job was opened: the light with the toggles in some
    # positions. It takes no time and is never asked for.
    class Report < Watch
      FIELDS = { "positions" => { "type" => "object", "additionalProperties" => TOGGLE } }.freeze

      # Seconds after which a breaker tripped
      ANSWER = { **Watch::ANSWER, "after" => { "type" => "number", "minimum" => 0 } }.freeze

      def question? = false

      def depends_on_toggles? = false

      def minutes(_situation, _costs) = 0.0

      def changes(_situation, _number) = {}

      def stirs(situation) = situation.stirred

      def sightings(situation) =
        seen(situation, positions: fields["positions"]).each do |one|
          one.minutes = answer["after"] / 60.0 if one.what == :breaker && answer["after"]
        end
    end
  end
end

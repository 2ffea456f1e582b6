# frozen_string_literal: true

module Dielectra
  module Steps
    # A switch that touches nothing, tried by itself in one position: which of its screws are joined?
    class Bench < Kind
      FIELDS = { "device" => ID, "position" => TOGGLE }.freeze
      PAIR = { "type" => "array", "items" => { "type" => "string" }, "minItems" => 2, "maxItems" => 2 }.freeze
      ANSWER = { "closed" => { "type" => "array", "items" => PAIR } }.freeze
      NEEDED = %w[closed].freeze

      def question? = true

      def sort = [self.class.label, fields["device"]]

      def changes(situation, _number)
        { benched: situation.benched.merge([fields["device"], raised?] => answer["closed"]) }
      end

      def stirs(_situation) = [fields["device"]]

      # A switch that works nothing of the job says nothing of its wiring.
      def sightings(situation)
        return [] if situation.job.goal.controls.none? { |control| control.device == fields["device"] }

        [
          sighting(
            :bench,
            fields.values_at("device", "position"),
            answer["closed"],
            thrown: {
              fields["device"] => raised?
            }
          )
        ]
      end

      def answer_from(house) = { "closed" => house.bench(fields["device"], fields["position"]) }

      def confine!(situation, place)
        super
        raise ArgumentError, "#{fields["device"]} is still in the circuit" if situation.wired?(fields["device"])
      end

      private

      def raised? = Trade::Position.raised?(fields["position"])
    end
  end
end

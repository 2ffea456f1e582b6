# frozen_string_literal: true

module Dielectra
  module Steps
    # From the panel: one breaker after the other is turned off until a point goes dead. The one that did it can be
    # named from then on.
    class FindBreaker < Kind
      FIELDS = { "point" => POINT }.freeze
      ANSWER = { "device" => { "type" => %w[string null] } }.freeze
      NEEDED = %w[device].freeze

      def permit = :looking

      def touches = :nothing

      def question? = true

      def place(situation) = situation.job.panel.id

      def futile? = answer.key?("device") && answer["device"].nil?

      def changes(situation, _number)
        id = answer["device"]
        return {} if id.nil? || situation.breakers.key?(id)

        {
          breakers: situation.breakers.merge(id => "on"),
          breakers_found: situation.breakers_found.merge(id => "on"),
          other_breakers: situation.other_breakers.merge(situation.place_of_point(fields["point"]) => [id])
        }
      end

      def answer_from(house) = { "device" => house.breaker_behind(fields["point"]) }
    end
  end
end

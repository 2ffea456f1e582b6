# frozen_string_literal: true

module Dielectra
  module Steps
    # From the panel: one breaker after the other is turned off until a conductor goes dead, or a load goes out; each
    # that is not the one goes back on at once. The one that did it stays off, and can be named from then on.
    class FindBreaker < Kind
      FIELDS = { "point" => POINT, "load" => TOGGLED }.freeze
      REQUIRED = [].freeze
      ANSWER = { "device" => { "type" => %w[string null] }, "amps" => { "type" => "number" } }.freeze
      NEEDED = %w[device].freeze

      def entry? = true

      def permit = :looking

      def touches = :nothing

      def question? = true

      def place(situation) = situation.job.panel.id

      def futile? = answer.key?("device") && answer["device"].nil?

      # Where no breaker did it, another try with one of them off may.
      def depends_on_toggles? = !answer.key?("cannot")

      def changes(situation, _number)
        id = answer["device"]
        return {} if id.nil?

        {
          breakers: situation.breakers.merge(id => "off"),
          breakers_found: { id => "on" }.merge(situation.breakers_found),
          dead: {
          },
          **tested(situation),
          **beyond(situation, id)
        }
      end

      def answer_from(house)
        fields["load"] ? house.find_breaker_of_load(fields["load"]) : house.find_breaker_of_point(fields["point"])
      end

      private

      # Where the breaker feeds no circuit of the job: the cable ends that it kept live belong to another circuit.
      def beyond(situation, id)
        return {} if fields["load"] || situation.job.breakers.include?(id)

        place = situation.place_of_point(fields["point"])
        ends =
          (situation.live[place] || [fields["point"]]).grep(PointId::CONDUCTOR).map { |point| PointId.owner(point) }
        {
          foreign: situation.foreign.merge(place => (situation.foreign[place] || []) | ends),
          other_breakers: situation.other_breakers.merge(place => (situation.other_breakers[place] || []) | [id])
        }
      end

      # The box has to be tested again.
      def tested(situation)
        fields["point"] ? { live: situation.live.except(situation.place_of_point(fields["point"])) } : {}
      end

      def check_references(situation)
        super
        refuse("names either a point or a load.", "") unless fields.key?("point") ^ fields.key?("load")
        load = fields["load"] or return
        known = situation.job.loads.map(&:id) + situation.job.goal.loads.map(&:id)
        refuse("#{load} is not a load of this job.", "/load") unless known.include?(load)
      end
    end
  end
end

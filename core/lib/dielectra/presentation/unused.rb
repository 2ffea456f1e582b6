# frozen_string_literal: true

module Dielectra
  module Presentation
    # Conductors that nothing is known to use, and switches that work nothing anybody knows: what each is likely to be
    # and why, how to prove it, and what it could serve. Nothing is called spare that was read live or not read at all.
    class Unused
      # Probability of being unused above which a conductor is listed
      LIKELY = 0.5
      PROVE =
        "With the power on, read it against the neutral and the ground while each switch here is thrown. " \
          "Then the breaker off, and continuity to the other end."

      # @param session [Session::Troubleshooting]
      def initialize(session)
        @session = session
        @situation = session.situation
      end

      # @return [Array<Hash>] `place`, `name`, `state` (dead, live, unread), `likely` and `serves` (sentences), `prove`
      def to_a = conductors + controls

      private

      def conductors =
        @situation.opened_boxes.flat_map do |place|
          @situation.own_cable_ends(place).flat_map { |cable_end| rows(place, cable_end) }
        end

      def rows(place, cable_end)
        idle = cable_end.insulated.select { |wire| unused?(cable_end.point(wire)) }
        idle.map do |wire|
          point = cable_end.point(wire)
          {
            "place" => Naming.place(place),
            "name" => Naming.point(point),
            "state" => state(point),
            "likely" => likely(wire, cable_end, idle.size),
            "serves" => serves(wire, cable_end, idle.size),
            "prove" => (PROVE unless state(point) == "dead")
          }
        end
      end

      def unused?(point) = (@session.findings.roles.fetch(point, {})["spare"] || 0.0) > LIKELY

      # What the readings say of it with the power on
      def state(point)
        seen =
          @session.belief.observations.select do |one|
            %i[voltage low_z ncv].include?(one.what) && Array(one.at).include?(point)
          end
        return "unread" if seen.empty?

        seen.any?(&:live?) ? "live" : "dead"
      end

      def white?(wire) = Trade::Color.neutral?(wire.color)

      def likely(wire, cable_end, idle)
        all = cable_end.insulated.size
        return ["A cable of another circuit, or a run for something that was never fitted."] if idle == all
        return ["A neutral left for a switch that needs one later."] if white?(wire)

        rows = ["The second conductor for a fan with a light that never came."]
        rows << "A switched conductor that runs past to a receptacle." if all > 2
        rows
      end

      def serves(wire, cable_end, idle)
        return ["A circuit or load of its own, once it is known where it ends."] if idle == cable_end.insulated.size
        return ["The neutral of a timer, sensor or radio switch, if it is one of this circuit."] if white?(wire)

        ["A traveler for a second place to switch from, or a line past the switch."]
      end

      # Switches that nothing anybody knows hangs on
      def controls
        wanted = @session.job.goal.controls.map(&:id)
        known = wanted + Evidence::Elsewhere.new(@session.log, @session.job).works.keys
        idle = @session.job.controls.reject { |control| known.include?(control.id) }
        idle.map do |control|
          {
            "place" => Naming.place(control.place),
            "name" => "switch #{control.id}",
            "state" => "unread",
            "likely" => ["It works a receptacle elsewhere, an outdoor light, or something that was taken down."],
            "serves" => ["Leave it as it is until that is known."],
            "prove" => "Throw it with everything plugged in, then read its screws in both positions."
          }
        end
      end
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Presentation
    # The steps that a person can choose at each place, instead of the recommended one.
    class Acts
      TOOLS = {
        "continuity" => "Test continuity",
        "resistance" => "Measure ohms",
        "voltage" => "Measure volts",
        "low_z" => "Measure volts, low impedance",
        "ncv" => "Hold the detector to a conductor"
      }.freeze

      # @param session [Session::Troubleshooting]
      def initialize(session)
        @session = session
        @situation = session.situation
        @job = session.job
      end

      # @return [Array<Hash>] for each place its `place`, `name` and `acts`, each with a `title`, a `step`, and how many
      #   `points` the person still has to pick
      def to_a
        [@job.panel, *@job.boxes].map do |place|
          acts = place.panel? ? at_panel : at_box(place)
          { "place" => place.id, "name" => place.panel? ? "Panel" : Naming.place(place.id), "acts" => acts }
        end
      end

      private

      def act(title, step, points: 0) = { "title" => title, "step" => step, "points" => points }

      def at_panel
        switches =
          @situation
            .breakers
            .except(Evidence::Roster::UNKNOWN)
            .flat_map do |id, at|
              (%w[on off] - [at]).map do |to|
                act("Turn breaker #{id} #{to}", { "do" => "breaker", "device" => id, "to" => to })
              end
            end
        [*switches, act("Look at the light", { "do" => "watch" })]
      end

      def at_box(place)
        items = @job.devices_at(place.id)
        controls, loads = items.partition { |item| @job.control(item.id) }
        acts = @job.controls_at(place.id).flat_map { |control| toggled(control) }
        acts += loads.select { |load| load.kind == "luminaire" }.map { |load| lamp(load) }
        return *acts, act("Open the box", { "do" => "open", "place" => place.id }) unless @situation.open?(place.id)

        [
          *acts,
          act("Prove it dead", { "do" => "prove_dead", "place" => place.id }),
          *readings,
          act("Find the breaker of a live conductor", { "do" => "find_breaker" }, points: 1),
          *controls.flat_map { |control| renewed(control) }
        ]
      end

      def toggled(control)
        now = @situation.positions[control.id]
        ways = now ? [Trade::Position.raised?(now) ? "down" : "up"] : %w[up down]
        [
          *ways.map { |to| act("Throw #{control.id} #{to}", { "do" => "set", "device" => control.id, "to" => to }) },
          act("Wiggle #{control.id} and look", { "do" => "wiggle", "device" => control.id })
        ]
      end

      def lamp(load) =
        act("Put a good lamp in", { "do" => "replace", "device" => load.id, "kind" => Steps::Replace::LAMP })

      def readings
        TOOLS
          .select { |tool, _| @situation.tool?(tool) }
          .map do |tool, title|
            act(title, { "do" => "probe", "tool" => tool }, points: Trade.instruments.fetch(tool)["points"])
          end
      end

      # A new switch of the kind that is there
      def renewed(control)
        kind = @situation.kind_of(control.id)
        return [] if kind.nil? || kind.start_with?("unknown")

        plain = Trade::KindName.plain(kind)
        [
          act(
            "Fit a new #{@job.region.term(Trade::DeviceKind[plain])}",
            { "do" => "replace", "device" => control.id, "kind" => plain }
          )
        ]
      end
    end
  end
end

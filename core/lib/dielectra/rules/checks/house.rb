# frozen_string_literal: true

module Dielectra
  module Rules
    module Checks
      # The house as a whole: its age, its rooms, its supply
      class House < Check
        # Years before which houses may hold lead paint, and cable may not stand a new luminaire's heat
        LEAD = 1978
        COOL = 1985

        # Lead paint, where paint or plaster is disturbed
        def lead
          return [] unless @site.year && @site.year < LEAD && @site.change_work.any? { |step| step["do"] == "box" }

          [unknown("Built in #{@site.year}: the paint may hold lead. Keep the dust in, and clean up wet.")]
        end

        # A new luminaire on old wire
        def luminaire_heat
          return [] unless new_luminaire? && (cloth? || (@site.year && @site.year < COOL))

          [unknown("Read the label of the new luminaire: it may want 90 °C wire, which old cable is not.")]
        end

        # A room's only switched outlet
        def room_light
          freed = @job.loads.select { |load| load.kind == "receptacle" && freed?(load) }
          return [] if freed.empty? || lights_remain?

          [unknown("The outlet was switched. See that the room has another light on a switch.")]
        end

        # Residual-current protection
        def residual_current
          if @site.opened.empty?
            []
          else
            [unknown("See that a 30 mA residual-current device is ahead, and press its test button.")]
          end
        end

        # Tests that are written down once something was changed
        def tests
          return [] if @site.done("arrange", "replace", "fit").empty?

          [
            unknown(
              "Write down: continuity of the earth, insulation, polarity, loop impedance, tripping time of the RCD."
            )
          ]
        end

        # Each circuit's own neutral
        def own_neutral
          return [] unless @job.circuits > 1 && @site.best

          shared = @site.best.skeleton.layout.sharing?
          shared ? [not_met("Two circuits share a neutral. Each gets its own.")] : []
        end

        private

        def new_luminaire? =
          @site.change_work.any? { |step| step["do"] == "fit" && step["kind"] == "luminaire" } ||
            (@site.asked.wanted["swap"] || []).any? do |id|
              @job.loads.any? { |load| load.id == id && load.kind == "luminaire" }
            end

        def cloth? =
          @site.opened.any? do |place|
            (@situation.opened[place]["remarks"] || []).any? { |row| row["what"] == "cloth" }
          end

        # Whether a switch worked it, and none is to work it any more
        def freed?(load)
          before = @job.goal.works.keys.any? { |name| PointId.device(name) == load.id }
          after = @site.asked.after.goal.works.keys.any? { |name| PointId.device(name) == load.id }
          before && !after
        end

        def lights_remain? =
          @site.asked.after.goal.works.keys.any? do |name|
            load = @site.asked.after.loads.find { |one| one.id == PointId.device(name) }
            load && load.kind != "receptacle"
          end
      end
    end
  end
end

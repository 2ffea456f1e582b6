# frozen_string_literal: true

module Dielectra
  module Rules
    module Checks
      # What new work has to keep: cables, boxes and switches that are put in
      class Work < Check
        FREE =
          "Leave 6 in free from where each conductor leaves the sheath, 3 in past a small opening, and ¼ in of " \
            "sheath inside."
        SUPPORT =
          "Keep the cable 1¼ in from the edge of a stud or put a plate there. Staple it within 8 in of a box " \
            "without a clamp, 12 in of others, and every 4½ ft."

        # A neutral where a new switch is
        def neutral
          places = @site.asked.goal.new_switch_places
          return [] if places.empty? || !lighting?

          places.filter_map { |place| with_neutral(place) }
        end

        # Travelers and return in one run
        def together
          return [] unless @site.plan&.design

          return [not_met("The plan sends conductors of one circuit through two runs.")] if @site.plan.design.split?

          runs? ? [met("Every new run carries both directions of its circuit.")] : []
        end

        def arc_fault
          return [] unless runs?

          [
            unknown(
              "A run that is longer than before may need an arc-fault device ahead. Look at the room and the breaker."
            )
          ]
        end

        def free_length = @site.change_work.any? { |step| step["do"] == "cable" } ? [unknown(FREE)] : []

        def support = runs? ? [unknown(SUPPORT)] : []

        # Open wiring that is extended
        def knob_and_tube
          return [] unless @job.single_conductors?
          return [not_met("Do not extend open wiring without looking at all of it.")] if runs?

          [unknown("Open wiring may stay. It must not be buried in insulation: look in the attic.")]
        end

        private

        def runs? = @site.change_work.any? { |step| step["do"] == "cable" && step["type"] }

        def lighting? = @site.asked.loads.any? { |load| load.kind != "receptacle" }

        def with_neutral(place)
          name = Presentation::Naming.place(place)
          return planned(place, name) if @site.plan&.design
          return unless @situation.open?(place)

          has = @site.roles(place).value?("neutral")
          has ? met("The new switch in the #{name} has a neutral in its box.") : missing(name)
        end

        def planned(place, name) =
          if @site.plan.design.without_neutral([place]).any?
            missing(name)
          else
            met("The new cable brings a neutral to the #{name}.")
          end

        def missing(name) = not_met("The new switch in the #{name} has no neutral. See whether an exception applies.")
      end
    end
  end
end

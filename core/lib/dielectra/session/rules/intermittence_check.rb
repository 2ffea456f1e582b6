# frozen_string_literal: true

module Dielectra
  module Session
    # The tests for an intermittent fault. Every combination must be seen right twice, and every toggle wiggled while
    # the light is on. They are required if a fault may be intermittent, or if nothing was repaired.
    class IntermittenceCheck < Rule
      # Before a box is opened for an intermittent fault: the light in every combination, and the toggles wiggled while
      # it is on, until one of them shows where the fault is.
      # @return [Step, nil]
      def survey
        return unless @belief.world.intermittent? && @situation.opened.empty? && @situation.power == "on" && !caught?

        here || unseen || elsewhere
      end

      # @return [Step, nil] nil where nothing of the kind is wanted, or all of it was done
      def step
        return unless wanted?

        LastCheck.new(@session).second_looks.first&.step || here || elsewhere
      end

      private

      def wanted? =
        @belief.world.intermittent? ||
          (@situation.arrangement == Evidence::Arrangement.as_found && !@situation.found_off?)

      def caught? = @belief.observations.any? { |seen| seen.what == :wiggle && seen.reading == "flickers" }

      # The nearest combination not watched yet
      def unseen
        left = @session.proof.combinations - @session.proof.seen.keys
        raised = left.min_by { |one| one.count { |id, up| now[id] != up } } or return
        step = @session.approach.toggled(raised) { @session.permits.looking.step(:watch) }
        unless @situation.declined?(
                 { "do" => "watch" },
                 Evidence::Refusals::LOOKS,
                 toggled: raised.transform_values { |up| up ? "up" : "down" }
               )
          step
        end
      end

      def controls = @session.job.goal.controls

      # Combinations in which the light was seen on, as things are joined now; of several groups, all of them or, where
      # they are never on together, one
      def lit
        @lit ||=
          begin
            known = @session.proof.seen.reject { |raised, _| raised.any? { |_, up| up.nil? } }
            on = known.transform_values { |light| @session.job.goal.states(light).count("on") }
            most = on.values.max.to_i
            most.zero? ? [] : on.select { |_, count| count == most }.keys
          end
      end

      # Switches not wiggled in a combination while the light was on
      def left(raised) =
        controls.reject { |control| wiggled.include?([control.id, raised[control.id]]) || unwilling?(control) }

      def wiggled
        @wiggled ||=
          @belief
            .observations
            .select do |seen|
              seen.what == :wiggle && seen.toggles.known? && seen.arrangement == @situation.arrangement &&
                lit.include?(seen.toggles.positions)
            end
            .map { |seen| [seen.moved.first, seen.toggles.positions[seen.moved.first]] }
      end

      def unwilling?(control) = @situation.declined?({ "do" => "wiggle", "device" => control.id })

      # If the light is on as the toggles stand: the nearest toggle not wiggled
      def here
        return unless lit.include?(now)

        control = left(now).min_by { |one| one.place == @situation.at ? 0 : 1 }
        control && @session.permits.wiggled(control.id)
      end

      # Otherwise the toggles are thrown so that it is
      def elsewhere
        raised = lit.reject { |one| left(one).empty? }.min_by { |one| one.count { |id, up| now[id] != up } }
        raised && @session.approach.toggled(raised) { here }
      end
    end
  end
end

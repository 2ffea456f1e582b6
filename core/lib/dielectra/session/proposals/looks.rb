# frozen_string_literal: true

module Dielectra
  module Session
    # The light as the toggles stand, and with one of them thrown; and toggles wiggled where a fault may be
    # intermittent.
    class Looks < Proposal
      def to_a
        return [on_again].compact if @situation.power == "off"

        thrown = @job.goal.controls.flat_map { |control| thrown(control) }
        [watch(@now.toggles, nil), *thrown, *wiggles].compact
      end

      private

      # A breaker that was found off or tripped, on again for a look at the light: where nothing was done to the wiring,
      # and what could be bolted together has been shown not to be.
      def on_again
        return unless @situation.untouched? && @situation.found_off? && as_found?

        there = @work_state.switched_on(@costs, @job).spend(@costs["watch"])
        step = @approach.power { |looking| looking.step(:watch) }
        look = @now.action(:watch, nil, there, @now.lights(@now.arrangement, @now.toggles), step)
        return look if look.step || @permits.hazard(@now.arrangement) < Permits::HAZARD

        Clearances.new(@now).best(@now.arrangement, look.value)
      end

      def as_found? = @now.arrangement == Evidence::Arrangement.as_found

      def watch(toggles, control)
        return if @now.asked?(:lamp, nil, toggles)

        answers = @now.lights(@now.arrangement, toggles)
        unless control
          step = @approach.outlet(@now.proof.unread) || look
          return if step.nil?

          return @now.action(:watch, nil, @work_state.spend(@costs["watch"]), answers, step)
        end

        there = moved(control.place).spend(@costs["set"] + @costs["watch"])
        set = @permits.thrown(control.id, toggles.positions[control.id] ? "up" : "down")
        return if set.nil? || @situation.declined?({ "do" => "watch" }, toggled: { control.id => set["to"] })

        @now.action(:throw, control.id, there, answers, set)
      end

      # A look; where nothing can be seen, a reading
      def look = @now.proof.blind? ? @approach.outlet(@now.proof.blind) : @permits.looking.step(:watch)

      def thrown(control)
        known = @situation.positions[control.id]
        ups = known ? [!Trade::Position.raised?(known)] : [true, false]
        ups.map { |up| watch(@now.put(control, up), control) }
      end

      def wiggles
        return [] unless @now.world.intermittent?

        controls = @job.goal.controls.reject { |control| @now.asked?(:wiggle, control.id) }
        controls.map do |control|
          answers = @now.hypotheses.map { |hypothesis| flickering(hypothesis, control) }
          step = @permits.wiggled(control.id)
          @now.action(:wiggle, control.id, moved(control.place).spend(@costs["wiggle"]), answers, step)
        end
      end

      def flickering(hypothesis, control)
        shares = @now.prediction.shares(hypothesis, @now.toggles)
        share = @now.prediction.flickers(hypothesis, @now.arrangement, control.id, control.place, shares)
        { flickers: share, steady: 1 - share }
      end
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Session
    # The way to where a step can be taken. Yields the permit if it exists, or answers with the step that leads there.
    # Answers nil if that step was refused, or one was unsure of it twice.
    class Approach
      # Times one may be unsure of a step before it is not asked for again with everything as it is
      TRIES = 2

      # @param pre_energization_test [PreEnergizationTest]
      def initialize(situation, permits, pre_energization_test)
        @situation = situation
        @permits = permits
        @pre_energization_test = pre_energization_test
      end

      # @yieldparam hands [Permits::Hands]
      # @return [Step, nil] nil where hands cannot get in
      def hands(place)
        permit = @permits.hands(place)
        return fitting { taken(yield(permit)) } if permit

        cover = @permits.cover
        return switch_off unless cover

        other = remembered_off(place)
        return other if other
        return live_first if live_first?(place)

        offered(@situation.open?(place) ? cover.step(:prove_dead, place: place) : cover.step(:open, place: place))
      end

      # Opens a box, and nothing more
      def open(place)
        cover = @permits.cover or return switch_off
        return live_first if live_first?(place)

        remembered_off(place) || offered(cover.step(:open, place: place))
      end

      # Sets a new box, with the power off
      # @param fields [Hash{Symbol => Object}] of the step
      # @return [Step, nil]
      def box(**fields)
        cover = @permits.cover or return switch_off
        offered(cover.step(:box, **fields))
      end

      # Proves a place dead, with its device out
      def prove_dead(place) = @permits.cover&.then { |cover| offered(cover.step(:prove_dead, place: place)) }

      # @yieldparam looking [Permits::Looking]
      # @return [Step, nil] nil where it is not fit to be energized
      def power
        return yield(@permits.looking) if @situation.power == "on"

        permit = @permits.energize or return(trial if @pre_energization_test.failed?)
        tried_first do
          offered(
            permit.step(
              :breaker,
              device: @situation.job.breakers.find { |id| @situation.breakers[id] != "on" },
              to: "on"
            )
          )
        end
      end

      # Turns the breaker of another circuit back on
      # @return [Step, nil]
      def leave = @situation.left_off.filter_map { |id| restore(id) }.first

      # Finds the breaker that keeps a place live
      def second_circuit(place) = offered(@permits.looking.step(:find_breaker, point: @situation.live_point(place)))

      # Finds the breaker of a load that stays on with every known breaker off
      def breaker_of(load) = offered(@permits.looking.step(:find_breaker, load:))

      # Turns a breaker back on that feeds nothing of the job
      # @return [Step, nil]
      def restore(breaker) =
        @permits.energize&.then { |permit| offered(permit.step(:breaker, device: breaker, to: "on")) }

      # Turns a breaker on that was on when the job began, over boxes that are as they were found
      # @return [Step, nil]
      def back_on(breaker)
        permit = @permits.restore(breaker) || @permits.as_before(breaker)
        permit && offered(permit.step(:breaker, device: breaker, to: "on"))
      end

      def live(place, &block)
        power { fitting { taken(@permits.live(place)&.then(&block)) } }
      end

      # Whether something live has to be seen to before a box is opened or touched
      def live_first?(place) = @situation.live.any? && (@situation.live.key?(place) || !@situation.open?(place))

      def live_first = second_circuit(@situation.live.keys.first)

      # Reads whether an outlet is on, where nothing is plugged in that would show it
      # @param loads [Array<String>] outlets that a look did not tell of
      # @return [Step, nil]
      def outlet(loads)
        loads.each do |load|
          tool, at = Evidence::Sockets.reading(load, @situation)
          closed = Evidence::Sockets.closed(load, @situation) unless tool
          step = tool ? read_outlet(tool, at) : (closed && self.open(closed))
          return step if step && !@situation.exhausted?(step.to_h)
        end
        nil
      end

      # Throws toggles as wanted, then yields. The last throw leads to what the block says.
      # @param raised [Hash{String => Boolean}] switch => toggle up
      def toggled(raised)
        wrong =
          raised.reject { |id, up| @situation.positions[id] && Trade::Position.raised?(@situation.positions[id]) == up }
        return yield if wrong.empty?

        nearest = wrong.keys.min_by { |id| @situation.place_of_device(id) == @situation.at ? 0 : 1 }
        step = @permits.thrown(nearest, wrong[nearest] ? "up" : "down")
        throw = step && offered(step)
        throw && wrong.one? ? throw.leading_to(yield) : throw
      end

      private

      def read_outlet(tool, at)
        return offered(@permits.looking.step(:probe, tool:, at:)) if tool == Steps::Probe::PLUG_IN

        live(@situation.place_of_device(at.first)) { |live| live.step(:probe, tool:, at:) }
      end

      # The step, unless it does not fit what is there: a device was taken out, or is another than the plan took it for
      def fitting
        yield
      rescue Permits::Unfit
        nil
      end

      # The step, unless it was refused
      def taken(step) = (step unless step && @situation.declined?(step.to_h, TRIES))

      def offered(step) = (step unless @situation.declined?(step.to_h, TRIES))

      # The trial before power comes on, then what the block says
      def tried_first = trial || yield

      # The trial before power comes on, or again if it came out badly
      def trial
        place, tool, pair = @wanted ||= @pre_energization_test.wanted || [nil]
        step = place && @permits.hands(place)&.step(:probe, tool:, at: pair)
        step unless step.nil? || @situation.declined?(step.to_h)
      end

      # The breaker of another circuit that kept a box live on an earlier visit: off before the box is opened, and for
      # every box at once while one stands at the panel
      def remembered_off(place)
        places = @situation.at == @situation.job.panel.id ? @situation.job.boxes.map(&:id) : [place]
        places
          .flat_map { |name| @situation.remembered_breakers(name) }
          .reject { |id| @situation.breakers.key?(id) }
          .filter_map { |id| offered(@permits.looking.step(:breaker, device: id, to: "off")) }
          .first
      end

      # The next breaker off. The first one goes off while a load is on, so that it is seen which one it is.
      def switch_off
        on = @situation.concerned.find { |id| @situation.breakers[id] != "off" }
        return searched if on == Evidence::Roster::UNKNOWN

        lit_first(on) || offered(@permits.looking.step(:breaker, device: on, to: "off"))
      end

      # The breaker that nobody knows yet, by a load that is on or a conductor that is live
      def searched
        load = @situation.breaker_log.searched
        return breaker_of(load) if load

        place = @situation.live.keys.first
        second_circuit(place) if place
      end

      # Toggles as they stood when a load was last seen on, and a look, before a breaker goes off that nobody has seen
      # put a load out
      def lit_first(breaker)
        log = @situation.breaker_log
        return unless @situation.power == "on"
        if log.proved.any? || log.lit.any? || @situation.opened.any? || !@situation.job.breakers.include?(breaker)
          return
        end
        there = log.way_to_light(@situation.positions)
        there && toggled(there) { offered(@permits.looking.step(:watch)) }
      end
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Session
    # Before a circuit that obeys is called right: readings within reach that would show it wrong, a switched neutral
    # above all, and a second look if all hinges on one. Before a job is stopped: readings that would show that it can
    # be repaired.
    class LastCheck
      # Minutes that such a reading may cost.
      REACH = 3.0
      # Share of the doubt that it has to take away
      TELLING = 0.3

      # Posterior that hinges on a single look above which the light is watched again, and the least posterior of a
      # hypothesis considered for that
      ON_ONE_ANSWER = 0.05
      FAINT = 1e-5

      # Doubt too small to be taken away
      LEFT = 0.0002

      # @param session [Troubleshooting]
      # @yieldparam hypothesis [Diagnosis::Hypothesis]
      # @yieldreturn [Boolean] whether it would make what is about to be said wrong
      def initialize(session, &doubted)
        @session = session
        @doubted = doubted || ->(hypothesis) { !session.search.sound?(hypothesis) }
        search = @search = session.search
        @hypotheses = search.expected_cost.hypotheses
        @weights = search.expected_cost.weights
      end

      # @return [Action, nil] the reading that takes most doubt away for its minutes; nil where none is within reach
      def best
        return if unsound_share < LEFT

        (readings(%i[volts detect]) + second_looks)
          .select { |action| telling(action) >= TELLING }
          .max_by { |action| telling(action) / action.minutes }
      end

      # @return [Action, nil] of all readings, dead ones too, the one that takes most doubt away
      def any
        return if unsound_share < LEFT

        readings(%i[volts detect continuity join])
          .select { |action| telling(action) >= TELLING }
          .max_by { |action| telling(action) / action.minutes }
      end

      # @return [Array<Action>] the light once more in a combination in which it was watched once since anything was
      #   changed.
      def second_looks = seen_once.filter_map { |raised| second_look(raised) }

      # The look to repeat, if without it the circuit could well be wrong
      # @return [Action, nil]
      def pivotal
        raised, weight = pivots.max_by(&:last)
        second_look(raised) if weight && weight >= ON_ONE_ANSWER
      end

      private

      def seen_once = looks.tally.select { |_, times| times == 1 }.keys

      def second_look(raised)
        thrown =
          raised.count do |id, up|
            @session.situation.positions[id] && Trade::Position.raised?(@session.situation.positions[id]) != up
          end
        step = @session.approach.toggled(raised) { @session.permits.looking.step(:watch) }
        if @session.situation.declined?(
             { "do" => "watch" },
             Evidence::Refusals::LOOKS,
             toggled: raised.transform_values { |up| up ? "up" : "down" }
           )
          return
        end

        Action.new(
          purpose: :watch,
          minutes: @session.costs["watch"] + (thrown * (@session.costs["set"] + @session.costs["walk"])),
          value: 0.0,
          step:,
          answers: @hypotheses.map { |hypothesis| shown(hypothesis, raised) }
        )
      end

      # For each look taken once: the posterior, without that look, of all that would make the circuit wrong and is
      # contradicted by nothing else
      # @return [Hash{Hash => Float}]
      def pivots
        belief = @session.belief
        once = seen_once
        doubted = belief.hypotheses.select { |hypothesis| hypothesis.weight >= FAINT && @doubted.call(hypothesis) }
        doubted.each_with_object(Hash.new(0.0)) do |hypothesis, sums|
          against = belief.discrepancies(hypothesis)
          look = against.first
          unless against.one? && look.what == :lamp && look.toggles.known? && now?(look) &&
                   once.include?(look.toggles.positions)
            next
          end

          sums[look.toggles.positions] += hypothesis.weight / belief.prediction.likelihood(hypothesis, look)
        end
      end

      def now?(seen) = seen.arrangement == @session.situation.arrangement

      def readings(purposes) =
        @search.all.select { |action| purposes.include?(action.purpose) && action.minutes <= REACH && action.step }

      # Combinations in which the light was watched as things are joined now
      def looks
        seen = @session.belief.observations.select { |one| one.what == :lamp && one.toggles.known? && now?(one) }
        seen.map { |one| [one.number, one.toggles.positions] }.uniq.map(&:last)
      end

      def shown(hypothesis, raised)
        @session.belief.prediction.lights_with(
          hypothesis,
          @session.situation.arrangement,
          Diagnosis::Toggles.now(@session.belief.world, @session.situation, raised)
        )
      end

      def unsound = @unsound ||= @hypotheses.map { |hypothesis| @doubted.call(hypothesis) }

      def unsound_share = @unsound_share ||= share { |number| unsound[number] ? 1.0 : 0.0 }

      def share = @weights.each_with_index.sum { |weight, number| weight * yield(number) }

      # Share of the doubt that the expected answer takes away
      def telling(action)
        expected =
          action
            .answers
            .flat_map(&:keys)
            .uniq
            .max_by { |answer| share { |number| unsound[number] ? 0.0 : action.answers[number].fetch(answer, 0.0) } }
        seen = share { |number| action.answers[number].fetch(expected, 0.0) }
        left = share { |number| unsound[number] ? action.answers[number].fetch(expected, 0.0) : 0.0 }
        seen.zero? ? 0.0 : 1.0 - (left / seen / unsound_share)
      end
    end
  end
end

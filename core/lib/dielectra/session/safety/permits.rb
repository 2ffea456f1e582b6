# frozen_string_literal: true

module Dielectra
  module Session
    # Which steps may be asked for. Each permit exists only in situations in which all its steps are safe, and each kind
    # of step names the one permit that issues it. No permit issues an unsafe step.
    #
    #   permits.hands("porch")      # => nil unless every breaker is off and the porch box was proved dead since
    #   permits.hands("porch")&.step(:arrange, joints:)
    class Permits
      # How a trouble began that may be heard, seen or smelled where a contact arcs
      ALARMING = %w[smell_or_heat after_water].freeze
      # Probability that a throw closes a short above which nobody throws
      THROWN = 0.25
      # Probability of a hazard above which no step energizes
      HAZARD = 0.002
      # The same for a house that is put back as it was found, and was on then
      AS_BEFORE = 0.1
      # A step that does not fit what is there, or that another permit issues
      class Unfit < ArgumentError
      end
      # Issues steps of the kinds that name it, and no others (Steps::Kind#permit).
      class Permit
        # @param place [String, nil] the one place it is for
        def initialize(situation, place = nil)
          @situation = situation
          @place = place
        end

        # @param kind [Symbol] of step
        # @param fields [Hash{Symbol => Object}] the place of the permit is added where the kind wants one
        # @return [Step]
        # @raise [Unfit] for a step that this permit does not cover
        def step(kind, **fields)
          fields = fields.transform_keys(&:to_s)
          label = kind.to_s
          fields = { "place" => @place, **fields } if @place && Steps.kinds.fetch(label)::FIELDS.key?("place")
          step = Steps.of({ "do" => label, **fields })
          raise Unfit, "#{label} needs another permit than #{name}" unless step.permit == name

          confine(step) if @place
          check(step)
          Step.issue(self, step.fields)
        end

        private

        # What a permit checks besides
        # @raise [Unfit]
        def check(_step)
        end

        def confine(step)
          step.confine!(@situation, @place)
        rescue ArgumentError => e
          raise Unfit, e.message
        end

        def name = @name ||= self.class.name.split("::").last.downcase.to_sym
      end

      # Always there: look, turn a breaker off, change a bulb.
      class Looking < Permit
      end
      # One toggle may be thrown or wiggled: with the power off always; with it on, where that is not expected to close
      # a short, and where nothing has sparked or smelled.
      class Toggle < Permit
        def initialize(situation, allowed)
          super(situation)
          @allowed = allowed
        end

        private

        def check(step)
          raise Unfit, "another toggle" unless @allowed == step.fields.values_at("device", "to")
        end
      end

      # Every breaker of the job is off: a cover may come off, a tester may go in to prove the place dead, and a wall
      # may be cut. No cover comes off while another box is known to be live.
      class Cover < Permit
        private

        def check(step)
          raise Unfit, "a box is still live" if step.class.label == "open" && @situation.live.any?
        end
      end
      # Every breaker is off and this place was proved dead since: hands may go in.
      class Hands < Permit
      end
      # The power is on and this place is open: a tester may touch, hands may not.
      class Live < Permit
      end
      # Nothing bare is loose, no hypothesis of any weight has line on a neutral, a ground or an enclosure, and no trial
      # has shown it there.
      class Energize < Permit
      end

      # A breaker that was on goes back on while every open box is as it was found.
      class Restore < Energize
        private

        def name = :energize
      end

      # @param situation [Evidence::Situation]
      # @param belief [Diagnosis::Belief]
      # @param soundness [Repair::Soundness]
      # @param pre_energization_test [PreEnergizationTest]
      def initialize(situation, belief, soundness, pre_energization_test)
        @situation = situation
        @belief = belief
        @soundness = soundness
        @pre_energization_test = pre_energization_test
        @hazard = {}
      end

      def looking = Looking.new(@situation)

      # @param device [String] a control
      # @param to [String, nil] its position afterwards; nil where it is wiggled
      # @return [Toggle, nil]
      def toggle(device, to = nil)
        return Toggle.new(@situation, [device, to]) if @situation.power == "off"

        Toggle.new(@situation, [device, to]) unless alarming? || (to && risky?(device, Trade::Position.raised?(to)))
      end

      # @return [Step, nil] a toggle thrown, where that is safe
      def thrown(device, to) = toggle(device, to)&.step(:set, device:, to:)

      # @return [Step, nil] a toggle wiggled, where that is safe
      def wiggled(device) = toggle(device)&.step(:wiggle, device:)

      # @return [Cover, nil]
      def cover = (Cover.new(@situation) if @situation.off?)

      # @return [Hands, nil]
      def hands(place) = (Hands.new(@situation, place) if @situation.open?(place) && @situation.proved_dead?(place))

      # @return [Live, nil]
      def live(place) = (Live.new(@situation, place) if @situation.open?(place) && @situation.power == "on")

      # @return [Energize, nil]
      def energize =
        (
          if @situation.bare.empty? && !scorched? && !alarming? && hazard(@situation.arrangement) < HAZARD &&
               !@pre_energization_test.failed? && !blind?(@situation.arrangement)
            Energize.new(@situation)
          end
        )

      # A breaker that was on when the job began goes on again over boxes that are as they were found, where nothing
      # known makes that unsafe.
      # @param breaker [String]
      # @return [Restore, nil]
      def as_before(breaker)
        return unless @situation.breakers_found[breaker] == "on" && @situation.as_found?
        return if @situation.bare.any? || @pre_energization_test.failed? || tripped? || scorched? || alarming?

        Restore.new(@situation) if hazard_anywhere(@situation.arrangement) < AS_BEFORE
      end

      # @param breaker [String]
      # @return [Restore, nil]
      def restore(breaker)
        return if @situation.concerned.include?(breaker) || @situation.bare.any?

        Restore.new(@situation) if @situation.arrangement == Evidence::Arrangement.as_found
      end

      # Whether an arrangement joins single conductors, found loose, before anybody has seen which of them is live
      def blind?(arrangement)
        @situation.opened.keys.any? do |place|
          !@situation.apart?(arrangement.joints.fetch(place, [])) && unsearched(place).any?
        end
      end

      # Single conductors of a place, found loose, not yet tested with a detector; none once one of them was seen
      # live
      # @return [Array<String>]
      def unsearched(place)
        return [] unless @situation.tool?("ncv") && @situation.unsorted.include?(place) && !seen_live?(place)

        wires = @situation.conductors(place)
        wires.reject do |point|
          @belief.observations.any? { |seen| seen.what == :ncv && seen.at == [point] } ||
            @situation.declined?({ "do" => "probe", "tool" => "ncv", "at" => [point] })
        end
      end

      # Probability that energizing is a hazard with the toggles as they stand. Hypotheses that are not looked at count
      # as hazards.
      def hazard(arrangement) = @hazard[arrangement] ||= summed_hazard(arrangement)

      # @return [Float] probability that it is a hazard in some position of the toggles
      def hazard_anywhere(arrangement) =
        @belief.hypotheses.sum do |one|
          one.ways.any? { |way| @soundness.hazards(way, arrangement).positive? } ? one.weight : 0.0
        end

      # @return [Array<Diagnosis::Hypothesis>] those under which energizing would be a hazard, heaviest first
      def hazardous(arrangement) =
        @belief.hypotheses.select do |hypothesis|
          hypothesis.weight > HAZARD / 100 && hazard_of(hypothesis, arrangement) > HAZARD
        end

      private

      # Whether something sparked, smelled, got hot or wet, and nobody has looked into the switch boxes yet
      def alarming? =
        ALARMING.include?(@situation.job.began) && @situation.arrangement == Evidence::Arrangement.as_found &&
          !@situation.job.controls.all? { |control| @situation.open?(control.place) }

      # Whether line most likely meets neutral, ground or metal once a toggle is thrown
      def risky?(device, raised)
        known = (@risky ||= {})
        known.fetch([device, raised]) do
          modeled = @situation.job.goal.controls.any? { |control| control.id == device }
          there = Diagnosis::Toggles.now(@belief.world, @situation, modeled ? { device => raised } : {})
          known[[device, raised]] = closes_short?(there)
        end
      end

      def closes_short?(toggles)
        sum = 0.0
        @belief.hypotheses.each do |one|
          break if one.weight < HAZARD / 100

          sum += one.weight * tripping(one, toggles)
          return true if sum > THROWN
        end
        false
      end

      def tripping(hypothesis, toggles) =
        hypothesis
          .ways
          .map { |way| @belief.prediction.shares(hypothesis, toggles).of(way.reach(@situation.arrangement).tripped) }
          .max

      # Whether a scorched device still has wires on it
      def scorched? = @situation.burnt.each_key.any? { |device| @situation.wired?(device) }

      # Whether a breaker was seen to trip
      def tripped? =
        @situation.breakers_found.value?("tripped") ||
          @belief.observations.any? { |seen| seen.what == :breaker && seen.reading == "tripped" }

      def seen_live?(place)
        @belief.observations.any? { |seen| seen.live? && @situation.place_of_point(seen.at.first) == place }
      end

      def summed_hazard(arrangement)
        sum = 0.0
        left = 1.0
        @belief.hypotheses.each do |hypothesis|
          left -= hypothesis.weight
          sum += hypothesis.weight * hazard_of(hypothesis, arrangement)
          break if sum >= HAZARD || left < HAZARD / 20
        end
        sum + [left, 0.0].max
      end

      # Probability of a hazard under one hypothesis, over the states its contacts may be in
      def hazard_of(hypothesis, arrangement)
        hypothesis
          .ways
          .map { |way| @belief.prediction.shares(hypothesis, toggles).of(@soundness.hazards(way, arrangement)) }
          .max
      end

      def toggles = @toggles ||= Diagnosis::Toggles.now(@belief.world, @situation)
    end
  end
end

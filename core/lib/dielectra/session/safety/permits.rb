# frozen_string_literal: true

module Dielectra
  module Session
    # What may be asked for as things stand. Each permit exists only in situations in which all its steps are safe, and
    # each step is a method of the one permit it needs; so a step that is not safe has nobody who could issue it.
    #
    #   permits.hands("porch")      # => nil unless every breaker is off and the porch box was proved dead since
    #   permits.hands("porch")&.arrange(joints)
    class Permits
      # Probability of a hazard above which nobody is asked to energise.
      HAZARD = 0.002
      # Issues steps.
      class Permit
        def initialize(situation)
          @situation = situation
        end

        private

        def issue(**fields) = Step.issue(self, fields.transform_keys(&:to_s))
      end

      # Always there: looking, working a toggle, turning a breaker off, changing a lamp.
      class Looking < Permit
        def watch = issue(do: "watch")

        # A toggle moved without being thrown, cover on.
        def wiggle(device) = issue(do: "wiggle", device:)

        def set(device, position) = issue(do: "set", device:, to: position)

        def breaker_off(device) = issue(do: "breaker", device:, to: "off")

        # From the panel: breakers are tried one by one until the point goes dead.
        def find_breaker(point) = issue(do: "find_breaker", point:)

        def replace_lamp(device) = issue(do: "replace", device:, kind: "lamp")
      end

      # Every breaker of the job is off: a cover may come off, and a tester may go in to prove the place dead.
      class Cover < Permit
        def open(place) = issue(do: "open", place:)

        def prove_dead(place) = issue(do: "prove_dead", place:)
      end

      # Every breaker is off and this place was proved dead since: hands may go in.
      class Hands < Permit
        def initialize(situation, place)
          super(situation)
          @place = place
        end

        def arrange(joints) = issue(do: "arrange", place: @place, joints:)

        def replace(device, kind) = issue(do: "replace", device: here(device), kind:)

        # A device that touches nothing, in a position.
        def bench(device, position)
          raise ArgumentError, "#{device} is still in the circuit" if @situation.wired?(device)

          issue(do: "bench", device: here(device), position:)
        end

        # A tab of a device here, broken off for good.
        def tab(device, name) = issue(do: "tab", device: here(device), tab: name)

        def mark(point, tape) = issue(do: "mark", point:, tape:)

        def probe(tool, points)
          raise ArgumentError, "#{tool} wants the power on" unless Trade.instruments.fetch(tool)["power"] == "off"

          issue(do: "probe", tool:, at: points.each { |point| here(point) })
        end

        private

        def here(name)
          place = name.include?("/") ? name.split("/").first : @situation.place_of_point("#{name.split(".").first}.x")
          raise ArgumentError, "#{name} is not in #{@place}" unless place == @place

          name
        end
      end

      # The power is on and the place is open: a tester may touch, hands may not.
      class Live < Permit
        def initialize(situation, place)
          super(situation)
          @place = place
        end

        def probe(tool, points)
          raise ArgumentError, "#{tool} wants the power off" unless Trade.instruments.fetch(tool)["power"] == "on"

          issue(do: "probe", tool:, at: points)
        end
      end

      # Nothing bare is loose, no hypothesis of any weight has line on a neutral, a ground or an enclosure, and no trial has
      # shown it there.
      class Energise < Permit
        def breaker_on(device) = issue(do: "breaker", device:, to: "on")
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

      # @return [Cover, nil]
      def cover = (Cover.new(@situation) if @situation.off?)

      # @return [Hands, nil]
      def hands(place) = (Hands.new(@situation, place) if @situation.open?(place) && @situation.proved_dead?(place))

      # @return [Live, nil]
      def live(place) = (Live.new(@situation, place) if @situation.open?(place) && @situation.power == "on")

      # @return [Energise, nil]
      def energise =
        (
          if @situation.bare.empty? && hazard(@situation.arrangement) < HAZARD && !@pre_energization_test.failed? &&
               !blind?(@situation.arrangement)
            Energise.new(@situation)
          end
        )

      # Whether single conductors that were found apart are joined under an arrangement though nobody has seen which of them is
      # live: dead readings leave too many ways there.
      def blind?(arrangement)
        @situation.opened.keys.any? do |place|
          !@situation.apart?(arrangement.joints.fetch(place, [])) && unsearched(place).any?
        end
      end

      # Single conductors of a place, found apart, that nobody has held a detector to; none once one of them was seen live.
      # @return [Array<String>]
      def unsearched(place)
        return [] unless @situation.tool?("ncv") && @situation.unsorted.include?(place) && !seen_live?(place)

        wires = @situation.conductors(place)
        wires.reject do |point|
          @belief.observations.any? { |seen| seen.what == :ncv && seen.at == [point] } ||
            @situation.declined?({ "do" => "probe", "tool" => "ncv", "at" => [point] })
        end
      end

      # Probability that energising under an arrangement, toggles as they stand, is a hazard: at least that of the hypotheses
      # looked at, what is not looked at counted as one.
      def hazard(arrangement) = @hazard[arrangement] ||= summed_hazard(arrangement)

      # @return [Array<Diagnosis::Hypothesis>] those under which energising would be a hazard, heaviest first
      def hazardous(arrangement) =
        @belief.hypotheses.select do |hypothesis|
          hypothesis.weight > HAZARD / 100 && hazard_of(hypothesis, arrangement) > HAZARD
        end

      private

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

      # How likely energising is a hazard under a hypothesis, the contacts standing as they may.
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

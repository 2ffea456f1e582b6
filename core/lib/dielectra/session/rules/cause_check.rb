# frozen_string_literal: true

module Dielectra
  module Session
    # Before a switch is taken out: if a new one would repair several faults, the dead reading that tells which of them
    # it was. The record names it, and later nobody can tell any more.
    class CauseCheck < Rule
      # Information gain about the cause, in bits, that a reading needs
      TELLING = 0.2
      # The same for an intermittent fault, which a single reading seldom catches
      TELLING_A_LITTLE = 0.04
      # Times an intermittent contact is tried, the toggle thrown anew each time
      TRIES = 4
      # Discount on a reading for which the toggle has to be thrown first
      LATER = 0.75

      # @param action [Action] the repair that comes next
      # @return [Step, nil] nil where it takes no switch out, or nothing tells
      def step(action)
        unless action.step.do == "replace" && action.step["kind"] != "lamp" && @session.situation.tool?("continuity")
          return
        end

        place = @situation.place_of(action.step.to_h)
        concerned(action.subject)
        way, pair = best(place) unless @question.bits < telling
        return unless pair
        return @session.approach.toggled(thrown(place).positions) { nil } if way.again

        @session
          .approach
          .hands(place) do |hands|
            @session.approach.toggled(way.toggles.positions) { hands.step(:probe, tool: "continuity", at: pair) }
          end
      end

      private

      # The hypotheses that the repair would repair, and what each says was wrong
      def concerned(plan)
        expected_cost = @session.expected_cost
        done = plan.carried_out(@situation)
        some =
          expected_cost
            .hypotheses
            .zip(expected_cost.weights)
            .select { |hypothesis, _| @session.soundness.sound?(hypothesis, done) }
        @hypotheses = some.map(&:first)
        @question =
          OpenQuestion.new(@hypotheses.map { |hypothesis| hypothesis.deviations.map(&:cause).sort }, some.map(&:last))
      end

      # How the toggles stand for a reading, its discount, and whether they are thrown back and forth first
      Way = Struct.new(:toggles, :worth, :again)

      # @return [Array(Way, Array<String>), nil] how the toggles shall stand, and the pair of points that tells most
      def best(place)
        told = ways(place).flat_map { |way| readings(place, way).map { |pair, bits| [bits * way.worth, way, pair] } }
        bits, way, pair = told.max_by(&:first)
        [way, pair] if bits && bits >= telling
      end

      # The toggles as they stand, with the local one thrown, and with it thrown back and forth
      def ways(place)
        other = thrown(place)
        [
          Way.new(toggles, 1.0, false),
          (Way.new(other, LATER, false) if other),
          (Way.new(toggles, LATER**2, true) if other && toggles.known? && intermittent?)
        ].compact
      end

      def intermittent? = @hypotheses.any?(&:intermittent?)

      def telling = intermittent? ? TELLING_A_LITTLE : TELLING

      def readings(place, way)
        points = @situation.points(place).reject { |point| PointId.metal?(point) }
        pairs =
          points.combination(2).reject { |pair| taken?("continuity", pair, way.toggles, intermittent? ? TRIES : 1) }
        devices = @session.job.devices_at(place).map(&:id)
        beeps =
          ContinuitySignatures.new(
            @hypotheses,
            @belief.prediction,
            @arrangement,
            way.toggles,
            pairs,
            stirred: @situation.stirred | (way.again ? devices : [])
          )
        pairs.map { |pair| [pair, @question.information_gain(beeps.yes(pair).values_at(*beeps.signature_of))] }
      end
    end
  end
end

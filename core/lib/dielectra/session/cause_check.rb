# frozen_string_literal: true

module Dielectra
  module Session
    # Before a switch is taken out: where the same new switch would mend several things, the dead reading that tells which of
    # them it was. Once the old one is gone nobody can say any more, and the record names it.
    class CauseCheck < RecordReading
      # Bits about the cause that a reading has to give.
      TELLING = 0.2
      # What those bits are worth where the switch has to be thrown first.
      LATER = 0.75

      # @param candidate [Candidate] the repair that comes next
      # @return [Step, nil] nil where it takes no switch out, or nothing tells
      def step(candidate)
        return unless candidate.step.do == "replace" && candidate.step["kind"] != "lamp" && @session.job.tool?("continuity")

        place = @situation.place_of(candidate.step.to_h)
        concerned(candidate.subject)
        pair, toggles = best(place) unless @question.bits < TELLING
        return unless pair

        @session.approach.hands(place) { |hands| @session.approach.toggled(toggles.positions) { hands.probe("continuity", pair) } }
      end

      private

      # The hypotheses that the repair would mend, and what each says was wrong.
      def concerned(plan)
        outlook = @session.outlook
        some = outlook.hypotheses.zip(outlook.weights).select { |hypothesis, _| @session.planner.plan(hypothesis, @situation).key == plan.key }
        @hypotheses = some.map(&:first)
        @question = OpenQuestion.new(@hypotheses.map { |hypothesis| hypothesis.deviations.map(&:cause).sort }, some.map(&:last))
      end

      # @return [Array(Array<String>, Diagnosis::Toggles), nil] the pair of points that tells most, and how the toggles shall stand
      def best(place)
        told = ways(place).flat_map { |toggles, share| readings(place, toggles).map { |pair, bits| [bits * share, pair, toggles] } }
        bits, pair, toggles = told.max_by(&:first)
        [pair, toggles] if bits && bits >= TELLING
      end

      # The toggles as they stand, and with the one of the place thrown, which takes a little longer.
      def ways(place)
        return [] unless toggles.known?

        [[toggles, 1.0], [thrown(place), LATER]].select(&:first)
      end

      def readings(place, toggles)
        points = @situation.points(place).reject { |point| point.end_with?(".ground", ".box") }
        pairs = points.combination(2).reject { |pair| taken?("continuity", pair, toggles) }
        beeps = Beeps.new(@hypotheses, @belief.prediction, @arrangement, toggles, pairs)
        pairs.map { |pair| [pair, @question.told_by(beeps.yes(pair).values_at(*beeps.pattern_of))] }
      end
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Session
    # Before a switch is taken out: where the same new switch would mend several things, the dead reading that tells which of
    # them it was. Once the old one is gone nobody can say any more, and the record names it.
    class CauseCheck < RecordReading
      # Bits about the cause that a reading has to give.
      TELLING = 0.2
      # The same where something comes and goes, which a single reading seldom catches.
      TELLING_A_LITTLE = 0.04
      # Times that a contact which may come and go is tried, thrown anew each time.
      TRIES = 4
      # What those bits are worth where the switch has to be thrown first.
      LATER = 0.75

      # @param candidate [Candidate] the repair that comes next
      # @return [Step, nil] nil where it takes no switch out, or nothing tells
      def step(candidate)
        return unless candidate.step.do == "replace" && candidate.step["kind"] != "lamp" && @session.job.tool?("continuity")

        place = @situation.place_of(candidate.step.to_h)
        concerned(candidate.subject)
        pair, toggles = best(place) unless @question.bits < telling
        return unless pair

        @session.approach.hands(place) { |hands| @session.approach.toggled(toggles.positions) { hands.probe("continuity", pair) } }
      end

      private

      # The hypotheses that the repair would mend, and what each says was wrong.
      def concerned(plan)
        outlook = @session.outlook
        done = plan.carried_out(@situation)
        some = outlook.hypotheses.zip(outlook.weights).select { |hypothesis, _| @session.soundness.sound?(hypothesis, done) }
        @hypotheses = some.map(&:first)
        @question = OpenQuestion.new(@hypotheses.map { |hypothesis| hypothesis.deviations.map(&:cause).sort }, some.map(&:last))
      end

      # @return [Array(Array<String>, Diagnosis::Toggles), nil] the pair of points that tells most, and how the toggles shall stand
      def best(place)
        told = ways(place).flat_map { |toggles, share| readings(place, toggles).map { |pair, bits| [bits * share, pair, toggles] } }
        bits, pair, toggles = told.max_by(&:first)
        [pair, toggles] if bits && bits >= telling
      end

      # The toggles as they stand, and with the one of the place thrown, which takes a little longer.
      def ways(place)
        [([toggles, 1.0] if toggles.known?), [thrown(place), LATER]].select { |way| way&.first }
      end

      def coming_and_going? = @hypotheses.any?(&:comes_and_goes?)

      def telling = coming_and_going? ? TELLING_A_LITTLE : TELLING

      # What comes and goes is tried again once it was thrown.
      def most(toggles) = coming_and_going? && (toggles != self.toggles || just_thrown?) ? TRIES : 1

      def just_thrown? = @session.steps.last["do"] == "set"

      def readings(place, toggles)
        points = @situation.points(place).reject { |point| point.end_with?(".ground", ".box") }
        pairs = points.combination(2).reject { |pair| taken?("continuity", pair, toggles, most(toggles)) }
        beeps = Beeps.new(@hypotheses, @belief.prediction, @arrangement, toggles, pairs)
        pairs.map { |pair| [pair, @question.told_by(beeps.yes(pair).values_at(*beeps.pattern_of))] }
      end
    end
  end
end

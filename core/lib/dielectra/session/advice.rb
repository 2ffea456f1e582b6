# frozen_string_literal: true

module Dielectra
  module Session
    # The next step as a person needs it: what to do, what for, what each answer would mean, and what it costs.
    class Advice
      # Other things that could be done.
      OTHERS = 3
      # Why a rule is one.
      RULES = {
        look: "Nothing is opened before the light and the breaker were looked at once.",
        prove_dead: "Whoever has drawn a device out proves the box dead first; what stays live belongs to another circuit.",
        bench: "Its screws say nothing. What it joins in either position says what it is; what is said of its wires before that is a guess.",
        live_search: "Everything here hangs loose and looks alike: apart and capped, the detector finds the line.",
        cause: "A new switch would mend it whatever it was. This tells what, while the old one is still in its place.",
        polarity: "The light obeys. It would with line and neutral the other way round as well: this tells.",
        steady: "What comes and goes obeys when somebody looks. Seen right twice and wiggled, it is called right.",
        last_check: "The light obeys. This reading shows whether its neutral is switched all the same.",
        second_look: "Nothing hangs on one answer: this one would show it.",
        downstream: "The light obeys. What hangs on beyond has to live as well.",
        metal: "The light obeys. Metal that a hand can touch must be dead, and should have a path to ground.",
        roles: "The light obeys. Which conductor is the line and which the load is open still; for the record this tells.",
        mark: "It turned out to be hot, and its colour says otherwise: it is marked before the box is closed.",
        leave: "It was off for safety's sake alone."
      }.freeze

      # What is to be done next.
      def self.next(session) = new(session, session.next, session.decision.candidate, session.decision.rule)

      # What could be done instead, best first: the best of each kind and place.
      # @return [Array<Advice>]
      def self.instead(session)
        now = session.next.to_h
        others = session.candidates.reject { |one| one.step == :stop || one.step.to_h == now }
        others.uniq { |one| [one.purpose, one.step["place"] || session.situation.place_of(one.step.to_h)] }.uniq { |one| one.step.to_h }
              .first(OTHERS).map { |one| new(session, one.step, one) }
      end

      # @param step [Step]
      # @param candidate [Candidate, nil] what it is for
      # @param rule [Symbol, nil] the rule it follows
      def initialize(session, step, candidate, rule = nil)
        @session = session
        @step = step
        @candidate = candidate
        @rule = rule
      end

      # @return [Hash] `step`, `title`, `detail`, `caution`, `place`, `minutes`, `purpose`, `goal`, `choices`, the `moves` of a
      #   rewire, the `points` that the step is about, and `ahead`: minutes the whole job is expected to take from here with it
      def to_h
        told = Instruction.of(@step.to_h, @session.situation)
        told.merge("step" => @step.to_h, "minutes" => @session.costs.of(@step.to_h, @session.situation).round(1), "purpose" => purpose,
                   "goal" => goal, "moves" => moves, "points" => points, "ahead" => @candidate&.value&.round(1),
                   "choices" => Choices.new(@session, @step, (@candidate if asked? && @candidate.answers)).to_a)
      end

      private

      def moves
        return [] unless @step.do == "arrange"

        Moves.between(@session.situation.joints(@step["place"]), @step["joints"])
      end

      def points
        return @step["at"] if @step["at"]
        return [@step["point"]] if @step["point"]
        return [] unless @step.do == "arrange"

        Evidence::Arrangement.changed(@session.situation.joints(@step["place"]), @step["joints"])
      end

      # Whether the step is the question itself, and not the way there.
      def asked? = %w[watch probe].include?(@step.do) && @candidate && (@candidate.answers || @candidate.purpose == :clear)

      # Whether it is the trial before power comes on.
      def before_power? = @step.do == "probe" && @candidate && @candidate.answers.nil? && @candidate.purpose != :clear

      # Where steps lead that are not the aim themselves.
      def goal
        return if @candidate.nil?
        return "switch the power on" if before_power?

        case @candidate.purpose
        when :open then "open the #{Instruction.name(@candidate.subject)} box" unless @step.do == "open"
        when :continuity then "test continuity in the #{place_of_question} box" unless asked?
        when :clear then "make sure that the power can come on" unless asked?
        when :volts, :detect then "a reading with the power on in the #{place_of_question} box" unless asked?
        when :join then "find the far ends of two conductors" unless asked?
        when :apart then "take the #{Instruction.name(@candidate.subject)} box apart" unless @step.do == "arrange"
        when :repair then "the rewire" unless %w[arrange replace mark].include?(@step.do)
        when :prove then "watch every combination" unless asked?
        end
      end

      def place_of_question = Instruction.name(@session.situation.place_of_point(@candidate.subject.first))

      def purpose
        return RULES.fetch(@rule) if @rule
        return "Wires were moved: no ohms here, or those of a lamp, and nothing has line on ground or neutral." if before_power?

        case @candidate.purpose
        when :watch, :throw then "How the light answers tells causes apart that look the same so far."
        when :wiggle then "Something comes and goes. A contact or a wire in this box that does shows now."
        when :lamp then "A lamp is the cheapest thing to rule out."
        when :open then opening(share_at(@candidate.subject))
        when :continuity, :volts, :detect then asked? ? "Of all readings in reach it tells most for its minute." : "It tells apart #{rivals}."
        when :clear then "If line met neutral or ground anywhere, it would show here; then the power can come on after the rewire."
        when :apart then "As it is joined it cannot be energised with certainty; apart and capped it can, and then the line shows."
        when :join then "It finds the far ends of two conductors in one go."
        when :repair then "#{leading} The smallest change that mends it."
        when :prove then "Nothing is called mended that was not watched: every control, from every state of the others."
        end
      end

      def opening(share)
        return "What is in it tells where the cables go, and nothing cheaper does." if share < 0.3

        "#{percent(share)} that something is wrong in there; for the walk and the risk it tells most."
      end

      def suspects = @suspects ||= @session.findings.suspects

      def leading
        causes, share = suspects.first
        "#{Wording.causes(causes)} (#{percent(share)})."
      end

      def rivals
        named = suspects.first(2).map { |causes, share| "“#{Wording.causes(causes)}” (#{percent(share)})" }
        named.size > 1 ? named.join(" and ") : "what is left"
      end

      def share_at(place)
        suspects.sum { |causes, share| causes.any? { |cause| cause["place"] == place } ? share : 0.0 }
      end

      def percent(share) = Wording.percent(share)
    end
  end
end

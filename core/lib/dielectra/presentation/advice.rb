# frozen_string_literal: true

module Dielectra
  module Presentation
    # The next step as a person needs it: what to do, what for, what each answer would mean, and what it costs.
    class Advice
      # Alternatives shown
      OTHERS = 3
      # Why each rule asks for its step
      RULES = {
        look: "Look at the light and the breaker once before anything is opened.",
        breaker: "The label is not proof. A load that goes out with the breaker is.",
        second_circuit: "Something here is still live. Find its breaker before anything else is opened or touched.",
        prove_dead: "The device is out. Prove the box dead before hands go in.",
        scorched: "It is scorched. Cut the ends back to bright copper and fit a new one before power comes back.",
        stray: "Nobody knows what it controls. If it lies across line and neutral, ohms to ground come and go with it.",
        partners: "It shares the box, and nobody said what it controls. One throw shows it.",
        bench: "Its screws are unmarked. Which ones it joins in each position identifies it.",
        live_search: "All conductors here are loose and look alike. Apart and capped, the detector finds the line.",
        cause: "A new switch would fix it either way. This shows how the old one failed.",
        parted: "With one breaker off, its lights alone should be out.",
        leak: "A little current gets through. The switch read by itself shows whether it is the switch or the cable.",
        again: "Nothing known explains the answers so far. One of them may be misread. Take the last one again.",
        unexplained: "Nothing known explains the answers so far. Another box may.",
        shared_box: "The lights work, but crossed circuits or a switched neutral would look the same. Check inside.",
        loose_load:
          "This conductor was found loose, and nothing listed uses it. Full voltage to line means it feeds a load.",
        reversed_cable:
          "White is hot in this cable, and the other conductor is the neutral. The load shows which end is reversed.",
        polarity: "The light works. It would also work with line and neutral exchanged. This tells which.",
        steady: "An intermittent fault can hide while you look. See it right twice and wiggle every toggle.",
        unplug: "It may be what is plugged in. Out with it before copper is blamed.",
        short: "Read before you reset. What touches shows here, and no breaker is closed onto it.",
        hold: "It was said to trip. Too much on a circuit shows only after some minutes, with the loads on.",
        unreproduced: "It works now, and still somebody called. Its box shows what was done there.",
        last_check: "The light works. This reading shows whether the neutral is switched anyway.",
        second_look: "The finding rests on one answer. Take it again.",
        downstream: "The light works. Everything downstream has to be live as well.",
        legs: "Two circuits share a neutral. About 0 V from hot to hot means one leg, and a neutral that may overheat.",
        bond: "The box is dead and open: read its metal now. With the power on, a meter cannot tell a good ground.",
        metal: "The light works. Metal that a hand can touch must be dead, and should have a path to ground.",
        roles: "The light works. This tells the line from the load, for the record.",
        mark: "It is hot, and its color does not say so. Mark it before the box is closed.",
        leave: "It was only off for safety.",
        depart: "The job stops here. What worked when you came works again when you leave.",
        first_try: "Before anything is changed: see that it works as it is.",
        first_box: "It does not work as it is. Its box shows whether something is loose or wrong there.",
        for_change: "The change needs this box open. What it holds decides how it is made.",
        change: "The plan is settled. This is the work."
      }.freeze

      # What is to be done next.
      def self.next(session) = new(session, session.next, session.decision.action, session.decision.rule)

      # What could be done instead, best first: the best of each kind and place.
      # @return [Array<Advice>]
      def self.instead(session)
        now = session.next.to_h
        others = session.actions.reject { |one| one.step == :stop || one.step.to_h == now }
        others
          .uniq { |one| [one.purpose, one.step["place"] || session.situation.place_of(one.step.to_h)] }
          .uniq { |one| one.step.to_h }
          .first(OTHERS)
          .map { |one| new(session, one.step, one) }
      end

      # @param step [Step]
      # @param action [Action, nil] what it is for
      # @param rule [Symbol, nil] the rule it follows
      def initialize(session, step, action, rule = nil)
        @session = session
        @step = step
        @action = action
        @rule = rule
      end

      # @return [Hash] `step`, `title`, `detail`, `caution`, `place`, `minutes`, `purpose`, `goal`, `choices`, the
      #   `moves` of a rewire with `how` they are done, and the box `after` it, the `parts` that are done in one go, the
      #   `checklist` it belongs to, the `points` that the step is about, and `ahead`: minutes the whole job is expected
      #   to take with it
      def to_h
        told = Instruction.of(@step.to_h, @session.situation)
        told = told.merge("detail" => [told["detail"], means].compact.join(" ")) if means
        told.merge(
          "caution" => told["caution"] || parts.caution,
          "step" => @step.to_h,
          "minutes" => @session.costs.of(@step.to_h, @session.situation).round(1),
          "purpose" => purpose,
          "goal" => goal,
          "moves" => moves,
          "how" => how,
          "points" => points,
          "after" => after,
          "parts" => parts.to_a,
          "checklist" => Checklist.new(@session, @step, @action).to_a,
          "ahead" => @action&.value&.round(1),
          "choices" => Choices.new(@session, @step, (@action if asked? && @action.answers)).to_a
        )
      end

      private

      # What a change takes further on, before the first of it is done
      def means = @means ||= (Means.new(@session).to_s if @rule == :change && !begun?)

      def begun? = @session.log.done("box", "cable", "fit", "retire").any?

      def parts = @parts ||= Parts.new(@session, @step, @action)

      def moves
        return [] unless @step.do == "arrange"

        Moves.between(@session.situation.joints(@step["place"]), @step["joints"])
      end

      # @return [Array<String>]
      def how
        return Telling::Words.of(@step.to_h).done_well(@session.situation) unless @step.do == "arrange"
        return [] unless @step["joints"] != "as_found" && @action&.purpose == :repair

        Craft.new(@session.situation, @step["place"], @step["joints"]).lines
      end

      def after
        return unless @step.do == "arrange" && @step["joints"] != "as_found"

        Boxes.new(@session).joined(@step["place"], @step["joints"])
      end

      def points
        return @step["at"] if @step["at"]
        return parts.points || [] if @step.do == "set"
        return [@step["point"]] if @step["point"]
        return [] unless @step.do == "arrange"

        Evidence::Arrangement.changed(@session.situation.joints(@step["place"]), @step["joints"])
      end

      # Whether the step is the question itself, and not the way to it
      def asked? = %w[watch probe].include?(@step.do) && @action && (@action.answers || @action.purpose == :clear)

      # Whether it is the test before power comes on
      def pre_energization_test?
        @step.do == "probe" && @session.situation.off? && @action && @action.answers.nil? && @action.purpose != :clear
      end

      # What a step leads to, if it is not the aim itself
      def goal
        return if @action.nil?
        return "switch the power on" if pre_energization_test?

        case @action.purpose
        when :open
          "open the #{Naming.place(@action.subject)} box" unless @step.do == "open"
        when :continuity
          "test continuity in the #{place_of_question} box" unless asked?
        when :clear
          "make sure the power can come on" unless asked?
        when :volts, :detect
          "a reading with the power on in the #{place_of_question} box" unless asked?
        when :join
          "find the far ends of two conductors" unless asked?
        when :trial
          "a trial join" unless %w[arrange watch].include?(@step.do)
        when :apart
          "take the #{Naming.place(@action.subject)} box apart" unless @step.do == "arrange"
        when :part
          "part a joint in the #{Naming.place(@action.subject)} box" unless @step.do == "arrange"
        when :repair
          "the rewire" unless %w[arrange replace mark].include?(@step.do)
        when :prove
          "watch every combination" unless asked?
        end
      end

      def place_of_question = Naming.place(@session.situation.place_of_point(@action.subject.first))

      # Why a listed breaker goes on again, and why its box is tested then
      def tried
        trial = @session.situation.breaker_log.trial
        return unless trial && trial.settled.nil? && %w[breaker prove_dead].include?(@step.do)
        return unless @step["place"] == trial.place || @step["to"] == "on"

        "#{trial.found} kept this box live. This shows whether the listed breaker feeds anything here too."
      end

      def purpose
        return LIT_FIRST if lit_first?
        return tried || spoken(RULES.fetch(@rule)) if @rule
        return unless @action

        return trial if pre_energization_test?

        case @action.purpose
        when :watch, :throw
          rivals || look
        when :wiggle
          "The fault may be intermittent. A bad contact or connection in this box shows now."
        when :lamp
          "A bulb is the cheapest thing to rule out."
        when :open
          opening(share_at(@action.subject))
        when :continuity, :volts, :detect
          rivals || "It tells how the conductors run."
        when :clear
          "If line met neutral or ground anywhere, it would show here. Then the power can come on."
        when :apart
          "Take it apart and cap the wires. Then power up and find the line."
        when :part
          "With the joint parted, a reading tells on which side of this box the fault is."
        when :join
          "It finds the far ends of two conductors in one go."
        when :trial
          "A trial join: with the power on, the load that comes on shows which conductor this is."
        when :repair
          if @session.thorough?
            "The least work that does what was asked for."
          else
            "#{leading} The smallest change that fixes it."
          end
        when :prove
          if @session.proof.repeating?
            "Every position was watched. One look may be mistaken, so one of them is watched again."
          else
            "Nothing counts as fixed before every control was seen to work from every state of the others."
          end
        end
      end

      def look
        return "A look that costs next to nothing, before anything is opened." if @session.situation.opened.empty?

        "A look that costs next to nothing. One look may be mistaken."
      end

      LIT_FIRST =
        "A load has to be on when the breaker goes off: whoever watches then sees whether it is the right one."
      private_constant :LIT_FIRST

      # Whether the step gets a load on before the first breaker goes off and a box is opened
      def lit_first?
        opening = @rule == :for_change || @action&.purpose == :open
        opening && %w[set watch].include?(@step.do) && @session.situation.power == "on" &&
          @session.situation.opened.empty?
      end

      # Words of a light, said of what is there
      def spoken(words)
        kinds = @session.job.goal.loads.map(&:kind).uniq
        noun = kinds.one? && NOUNS[kinds.first]
        noun ? words.gsub(/\b(light)(s?)\b/) { "#{noun}#{Regexp.last_match(2)}" } : words
      end

      NOUNS = { "receptacle" => "outlet", "fan" => "fan" }.freeze
      private_constant :NOUNS

      def trial
        if @step["at"].any? { |point| PointId.box?(point) }
          return "If this reads open, the conductor does not touch the box. It says nothing of a ground."
        end

        "Wires were moved. If this reads open, or a load, the power can come on."
      end

      def opening(share)
        return "It shows where the cables go. No cheaper step does." if share < 0.3

        "#{percent(share)} that something is wrong in it."
      end

      def suspects = @suspects ||= @session.findings.suspects

      def leading
        words, share = Suspects.of(@session.findings).first
        "#{words} (#{percent(share)})."
      end

      # The two causes that the answers part
      # @return [String, nil]
      def rivals
        named = @action.answers && Suspects.parted(@session, @action.answers)
        named && "It tells apart #{named.map { |words, share| "“#{words}” (#{percent(share)})" }.join(" and ")}."
      end

      def share_at(place)
        suspects.sum { |causes, share| causes.any? { |cause| cause["place"] == place } ? share : 0.0 }
      end

      def percent(share) = Wording.percent(share)
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Session
    # Why a job cannot go on, and how sure that is. A refused step is named as what is missing; no cause is invented for
    # it.
    class Halt
      # Posterior a reason needs
      SURE = 0.9
      # Suspects named at most if several are left
      MOST_NAMED = 4

      # @param session [Troubleshooting]
      # @param reason [Symbol] :obstacle, :refused, :live_metal, :kept_live, :nothing_left, :no_progress, :too_long,
      #   :beyond_scope or :no_layout
      # @param plan [Repair::Plan, nil] the one that would be given up with
      def initialize(session, reason, plan = nil)
        @session = session
        @reason = reason
        @plan = plan
      end

      # @return [String] without a full stop
      def why = told.first

      # @return [Float] probability that it is so
      def confidence = told.last

      # Whether the reason itself is all but certain, and not only that something is missing
      def certain? = (@reason == :refused ? refused_repair : obstacle)&.last.to_f >= SURE

      # Steps that were refused, and not done later
      # @return [Array<Hash>]
      def self.refused(session) = session.log.refused.map(&:fields)

      # Steps into a box, or to the power, that one was unsure of more than once
      def self.doubted(session)
        unsure = session.log.select { |entry| entry.unsure? && entry.step.entry? }
        unsure.group_by(&:question).values.select { |entries| entries.size > 1 }.map { |entries| entries.last.fields }
      end

      private

      def told
        @told ||= beyond_scope || said || missing || left
      end

      # The reason itself, if there is one
      def said
        return live_metal if @reason == :live_metal || @session.pre_energization_test.live_metal.any?

        { obstacle: -> { obstacle }, refused: -> { refused_repair } }[@reason]&.call
      end

      def belief = @session.belief

      # An opened box shows something that is not covered yet.
      def beyond_scope = Scope.beyond(@session.situation)&.then { |sentence| [sentence, 1.0] }

      # A fault that nothing within reach repairs
      def obstacle
        deviation = @plan.obstacle or return
        share =
          belief.probability(least: SURE) do |hypothesis|
            same?(@session.planner.plan(hypothesis, @session.situation).obstacle, deviation)
          end
        [Presentation::Wording.obstacle(deviation), share] if share >= SURE
      end

      # The repair is known, and was refused.
      def refused_repair
        done = @plan.carried_out(@session.situation)
        share = belief.probability { |hypothesis| @session.soundness.sound?(hypothesis, done) }
        step = refused.reverse.find { |one| Steps.of(one).repairs? }
        return unless step && share >= SURE

        without = Presentation::Instruction.refused(step, @session.situation)
        left = Presentation::Suspects.of(@session.findings).first.first
        ["#{without}. #{left}: that is what it takes", share]
      end

      # Metal that was read live twice.
      def live_metal
        points =
          @session.situation.power == "on" ? MetalCheck.new(@session).live : @session.pre_energization_test.live_metal
        [
          "#{
            Presentation::Naming.list(points.map { |point| Presentation::Naming.metal(point, @session.situation) })
          } is live whenever the power is on: something hot touches it. Keep the power off until that is found",
          0.99
        ]
      end

      def same?(one, other) = one && %i[kind cable device].all? { |part| one[part] == other[part] }

      def refused = @refused ||= Halt.refused(@session)

      # The refused step that blocks everything else
      def missing
        return kept_out, 1.0 if kept_out

        step =
          refused.reverse.find { |one| Steps.of(one).entry? } || Halt.doubted(@session).last ||
            refused.reverse.find { |one| Steps.of(one).repairs? } || refused.last
        if step
          without = Presentation::Instruction.refused(step, @session.situation)
          return "#{without}, and without that nothing more can be found or repaired", 1.0
        end

        ["too many answers were unsure to go by", 1.0] if unsure > MOST_UNSURE
      end

      # Unsure answers above which they are what is missing
      MOST_UNSURE = 3
      private_constant :MOST_UNSURE

      def unsure = @session.log.count(&:unsure?)

      # Another circuit keeps a box live, and its breaker was not found.
      def kept_out
        place = @session.situation.opened_boxes.find { |name| kept_live?(name) }
        place &&
          "another circuit keeps the #{Presentation::Naming.place(place)} box live, and its breaker was not found"
      end

      # Whether a box is live with every known breaker off, and the breaker that keeps it so was looked for in vain
      def kept_live?(place)
        situation = @session.situation
        return false unless situation.second_circuit?(place)

        @reason == :kept_live || situation.declined?({ "do" => "find_breaker", "point" => situation.live_point(place) })
      end

      # The suspects that are left, as many as are almost certain to include the right one
      def left
        return "the answers fit no circuit known here. Get a second opinion", 1.0 if belief.hypotheses.empty?

        unknown = UnknownOnward.new(@session)
        return unknown.why, 1.0 if @reason == :no_progress && unknown.run
        named = []
        sum = 0.0
        opening = OPENINGS.fetch(@reason, OPENINGS[:nothing_left])
        Presentation::Suspects
          .of(@session.findings)
          .each do |words, share|
            break if sum >= SURE || named.size == MOST_NAMED

            named << words
            sum += share
          end
        if sum < SURE
          return "#{opening}, and more than #{MOST_NAMED} things could still be wrong. Get a second opinion", 1.0
        end

        ["#{opening}. #{named.size > 1 ? "Remaining causes" : "What remains"}: #{named.join("; or: ")}", sum]
      end

      OPENINGS = {
        nothing_left: "nothing that can be done safely tells more",
        no_progress: "no progress",
        too_long: "#{Troubleshooting::MOST_STEPS} steps have not settled it"
      }.freeze
      private_constant :OPENINGS
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Practice
    # An exercise looked at afterwards: whether the house is right, whether the trouble was named, what it took beside
    # what others would have needed, and where information was won and wasted.
    class Review
      # Bits below which a question has told nothing
      TOLD = 0.02
      # Steps by what they count as
      OPENING = %w[open].freeze
      READING = %w[probe bench].freeze
      # Steps that are taken to find something out
      ASKING = %w[probe bench watch wiggle].freeze

      # One step of the strip: bits that were left to find out after it, bits that it gave, and what the program would
      # have done instead
      Bits = Struct.new(:number, :left, :won, :question, :instead)

      # @param exercise [Exercise]
      # @param claim [Hash, nil] what the learner says was wrong: `kind`, and `place` where there is one
      def initialize(exercise, claim)
        @exercise = exercise
        @claim = claim
      end

      # @return [Boolean]
      def right? = @exercise.right?

      # @return [Boolean] whether the claim names the trouble, and the box where that counts
      def named? = !@claim.nil? && @exercise.scenario.named?(@claim)

      # @return [Hash] the trouble in the form of a cause
      def truth = @exercise.scenario.truth

      # @return [Integer] boxes opened, and readings taken
      def openings = count(OPENING)

      def readings = count(READING)

      # @return [Integer] changes of place
      def walks
        places = @exercise.steps.map { |step| Evidence::Situation.start(@exercise.job).place_of(step) }
        places.each_cons(2).count { |one, other| one != other }
      end

      # @return [Hash{Symbol => Float}] minutes of the program, of a fixed procedure where one is known, and of one who
      #   knew the trouble
      def others
        {
          program: program.minutes,
          procedure: @exercise.scenario.procedure,
          knowing: @exercise.scenario.knowing(@left, program)
        }.compact
      end

      # @return [Array<Bits>] for each step that was taken
      def strip
        @strip ||=
          begin
            session = Session::Troubleshooting.for(@exercise.job)
            taken = @exercise.acts.reject(&:stopped)
            taken.filter_map { |act| bits(session, act) }
          end
      end

      # @return [Bits, nil] the first question that told nothing
      def wasted = strip.find { |one| one.question && one.won < TOLD && one.instead }

      private

      def count(kinds) = @exercise.steps.count { |step| kinds.include?(step["do"]) }

      # The program's own play of the same house, and the house as it left it
      def program
        @program ||=
          begin
            house = House.new(@exercise.scenario.circuit, random: Random.new(@exercise.seed), job: @exercise.job)
            session = Session::Troubleshooting.for(@exercise.job)
            until (step = session.next).is_a?(Session::Conclusion)
              session.record(step.to_h.merge("answer" => house.answer(step.to_h).except("id")))
            end
            @left = house.circuit
            session
          end
      end

      def bits(session, act)
        before = left(session)
        instead = session.next
        step = act.step.merge("answer" => act.answer)
        session.record(step)
        told = left(session)
        question = ASKING.include?(step["do"])
        other = instead.to_h unless instead.is_a?(Session::Conclusion) || instead.to_h["do"] == step["do"]
        Bits.new(act.number, told, before - told, question, other)
      rescue InvalidInput
        nil
      end

      # Entropy of what may be wrong, in bits; Shannon, 1948
      def left(session)
        shares = session.findings.suspects.map(&:last).select(&:positive?)
        total = shares.sum
        -shares.sum { |share| (share / total) * Math.log2(share / total) }
      end
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Session
    # Looks a few readings ahead, each chosen by the answers before it, as long as they pay. Two readings may tell
    # together what neither tells alone.
    class Lookahead
      # Readings in a row
      DEPTH = 3
      # Readings considered after the first
      MOST = 12

      # @param expected_cost [ExpectedCost]
      # @param profile [ContinuitySignatures, VoltageSignatures]
      # @param questions [Array<Array<Float>>] for each reading how likely a yes is under each signature
      # @param minutes [Float] what one reading costs
      def initialize(expected_cost, profile, questions, minutes)
        @expected_cost = expected_cost
        @minutes = minutes
        @entries =
          expected_cost.signature_weights(profile).map { |(signature, label), weight| [signature, label, weight] }
        @questions = questions
      end

      # @return [Array<Integer>] numbers of the readings that leave the least doubt by themselves, best first
      def best(most) = ranked.first(most).map(&:last)

      # @param number [Integer] the reading taken first
      # @return [Float] minutes of the readings and of the doubt they leave
      def minutes_after(number)
        yes, no = split(@entries, @questions[number])
        @minutes + expected(yes, DEPTH - 1) + expected(no, DEPTH - 1)
      end

      private

      def ranked
        @ranked ||=
          @questions
            .each_index
            .map { |number| [split(@entries, @questions[number]).sum { |part| doubt(part) }, number] }
            .sort
      end

      def shortlist = @shortlist ||= best(MOST)

      # Expected minutes with up to a number of further readings
      def expected(entries, depth)
        left = doubt(entries)
        return left if depth.zero? || left < @minutes * mass(entries)

        parts =
          shortlist.map { |number| split(entries, @questions[number]) }.min_by { |yes, no| doubt(yes) + doubt(no) }
        [left, (@minutes * mass(entries)) + parts.sum { |part| expected(part, depth - 1) }].min
      end

      def mass(entries) = entries.sum(&:last)

      def doubt(entries)
        row = Array.new(@expected_cost.plans.size, 0.0)
        entries.each { |_, label, weight| row[label] += weight }
        @expected_cost.doubt(row)
      end

      def split(entries, question)
        yes = []
        no = []
        entries.each do |signature, label, weight|
          share = question[signature]
          yes << [signature, label, weight * share] if share.positive?
          no << [signature, label, weight * (1 - share)] if share < 1
        end
        [yes, no]
      end
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # The findings of a change: what was joined anew was asked for and is no fault.
    class ChangeFindings < Findings
      # @param moves [Boolean] whether a switch was to work another load: what it worked before was joined wrong, then
      def initialize(belief, situation, moves: false)
        super(belief, situation)
        @moves = moves
      end

      # @return [Array<Hash>] faults that turned up on the way
      def causes
        best = @belief.hypotheses.first
        found = (best ? best.faults.map { |fault| Findings.cause(fault) } : []) + let_go
        @moves ? found | repaired.all : found
      end

      # Boxes in which wires were found let go
      def let_go =
        @situation.opened.keys.filter_map do |place|
          loose = repaired.loose(place)
          { "kind" => "miswired", "place" => place, **loose } unless loose.empty?
        end
      private :let_go

      # @param log [Evidence::Log]
      # @return [Array<String>] what was put in or taken out, a sentence each with the number of its step
      def because(log, _causes = nil) =
        log
          .select { |entry| entry.step.builds? }
          .filter_map do |entry|
            Presentation::Done.sentence(entry.fields)&.then { |words| "#{words} (step #{entry.number})." }
          end
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Session
    # Where no explanation is left, the last answers that said something are asked for once more: a misread tester is
    # likelier than a house that nobody has ever wired.
    class Again < Rule
      # Answers looked at, from the last one back
      LAST = 3
      ASKED = %w[watch probe prove_dead bench].freeze

      # @return [Step, nil]
      def step
        @session
          .steps
          .last(LAST)
          .reverse
          .select { |taken| ASKED.include?(taken["do"]) && Steps.done?(taken) }
          .each do |taken|
            step = again(taken.except("id", "answer"))
            return step if step && !repeated?(step.to_h)
          end
        nil
      end

      private

      # Whether it was taken twice already
      def repeated?(fields) = @session.steps.count { |taken| taken.except("id", "answer") == fields } > 1

      def again(fields)
        wish = Wish.new(@session, fields)
        wish.step if wish.granted?
      rescue InvalidInput
        nil
      end
    end
  end
end

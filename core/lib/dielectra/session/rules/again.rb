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
          .log
          .last(LAST)
          .reverse
          .select { |taken| ASKED.include?(taken.kind) && taken.done? }
          .each do |taken|
            step = again(taken.question)
            return step if step && !repeated?(step.to_h)
          end
        nil
      end

      private

      # Whether it was taken twice already
      def repeated?(fields) = @session.log.count { |taken| taken.question == fields } > 1

      def again(fields)
        wish = Wish.new(@session, fields)
        wish.step if wish.granted?
      rescue InvalidInput
        nil
      end
    end
  end
end

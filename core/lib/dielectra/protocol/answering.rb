# frozen_string_literal: true

module Dielectra
  module Protocol
    # The answering side of the step protocol over lines, a simulated house behind it.
    class Answering
      def initialize(house, input, output, errors)
        @house = house
        @input = input
        @output = output
        @errors = errors
      end

      # Answers until the input ends or a conclusion arrives.
      def run
        @input.each_line do |line|
          step = Line.parse(line)
          break @errors.puts("concluded: #{step["conclusion"]["status"]}") if step.key?("conclusion")

          Line.write(@output, @house.answer(step))
        end
      end
    end
  end
end

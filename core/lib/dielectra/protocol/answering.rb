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

      # Until the lines end or a conclusion comes by.
      def run
        @input.each_line do |line|
          step = JSON.parse(line)
          break @errors.puts("concluded: #{step["conclusion"]["status"]}") if step.key?("conclusion")

          @output.puts JSON.generate(@house.answer(step))
          @output.flush
        rescue JSON::ParserError
          raise InvalidInput, "that line is not JSON."
        end
      end
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Protocol
    # The asking side of the step protocol over lines: reads a job, prints steps, reads answers, prints the conclusion.
    class Asking
      TRIES = 3

      # The other side closed the connection, so there is nobody left to ask.
      class HungUp < InvalidInput
      end

      def initialize(input, output, errors)
        @input = input
        @output = output
        @errors = errors
      end

      # @raise [InvalidInput] for a job that cannot be worked, or an answer that did not fit three times
      def run
        session = Session::Troubleshooting.for(Evidence::Job.read(Line.parse(line("a job"))))
        number = 0
        until (step = session.next).is_a?(Session::Conclusion)
          number += 1
          ask(session, step.numbered(number))
        end
        say({ "conclusion" => step.to_h })
      end

      private

      def ask(session, step)
        tries = 0
        begin
          say(step)
          answer = Line.parse(line("the answer to step #{step["id"]}"))
          Schema.check!(:answer, answer)
          unless answer.fetch("id", step["id"]) == step["id"]
            raise InvalidInput.new("answers another step.", pointer: "/id")
          end

          session.record(step.merge("answer" => answer.except("id")))
        rescue HungUp
          raise
        rescue InvalidInput => e
          raise if (tries += 1) >= TRIES

          @errors.puts "step #{step["id"]}: #{e.message}"
          retry
        end
      end

      def say(document) = Line.write(@output, document)

      def line(what) = @input.gets || raise(HungUp, "standard input ended before #{what}.")
    end
  end
end

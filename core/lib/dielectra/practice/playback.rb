# frozen_string_literal: true

module Dielectra
  module Practice
    # Plays a job in a simulated house and prints each step as a person would read it.
    class Playback
      def initialize(house, job, output)
        @house = house
        @job = job
        @output = output
      end

      # @return [Session::Conclusion]
      def run
        session = Session::Troubleshooting.for(@job)
        number = 0
        until (step = session.next).is_a?(Session::Conclusion)
          number += 1
          before = session.situation
          told = Presentation::Instruction.of(step.to_h, before)
          answer = @house.answer(step.numbered(number))
          session.record({ **step.numbered(number), "answer" => answer.except("id") })
          @output.puts format("%3d  %5.1f min  %s", number, session.minutes, told["title"])
          @output.puts "                 → #{Presentation::Instruction.answered(step.to_h, answer, @job.region)}"
        end
        conclude(session, step)
      end

      private

      def conclude(session, conclusion)
        @output.puts
        sure = (conclusion.confidence * 100).round
        @output.puts "#{conclusion.status.capitalize} after #{session.minutes.round(1)} minutes, #{sure} % sure."
        @output.puts "Because #{conclusion.why}." if conclusion.why
        conclusion.because.each { |sentence| @output.puts "- #{sentence}" }
        inspection = Inspection.new(@house.circuit, @job)
        light = "the light #{inspection.obeys? ? "obeys every control" : "does not obey yet"}"
        @output.puts "The house: #{[light, *inspection.hazards].join("; ")}."
        conclusion
      end
    end
  end
end

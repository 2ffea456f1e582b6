# frozen_string_literal: true

module Dielectra
  module Practice
    # A house with two circuits, of which the panel's label names the wrong one.
    class WrongLabel
      # @param scenario [Scenario] of the family with a second circuit
      def initialize(scenario)
        @scenario = scenario
      end

      # @return [Case]
      def to_case
        named = @scenario.job.breakers
        other = @scenario.circuit.breakers.map(&:id) - named
        job = @scenario.job.document.merge("breakers" => other.first(1).map { |id| { "id" => id } })
        truth = @scenario.truth
        causes = [{ "kinds" => [truth["kind"]], **truth.slice("place") }]
        Case.new(@scenario.circuit, Evidence::Job.read(job), causes)
      end
    end
  end
end

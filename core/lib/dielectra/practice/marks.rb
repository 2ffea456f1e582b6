# frozen_string_literal: true

module Dielectra
  module Practice
    # Terminals as a person sees them marked, where a mark lies.
    class Marks
      def initialize(circuit)
        @seen = circuit.faults.select { |fault| fault["kind"] == "marks_wrong" }.flat_map do |fault|
          fault["seen_as"].map { |terminal, mark| ["#{fault["device"]}.#{terminal}", "#{fault["device"]}.#{mark}"] }
        end.to_h
      end

      def seen(point) = @seen.fetch(point, point)

      def actual(point) = @seen.key(point) || point
    end
  end
end

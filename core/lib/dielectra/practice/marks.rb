# frozen_string_literal: true

module Dielectra
  module Practice
    # Terminals as a person sees them marked, where a mark lies.
    class Marks
      def initialize(circuit)
        @seen =
          circuit
            .faults
            .select { |fault| fault["kind"] == "marks_wrong" }
            .flat_map do |fault|
              fault["seen_as"].map { |terminal, mark| ["#{fault["device"]}.#{terminal}", "#{fault["device"]}.#{mark}"] }
            end
            .to_h
      end

      # The kind a device looks like: one whose marks are none of its own looks like no kind at all.
      def kind(device)
        marks = device.points.map { |point| PointId.part(seen(point)) }
        (marks - device.kind.terminals).any? ? Trade::Unmarked::NAME : device.kind.name
      end

      def seen(point) = @seen.fetch(point, point)

      def actual(point) = @seen.key(point) || point
    end
  end
end

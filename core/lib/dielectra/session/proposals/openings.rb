# frozen_string_literal: true

module Dielectra
  module Session
    # Closed boxes to be opened.
    class Openings < Proposal
      def to_a
        closed = @job.boxes.map(&:id).reject { |place| @situation.open?(place) }
        closed.map do |place|
          answers = @now.hypotheses.map { |hypothesis| { shown_by(hypothesis, place) => 1.0 } }
          @now.action(:open, place, hands_in(place), answers, @approach.open(place))
        end
      end

      private

      # What would be seen in a closed box, as far as it matters.
      def shown_by(hypothesis, place)
        box = hypothesis.boxes[place]
        runs = hypothesis.skeleton.runs.count { |run| run.at?(place) }
        functions = box.deviation&.points&.map { |point| hypothesis.skeleton.functions_at(place)[point] }
        [runs, box.devices, box.deviation&.kind, functions]
      end
    end
  end
end

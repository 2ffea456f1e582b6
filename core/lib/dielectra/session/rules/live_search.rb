# frozen_string_literal: true

module Dielectra
  module Session
    # Single conductors were found loose. The line is searched live, everything capped, before anything is joined: dead
    # readings leave too many possibilities.
    class LiveSearch < Rule
      # @return [Step, nil]
      def step
        permits = @session.permits
        place = @situation.opened_boxes.find { |name| @situation.joints(name).empty? && permits.unsearched(name).any? }
        step =
          place &&
            @session
              .approach
              .live(place) { |live| live.step(:probe, tool: "ncv", at: [permits.unsearched(place).first]) }
        step unless step.nil? || @situation.declined?(step.to_h)
      end
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Session
    # Before a job with several groups of loads is called right although nothing was found wrong: the box in which their
    # switches meet is opened. Two circuits that touch work their lights as well as two that do not, and so do switches
    # in the neutral.
    class SharedBoxCheck < Rule
      # @return [Step, nil] the way into that box; nil where it is open, declined, or something was found
      def step
        return if @session.findings.causes.any?

        place = meeting.find { |name| !declined_to_open?(name) }
        place && @session.approach.open(place)
      end

      private

      def declined_to_open?(place) = @situation.declined?({ "do" => "open", "place" => place })

      # Closed boxes with switches of several groups of loads
      def meeting
        shared = @session.job.goal.groups.map { |group| group.controls.map(&:place).uniq }.flatten.tally
        shared.filter_map { |place, groups| place if groups > 1 && !@situation.open?(place) }
      end
    end
  end
end

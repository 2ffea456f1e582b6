# frozen_string_literal: true

module Dielectra
  module Session
    # What would make a way of joining fit to be energized: a dead reading that shows line on neutral or ground if it is
    # there; with the power on the detector, held to what tells line from neutral.
    class Clearances < Proposal
      # @param arrangement [Evidence::Arrangement]
      # @param value [Float] minutes the job is expected to take, were it fit
      # @return [Action, nil]
      def best(arrangement, value)
        hazardous = @permits.hazardous(arrangement)
        return if hazardous.sum(&:weight) > Clearance::MOST

        clearance = Clearance.new(@now.belief, hazardous, @now.arrangement, @now.toggles)
        [*dead(clearance, value), *live(clearance, value)].min_by(&:value)
      end

      private

      def dead(clearance, value)
        tool = %w[resistance continuity].find { |name| @situation.tool?(name) } or return []

        near_first(@now.workable).filter_map do |place|
          pairs = @now.probing_points(place).combination(2).reject { |points| @now.asked?(tool.to_sym, points) }
          pair = (tool == "resistance" ? clearance.best_in_ohms(pairs) : clearance.best(pairs)) or next
          there = hands_in(place).spend(@costs["probe"])
          clear(pair, there, value) { @approach.hands(place) { |hands| hands.step(:probe, tool:, at: pair) } }
        end
      end

      def live(clearance, value)
        return [] unless @situation.power == "on" && @situation.tool?("ncv")

        @situation.opened_boxes.filter_map do |place|
          points = @now.probing_points(place).grep(PointId::CONDUCTOR).reject { |one| @now.asked?(:ncv, [one]) }
          point = clearance.best_point(points) or next
          there = moved(place).spend(@costs["probe"])
          clear([point], there, value) { @approach.live(place) { |live| live.step(:probe, tool: "ncv", at: [point]) } }
        end
      end

      def near_first(places) = places.sort_by { |place| place == @situation.at ? 0 : 1 }

      def clear(subject, there, value)
        minutes = there.minutes
        Action.new(purpose: :clear, subject:, minutes:, value: value + minutes, step: yield, answers: nil)
      end
    end
  end
end

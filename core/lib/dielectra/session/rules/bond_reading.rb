# frozen_string_literal: true

module Dielectra
  module Session
    # Before power comes back on, with hands in a dead box anyway: ohms from the neutral to the metal of the box, and to
    # the yokes of a plastic one. With the power on a meter of 10 megohms cannot tell a ground from a bad one.
    class BondReading < Rule
      # @return [Step, nil]
      def step
        return unless @situation.tool?("resistance") && !@situation.tool?("low_z") && @belief.hypotheses.any?

        near_first(@situation.dead.keys & @situation.opened_boxes).each do |place|
          pair = pair(place) or next
          step = @session.approach.hands(place) { |hands| hands.step(:probe, tool: "resistance", at: pair) }
          return step if step && !@situation.declined?(step.to_h)
        end
        nil
      end

      private

      def bond = @bond ||= Bond.new(@session)

      # The neutral of a box and metal that nobody has read
      def pair(place)
        neutral = @situation.conductors(place).find { |point| bond.role(point) == "neutral" && joined?(point) } or
          return
        metal = metal(place).find { |point| bond.of(point).nil? }
        [neutral, metal] if metal && !declined?("resistance", [neutral, metal])
      end

      # What speaks for a box: its own metal, or in a plastic box one yoke
      def metal(place)
        all = bond.metal(place)
        box = all.find { |point| PointId.box?(point) }
        return [box] if box
        return [] if !@situation.box(place).grounded? || all.any? { |point| bond.of(point) }

        all.first(1)
      end

      def joined?(point) =
        @situation.joints(@situation.place_of_point(point)).any? { |joint| joint.size > 1 && joint.include?(point) }
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Session
    # The path to ground in each opened box, as far as the metal there was read (Bond). A bare wire beside it says
    # nothing of the metal.
    class Grounding
      # @param session [Troubleshooting]
      def initialize(session)
        @situation = session.situation
        @bond = Bond.new(session)
      end

      # @return [Hash{String => String}] opened place => path, no_path or not_measured
      def to_h = @situation.opened_boxes.to_h { |place| [place, of(place)] }

      private

      # The metal of the box speaks for it; in a plastic box the yokes do.
      def of(place)
        metal = @bond.metal(place)
        box = metal.find { |point| PointId.box?(point) }
        told = box ? [@bond.of(box)] : metal.map { |point| @bond.of(point) }
        return "no_path" if told.include?(:no_path) || (box.nil? && !@situation.box(place).grounded?)

        told.include?(:path) ? "path" : "not_measured"
      end
    end
  end
end

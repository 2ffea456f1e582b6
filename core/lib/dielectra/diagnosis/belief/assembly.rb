# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # A skeleton with every box joined in a given way. Hypotheses that differ only in hidden faults share it.
    class Assembly
      include Checkpoint.without(:@kinds, :@base, :@reach)

      attr_reader :skeleton, :boxes

      # @param boxes [Hash{String => Box}] every box, opened or not
      def initialize(skeleton, boxes, world)
        @skeleton = skeleton
        @boxes = boxes
        @world = world
      end

      # @return [Array<Deviation>] deviations in its boxes
      def deviations = @deviations ||= boxes.each_value.filter_map(&:deviation)

      # @return [Hash{String => String}] switch => kind, replacements included
      def kinds(arrangement)
        (@kinds ||= {}.compare_by_identity)[arrangement] ||= @world.topology.kinds(
          boxes.each_value.reduce({}) { |all, box| all.merge(box.devices) }.merge(arrangement.kinds)
        )
      end

      # @return [Array<Array<String>>] what touches what in a place under an arrangement
      def joints(place, arrangement) = arrangement.joints.fetch(place) { boxes.fetch(place).joints }

      # Nets of copper alone: switches taken out, nothing failed
      # @param arrangement [Evidence::Arrangement] the one object for it
      # @return [Array<Integer>] the net of each point
      def base(arrangement) =
        (@base ||= {}.compare_by_identity)[arrangement] ||= @world.topology.base(self, arrangement)

      # The points connected to line and neutral, with nothing failed
      # @return [Reach]
      def reach(arrangement)
        (@reach ||= {}.compare_by_identity)[arrangement] ||= Reach.new(
          @world,
          base(arrangement),
          @world.topology.bridges(kinds(arrangement))
        )
      end
    end
  end
end

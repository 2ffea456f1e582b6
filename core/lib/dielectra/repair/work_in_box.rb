# frozen_string_literal: true

module Dielectra
  module Repair
    # The work in one box, given what its conductors are to carry, and its cost in minutes
    class WorkInBox
      # @return [String]
      attr_reader :place
      # @return [Hash{String => String}] switches to replace because they are of the wrong kind => the right kind
      attr_reader :replacements

      # @param points [Array<String>] the conductors of the box
      # @param memory [Hash] of BoxWork
      # @param targets [Hash{Array => Target}] those worked out so far, by what the conductors carry
      # @param workmanship [Design::Workmanship] with the devices that are, or will be, in the box
      # @param fresh [Array<String>] grounds that are new
      # @param prices [BoxWork::Prices]
      # @param entry [Float] minutes until hands are in
      def initialize(place:, points:, memory:, targets:, workmanship:, fresh:, replacements:, prices:, entry:)
        @place = place
        @points = points
        @memory = memory
        @targets = targets
        @workmanship = workmanship
        @fresh = fresh
        @replacements = replacements
        @prices = prices
        @entry = entry
      end

      # @param carried [Array<String, nil>] what the conductors are to carry, in the order of the box's points
      # @return [Target]
      def target(carried)
        @targets[carried] ||= Target.new(
          current: @memory[:joints],
          functions: @points.zip(carried).to_h,
          partners: @memory[:partners],
          workmanship: @workmanship,
          grounds: @memory[:grounds],
          fresh: @fresh
        )
      end

      # @param carried [Array<String, nil>] in the order of the box's points
      # @return [Float] minutes; infinite where something changes in a box out of reach
      def cost(carried)
        changed = target(carried).changes
        replaced = replacements.size * @prices.device
        return 0.0 if changed.zero? && replaced.zero?

        replaced + changing(changed)
      end

      # @return [Float] a lower bound of these minutes, from the conductors that have to touch others than now
      def least(carried)
        moved = moved(carried)
        moved.zero? ? 0.0 : changing(moved)
      end

      # @return [Boolean] whether nothing in it touches anything
      def apart? = @memory[:joints].empty?

      # @return [Array<String, nil>] what its conductors carry
      # @param functions [Hash{String => String, nil}] point => function
      def carried(functions) = functions.values_at(*@points)

      private

      def changing(points) = (points * @prices.point) + @entry + @prices.walk

      # How many conductors in use do not touch just those in use that carry the same. Bits stand for conductors.
      def moved(carried)
        alike = Hash.new(0)
        used = 0
        bit = 1
        carried.each do |function|
          if function
            alike[function] |= bit
            used |= bit
          end
          bit <<= 1
        end
        touching.zip(carried).count { |mask, function| function && alike[function] != mask & used }
      end

      # For each conductor of the box those in its joint, itself among them, as bits
      def touching
        @memory[:touching] ||= begin
          joint_of = @memory[:joint_of]
          joint_of.each_with_index.map do |joint, number|
            next 1 << number if joint.nil?

            joint_of.each_index.sum { |other| joint_of[other] == joint ? 1 << other : 0 }
          end
        end
      end
    end
  end
end

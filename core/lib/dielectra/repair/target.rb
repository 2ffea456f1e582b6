# frozen_string_literal: true

module Dielectra
  module Repair
    # How one box has to be joined, given what its conductors are to carry, with the fewest changes
    class Target
      # @return [Integer] how many points have to touch something else than now
      attr_reader :changes

      # @param current [Array<Array<String>>] what touches what now
      # @param functions [Hash{String => String, nil}] conductor's point => function
      # @param workmanship [Design::Workmanship] of the device that is, or will be, in the box
      # @param grounds [Array<String>] everything in the box that belongs to the ground
      # @param partners [Hash{String => Array<String>}] Arrangement.partners of what touches what now, where it is at
      #   hand
      # @param fresh [Array<String>] those of them that are new and have to be joined
      def initialize(
        current:,
        functions:,
        workmanship:,
        grounds:,
        fresh: [],
        partners: Evidence::Arrangement.partners(current)
      )
        @fresh = fresh
        @current = current
        @functions = functions
        @grounds = grounds
        @devices = workmanship.devices
        @partners = partners
        choose(workmanship.turns.map { |turn| spares(workmanship.joints(functions, turn:)) + kept_grounds + others })
      end

      # @return [Array<String>] points that have to touch something else than now
      def changed
        @changed ||=
          begin
            after = Evidence::Arrangement.partners(@best)
            (@partners.keys | after.keys).reject { |point| @partners[point] == after[point] }
          end
      end

      # @return [Array<Array<String>>] what shall touch what
      def joints = @joints ||= Evidence::Arrangement.canonical(@best)

      private

      # The arrangement with the fewest changes
      def choose(ways)
        counts = ways.map { |joints| changes_by(joints) }
        @changes = counts.min
        way = ways[counts.index(@changes)]
        @best = with_grounds(way)
        @changes = changes_by(@best) unless @best.equal?(way)
      end

      # Points whose joint changes, and points that leave a joint
      def changes_by(joints)
        moved = 0
        still = 0
        joints.each do |joint|
          next if joint.size < 2

          sorted = joint.sort
          moved += joint.size unless @partners[sorted.first] == sorted
          still += joint.count { |point| @partners.key?(point) }
        end
        moved + @partners.size - still
      end

      # Joints that do not belong to the circuit, such as another circuit passing through; they stay.
      def others
        @others ||= @current.map { |joint| joint.reject { |point| mine?(point) } }.select { |joint| joint.size > 1 }
      end

      def mine?(point) =
        @functions.key?(point) || @grounds.include?(point) || @devices.any? { |device| PointId.of?(point, device) }

      # Spares stay where they are unless they are in the way.
      def spares(joints)
        joints = joints.map(&:dup)
        @current.each do |joint|
          idle = joint.select { |point| @functions.key?(point) && @functions[point].nil? }
          next if idle.empty?

          others = joint - idle
          if others.empty?
            joints << idle if idle.size > 1
          else
            home = joints.select { |candidate| others.grep(PointId::CONDUCTOR).intersect?(candidate) }
            home.first.concat(idle) if home.size == 1
          end
        end
        joints
      end

      # Existing ground joints, with stray grounds added
      def kept_grounds
        @kept_grounds ||=
          begin
            together = @current.map { |joint| joint & @grounds }.select { |joint| joint.size > 1 }
            largest = together.max_by(&:size)
            largest ? with_strays(together, largest) : joined_afresh(together)
          end
      end

      # Grounds that are new or touch something else go to the others.
      def with_strays(together, largest)
        added = strays | @fresh.reject { |point| largest.include?(point) }
        added.empty? ? together : together - [largest] + [largest | added]
      end

      # All grounds together, where the first of them are new
      def joined_afresh(together) = @fresh.any? && @grounds.size > 1 ? [@grounds] : together

      # Grounds that touch anything but grounds
      def strays =
        @current.select { |joint| (joint & @grounds).one? && joint.size > 1 }.flat_map { |joint| joint & @grounds }

      # Loose grounds are joined in any box that is worked in.
      def with_grounds(joints)
        return joints if @changes.zero? || kept_grounds.any? || @grounds.none? { |point| PointId.conductor?(point) }

        joints + [@grounds]
      end
    end
  end
end

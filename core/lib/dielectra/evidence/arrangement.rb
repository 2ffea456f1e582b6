# frozen_string_literal: true

module Dielectra
  module Evidence
    # Changes made since the boxes were found: joints rearranged, devices replaced, lamps renewed. Arrangements are
    # compared by value, so results computed for one are reused when it recurs.
    class Arrangement
      include Checkpoint.without(:@hash)

      attr_reader :joints, :touched, :kinds, :lamps, :unplugged, :key, :hash

      # @param joints [Hash{String => Array<Array<String>>}] place => what touches what there now
      # @param touched [Array<String>] points whose joint was changed at least once, and so remade
      # @param kinds [Hash{String => String}] device => kind of its replacement
      # @param lamps [Array<String>] luminaires that were given a good lamp
      # @param unplugged [Array<String>] receptacles at which everything was taken out
      def initialize(joints: {}, touched: [], kinds: {}, lamps: [], unplugged: [])
        @unplugged = unplugged.uniq.sort.freeze
        @joints = Ractor.make_shareable(joints)
        @touched = touched.uniq.sort.freeze
        @kinds = kinds.freeze
        @lamps = lamps.uniq.sort.freeze
        @key = [@joints, @touched, @kinds, @lamps, @unplugged].freeze
        @hash = @key.hash
        freeze
      end

      def self.as_found = @as_found ||= new

      # @return [Arrangement] the same with everything plugged in
      def with_all_in = Arrangement.new(joints:, touched:, kinds:, lamps:)

      # @param from [Array<Array<String>>] what touched what before
      # @param to [Array<Array<String>>] what touches what from now on
      def with_joints(place, from:, to:)
        changed = Arrangement.changed(from, to)
        Arrangement.new(
          joints: joints.merge(place => Arrangement.canonical(to)),
          touched: touched + changed,
          kinds:,
          lamps:,
          unplugged:
        )
      end

      # @param from [Array<Array<String>>] the joints of the device's place
      def with_device(id, kind, place:, from:)
        terminals = Trade::DeviceKind[kind].terminals.map { |terminal| "#{id}.#{terminal}" }
        moved = from.select { |joint| joint.any? { |point| PointId.of?(point, id) } }
        kept = from.map { |joint| joint.reject { |point| PointId.of?(point, id) && !terminals.include?(point) } }
        Arrangement.new(
          joints: joints.merge(place => Arrangement.canonical(kept)),
          touched: touched + moved.flatten,
          kinds: kinds.merge(id => kind),
          lamps:,
          unplugged:
        )
      end

      # The same with another kind in place of a switch, nothing on its screws but the ground
      def with_fitted(id, kind, place:, from:)
        bare = stripped(from, id, PointId.yoke(id))
        with_joints(place, from:, to: bare).then do |one|
          Arrangement.new(joints: one.joints, touched: one.touched, kinds: kinds.merge(id => kind), lamps:, unplugged:)
        end
      end

      # The same with a device taken out
      def without_device(id, place:, from:)
        one = with_joints(place, from:, to: stripped(from, id, nil))
        Arrangement.new(joints: one.joints, touched: one.touched, kinds: kinds.except(id), lamps:, unplugged:)
      end

      # The same with a tab of a device broken off.
      # @param kind [String] what it is so far
      def with_tab_off(id, kind, tab) =
        Arrangement.new(
          joints:,
          touched:,
          kinds: kinds.merge(id => Trade::KindName.without_tab(kind, tab)),
          lamps:,
          unplugged:
        )

      # The same with a new device in a closed box
      def with_unseen_device(id, kind) =
        Arrangement.new(joints:, touched:, kinds: kinds.merge(id => kind), lamps:, unplugged:)

      def with_lamp(id) = Arrangement.new(joints:, touched:, kinds:, lamps: lamps + [id], unplugged:)

      # The same with nothing plugged in at a receptacle
      def with_unplugged(id) = Arrangement.new(joints:, touched:, kinds:, lamps:, unplugged: unplugged + [id])

      # Joints without a device's points, and what was on its screws apart
      # @param kept [String, nil] the one point that stays as it is
      def stripped(joints, id, kept)
        joints.flat_map do |joint|
          own = joint.select { |point| PointId.of?(point, id) && point != kept }
          own.all? { |point| PointId.metal?(point) } ? [joint - own] : []
        end
      end

      # Joints with some points brought together, along with all that touches them.
      # @param points [Array<String>]
      def self.joined(joints, points)
        met, others = joints.partition { |joint| joint.intersect?(points) }
        others + [met.flatten | points]
      end

      # Joints in an order of their own, without those of a single point.
      def self.canonical(joints) = joints.select { |joint| joint.size > 1 }.map(&:sort).sort

      # @return [Array<String>] points that touch something else than before
      def self.changed(from, to)
        before = partners(from)
        after = partners(to)
        (before.keys | after.keys).reject { |point| before[point] == after[point] }
      end

      # @return [Hash{String => Array<String>}] point => the joint it is in
      def self.partners(joints)
        joints.each_with_object({}) do |joint, index|
          next if joint.size < 2

          sorted = joint.sort
          joint.each { |point| index[point] = sorted }
        end
      end

      def ==(other) = other.is_a?(Arrangement) && key == other.key
      alias eql? ==

      private

      # The hash of a string differs from process to process.
      def restored = @hash = @key.hash
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # Which points copper joins in an assembly, and which points contacts join in which combinations. Nets are
    # union–find sets over plain arrays of point numbers.
    class Topology
      # Room for points numbered after a net was built
      SPARE = 64

      # @param world [World]
      def initialize(world)
        @world = world
        @contacts = {}
        @kinds = {}
        @bridges = {}.compare_by_identity
        @bridges_of = {}
        @electronics = {}.compare_by_identity
        @numbered = {}.compare_by_identity
        forget
      end

      # Drops results for skeletons that are no longer held.
      def forget
        @runs = {}.compare_by_identity
        @cut = {}.compare_by_identity
      end

      # The nets of copper alone, with the switches taken out
      # @param assembly [Assembly]
      # @param faults [Array<Deviation>] what is open or bridged besides
      # @return [Array<Integer>] for each point the net it is part of
      def base(assembly, arrangement, faults = [])
        parent = runs(assembly.skeleton, faults).dup
        parent.concat((parent.size...(@world.index.size + SPARE)).to_a) if parent.size < @world.index.size + (SPARE / 2)
        loose =
          (
            if faults.empty?
              faults
            else
              faults.select { |fault| fault.kind == :joint_open && !arrangement.touched.include?(fault.points.first) }
            end
          )
        assembly.boxes.each { |place, box| joined(parent, place, box, arrangement, dead(loose, place)) }
        shorted(faults, arrangement).each { |one, other| unite(parent, one, other) } unless faults.empty?
        flattened(parent)
      end

      # Interns the kinds of the devices.
      # @param kinds [Hash{String => String}] device => kind
      def kinds(kinds) = @kinds[kinds] ||= kinds.freeze

      # @param gang [Integer] which of its toggles is meant
      # @return [Array<Array(Integer, Integer)>] pairs a device of a kind closes with its toggle up or down, intact tabs
      #   included
      def contacts(device, kind, raised, gang = 0)
        by_kind = (@contacts[device] ||= {})
        (by_kind[kind] ||= {})[[raised, gang]] ||= closed(kind, raised, gang).map do |pair|
          pair.map { |terminal| @world.index["#{device}.#{terminal}"] }
        end
      end

      # @param kinds [Hash{String => String}] device => kind, the one object for it
      # @return [Array<Array(Integer, Integer, Integer)>] two points that a sound contact joins, and the combinations in
      #   which it does
      def bridges(kinds) = @bridges[kinds] ||= kinds.flat_map { |device, kind| bridges_of(device, kind) }

      # @param kinds [Hash{String => String}] device => kind
      # @return [Boolean] whether one of them is a dimmer or the like
      def electronics?(kinds) =
        @electronics.fetch(kinds) do
          @electronics[kinds] = kinds.each_value.any? { |kind| Trade::DeviceKind[kind].electronics? }
        end

      # @param bridges [Array<Array(Integer, Integer, Integer)>]
      # @return [Array<Array(Integer, Integer, Integer)>] those that a tester finds with the power off
      def without_electronics(bridges, kinds)
        devices = kinds.keys.select { |device| Trade::DeviceKind[kinds[device]].electronics? }
        points =
          devices.flat_map do |device|
            Trade::DeviceKind[kinds[device]].live_terminals.map { |terminal| @world.index["#{device}.#{terminal}"] }
          end
        bridges.reject { |one, other, _| points.include?(one) && points.include?(other) }
      end

      # Bridges of one device
      def bridges_of(device, kind) =
        (@bridges_of[device] ||= {})[kind] ||= bridged(device, kind) do |raised, gang|
          contacts(device, kind, raised, gang)
        end

      # Bridges of a device that may have failed
      # @yieldparam raised [Boolean] how a toggle of it stands
      # @yieldparam gang [Integer] which toggle
      # @yieldreturn [Array<Array(Integer, Integer)>] points that it joins then
      def bridged(device, kind)
        Trade::DeviceKind[kind]
          .toggles(device)
          .each_key
          .with_index
          .flat_map do |toggle, gang|
            up = @world.raised(toggle)
            [[true, up], [false, @world.every & ~up]].flat_map do |raised, combinations|
              combinations.zero? ? [] : yield(raised, gang).map { |one, other| [one, other, combinations] }
            end
          end
      end

      # @param gang [Integer] which of its toggles is meant
      # @return [Array<Array(String, String)>] terminals that a kind joins with its toggle up or down
      def closed(kind, raised, gang = 0)
        device = Trade::DeviceKind[kind]
        device.closed(device.gangs.each_index.map { |number| (raised ? "up" : "down") if number == gang }) +
          device.tabs.values
      end

      private

      # The nets of the runs and the supply of a skeleton, less what is broken inside them
      def runs(skeleton, faults)
        cut = faults.select { |fault| %i[conductor_open no_supply].include?(fault.kind) }
        return @runs[skeleton] ||= laid(skeleton, cut) if cut.empty?
        return laid(skeleton, cut) if cut.size > 1

        (@cut[skeleton] ||= {}.compare_by_identity)[cut.first] ||= laid(skeleton, cut)
      end

      def laid(skeleton, cut)
        parent = Array.new(@world.index.size + SPARE) { |point| point }
        broken = numbers(cut, :conductor_open)
        skeleton.links.each { |pair| unite(parent, *pair) unless broken.include?(pair) }
        outer = skeleton.outer
        dead = numbers(cut, :no_supply).flatten
        outer.each { |one, other| unite(parent, one, other) unless dead.include?(one) }
        parent
      end

      # Pairs of points that touch, but for those of a device that was replaced
      def shorted(faults, arrangement) =
        Deviation::SHORTS.flat_map do |kind|
          numbers(faults.reject { |fault| fault.device && gone?(fault.device, arrangement) }, kind)
        end

      # Whether a device was replaced, or what was plugged in at it is out
      def gone?(device, arrangement) = arrangement.kinds.key?(device) || arrangement.unplugged.include?(device)

      def numbers(faults, kind) =
        faults.filter_map { |fault| fault.points.map { |point| @world.index[point] } if fault.kind == kind }

      def joined(parent, place, box, arrangement, dead)
        changed = arrangement.joints[place]
        joints = changed ? (@numbered[changed] ||= @world.index.joints(changed)) : box.numbered(@world.index)
        joints.each do |joint|
          joint -= dead unless dead.empty?
          root = joint.first or next
          root = parent[root] until parent[root] == root
          joint.each do |point|
            point = parent[point] until parent[point] == point
            parent[point] = root
          end
        end
      end

      # Points of a place that make no contact
      def dead(loose, place) =
        loose.empty? ? loose : loose.filter_map { |fault| @world.index[fault.points.first] if fault.place == place }

      # Makes the root every point's parent
      def flattened(parent)
        @world.index.size.times do |point|
          root = parent[point]
          root = parent[root] until parent[root] == root
          parent[point] = root
        end
        parent
      end

      def unite(parent, one, other)
        one = parent[one] until parent[one] == one
        other = parent[other] until parent[other] == other
        parent[other] = one
      end
    end
  end
end

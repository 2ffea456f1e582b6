# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # What all hypotheses of a job have in common for working out which points hang together: the numbering of points,
    # contacts of device kinds, the lamp, the supply.
    class World
      attr_reader :job, :index, :lamp_id, :source, :return, :lamp

      def initialize(job)
        @job = job
        @index = PointIndex.new
        @source = index[PointIndex::SOURCE]
        @return = index[PointIndex::RETURN]
        @lamp_id = job.wanted_load.id
        @lamp = [index["#{lamp_id}.hot"], index["#{lamp_id}.neutral"]]
        @contacts = {}
        @arrangements = {}
        @toggles = {}
      end

      # The one object that stands for all arrangements equal to this one, so that caches can go by identity.
      def same(arrangement) = @arrangements[arrangement] ||= arrangement

      # The one object for a combination of toggles.
      def toggles(raised) = @toggles[raised] ||= raised.dup.freeze

      # An observation whose circumstances are the one object each.
      def interned(observation)
        observation.dup.tap do |copy|
          copy.arrangement = same(observation.arrangement)
          copy.states = observation.states.map { |raised| toggles(raised) }
        end
      end

      # Nets of copper alone, switches taken out.
      # @return [Array<Integer>] parent of each point, roots pointing at themselves
      def base(hypothesis, arrangement)
        dead = hypothesis.dead_points(arrangement)
        groups = hypothesis.boxes.each_key.flat_map { |place| numbered(hypothesis.joints(place, arrangement)) }
        parent = Array.new(index.size + 64) { |point| point }
        open_links = broken(hypothesis)
        hypothesis.skeleton.links.each { |pair| unite(parent, *pair) unless open_links.include?(pair) }
        outer(hypothesis).each { |pair| unite(parent, *pair) }
        groups.each { |joint| unite_joint(parent, dead.empty? ? joint : joint - dead.map { |point| index[point] }) }
        parent
      end

      # The same with the contacts of every switch closed as their positions say.
      def with_contacts(hypothesis, arrangement, raised, base)
        parent = base.dup
        hypothesis.kinds(arrangement).each do |device, kind|
          pairs = contacts(device, kind, raised[device])
          pairs = failed(hypothesis, device, pairs) if hypothesis.faults.any? && !arrangement.kinds.key?(device)
          pairs.each { |one, other| unite(parent, one, other) }
        end
        parent
      end

      # @return [Array<Array(Integer, Integer)>] pairs a device of a kind closes with its toggle up or down
      def contacts(device, kind, raised)
        @contacts[[device, kind, raised]] ||= begin
          position = raised ? "up" : "down"
          Trade::DeviceKind[kind].closed(position).map { |pair| pair.map { |terminal| index["#{device}.#{terminal}"] } }
        end
      end

      private

      def numbered(joints)
        (@numbered ||= {})[joints] ||= index.joints(joints)
      end

      def broken(hypothesis)
        hypothesis.faults.filter_map { |fault| fault.points.map { |point| index[point] } if fault.kind == :conductor_open }
      end

      def outer(hypothesis) = hypothesis.fault(:no_supply) ? hypothesis.skeleton.outer.drop(1) : hypothesis.skeleton.outer

      def failed(hypothesis, device, pairs)
        hypothesis.faults.each do |fault|
          next unless fault.device == device && fault.contact

          pair = fault.contact.map { |terminal| index["#{device}.#{terminal}"] }
          pairs = fault.kind == :contact_stuck_open ? pairs - [pair] : pairs | [pair]
        end
        pairs
      end

      def unite_joint(parent, joint)
        first = joint.first
        joint.each { |point| unite(parent, first, point) }
      end

      def unite(parent, one, other)
        one = parent[one] while parent[one] != one
        while parent[other] != other
          parent[other] = parent[parent[other]]
          other = parent[other]
        end
        parent[other] = one
      end
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # What all hypotheses of a job have in common for working out which points hang together: the numbering of points,
    # contacts of device kinds, the lamps, the supply.
    class World
      # Room for points that are numbered after a net was laid.
      SPARE = 64

      attr_reader :job, :index, :lamps, :source, :return, :closed_boxes, :faults

      # Skeletons whose neighbours were looked at.
      attr_reader :redrawn

      def initialize(job)
        @job = job
        @index = PointIndex.new
        @source = index[PointIndex::SOURCE]
        @return = index[PointIndex::RETURN]
        @lamps =
          job.goal.loads.to_h { |load| [load.id, terminals(load).map { |terminal| index["#{load.id}.#{terminal}"] }] }
        @contacts = {}
        @kinds = {}
        @arrangements = {}
        @interned = {}.compare_by_identity
        @bridges = {}.compare_by_identity
        @bridges_of = {}
        @states = {}
        @toggles = {}
        @unknowns = {}
        @runs = {}.compare_by_identity
        @cut = {}.compare_by_identity
        @ports = {}
        @locals = {}
        @bundles = {}
        @numbered = {}.compare_by_identity
        @closed_boxes = {}
        @faults = {}
        @redrawn = {}.compare_by_identity
      end

      # The one object that stands for all arrangements equal to this one, so that caches can go by identity.
      def same(arrangement) = @interned[arrangement] ||= (@arrangements[arrangement] ||= arrangement)

      # Lets go what was worked out for skeletons and assemblies that are not held any more.
      def forget
        @redrawn = {}.compare_by_identity
        @runs = {}.compare_by_identity
        @cut = {}.compare_by_identity
      end

      # The ports of an opened box, the same as long as its cable ends are.
      # @return [Array<Port>]
      def ports(place, cable_ends) =
        @ports[[place, cable_ends.map(&:id)]] ||= cable_ends.map { |cable_end| Port.new([cable_end], job.region) }

      # What can be read off a box that was found joined so.
      # @return [Locals]
      def locals(place, joints) = @locals[[place, joints]] ||= Locals.new(joints)

      # The same of a box in which every conductor is a cable end of its own.
      # @return [Bundles]
      def bundles(place, ports, joints) = @bundles[[place, ports.map(&:ends), joints]] ||= Bundles.new(ports, joints)

      # How common each thing wrong is, given how it began.
      # @return [Hash{String => Float}]
      def deviations
        @deviations ||=
          Trade
            .priors
            .fetch("began")
            .fetch(job.began, {})
            .then do |times|
              Trade.priors.fetch("deviation").to_h { |kind, prior| [kind, prior * times.fetch(kind, 1.0)] }
            end
      end

      # What has been thrown, moved or powered up since anything was last seen or read; see Evidence::Situation#stirred.
      attr_writer :stirred

      def stirred = @stirred ||= []

      # Whether something makes contact only now and then: the customer says so, a light was seen to flicker, or to do otherwise
      # than before with nothing changed.
      attr_writer :comes_and_goes

      def comes_and_goes? = @comes_and_goes || often_comes_and_goes?

      # Whether it is what the customer called for.
      def often_comes_and_goes? = job.began == "comes_and_goes"

      # What draws power, or may: each lamp of the job, whatever is plugged in beyond its boxes, and what hangs on the feed.
      # @return [Array<String, Symbol>]
      def load_names = @load_names ||= [*lamps.keys, :beyond, :feed].freeze

      # @return [Array<Float>] for each of them the probability that it makes a tester beep, before anything is known of it
      def usual_beeping
        @usual_beeping ||=
          load_names
            .map { |name| Trade.priors.fetch({ beyond: "beyond_beeps", feed: "feed_beeps" }.fetch(name, "lamp_beeps")) }
            .freeze
      end

      # The number of something that nobody can see, given on first sight.
      # @param name [Array]
      # @return [Integer]
      def unknown(name) = @unknowns[name] ||= @unknowns.size

      # @return [Integer] how many there are so far
      def unknowns = @unknowns.size

      # The one object for toggles that stand so; see Toggles.
      def toggles_of(positions, senses, open: false)
        positions.each { |id, up| up.nil? ? (unknown([:start, id]) unless open) : (senses[id] && unknown(senses[id])) }
        @toggles[[positions, senses, open]] ||= Toggles.new(self, positions, senses, open:)
      end

      # The one object for a state of the contacts.
      # @param raised [Hash{String => Boolean}] switch => whether it closes what its kind's table lists for `up`
      def state(raised) = @states[raised] ||= raised.dup.freeze

      # Every state of the contacts, each the one object for it.
      # @return [Array<Hash{String => Boolean}>]
      def combinations
        @combinations ||=
          job
            .goal
            .controls
            .map(&:id)
            .reduce([{}]) { |states, id| states.flat_map { |one| [one.merge(id => true), one.merge(id => false)] } }
            .map { |raised| state(raised) }
      end

      # @return [Integer] a bit for every combination
      def every = @every ||= (1 << combinations.size) - 1

      # @param raised [Hash{String => Boolean}] switches that are not named are taken to be down
      # @return [Integer] the bit of a combination
      def bit(raised)
        @bits ||=
          combinations
            .each_with_index
            .with_object({}.compare_by_identity) { |(one, number), bits| bits[one] = 1 << number }
        @bits[raised] ||= @bits[state(raised)] || @bits.fetch(state(combinations.last.merge(raised)))
      end

      # @return [Integer] the bits of the combinations in which a device's toggle is up
      def raised(device) = (@raised ||= {})[device] ||= combinations.sum { |raised| raised[device] ? bit(raised) : 0 }

      # An observation whose circumstances are the one object each.
      def interned(observation) = observation.dup.tap { |copy| copy.arrangement = same(observation.arrangement) }

      # Nets of copper alone, switches taken out.
      # @param assembly [Assembly]
      # @param faults [Array<Deviation>] what is open or bridged besides
      # @return [Array<Integer>] for each point the net it is part of
      def base(assembly, arrangement, faults = [])
        parent = runs(assembly.skeleton, faults).dup
        parent.concat((parent.size...(index.size + SPARE)).to_a) if parent.size < index.size + (SPARE / 2)
        loose =
          (
            if faults.empty?
              faults
            else
              faults.select { |fault| fault.kind == :joint_open && !arrangement.touched.include?(fault.points.first) }
            end
          )
        assembly.boxes.each { |place, box| joined(parent, place, box, arrangement, dead(loose, place)) }
        numbers(faults, :short).each { |one, other| unite(parent, one, other) } unless faults.empty?
        flattened(parent)
      end

      # The one object for what kinds the devices are of.
      # @param kinds [Hash{String => String}] device => kind
      def kinds(kinds) = @kinds[kinds] ||= kinds.freeze

      # @return [Array<Array(Integer, Integer)>] pairs a device of a kind closes with its toggle up or down, intact tabs included
      def contacts(device, kind, raised)
        by_kind = (@contacts[device] ||= {})
        (by_kind[kind] ||= {})[raised] ||= closed(kind, raised).map do |pair|
          pair.map { |terminal| index["#{device}.#{terminal}"] }
        end
      end

      # @param kinds [Hash{String => String}] device => kind, the one object for it
      # @return [Array<Array(Integer, Integer, Integer)>] two points that a sound contact joins, and the combinations in which it does
      def bridges(kinds) = @bridges[kinds] ||= kinds.flat_map { |device, kind| bridges_of(device, kind) }

      # The same of one device.
      def bridges_of(device, kind) =
        (@bridges_of[device] ||= {})[kind] ||= bridged(device) { |raised| contacts(device, kind, raised) }

      # The same of a device that may have failed.
      # @yieldparam raised [Boolean] how its toggle stands
      # @yieldreturn [Array<Array(Integer, Integer)>] points that it joins then
      def bridged(device)
        up = raised(device)
        [[true, up], [false, every & ~up]].flat_map do |raised, combinations|
          combinations.zero? ? [] : yield(raised).map { |one, other| [one, other, combinations] }
        end
      end

      # @return [Array<Array(String, String)>] terminals that a kind joins with its toggle up or down
      def closed(kind, raised)
        device = Trade::DeviceKind[kind]
        device.closed(device.gangs.map { raised ? "up" : "down" }) + device.tabs.values
      end

      # The terminals a load of the job lies between.
      def terminals(load)
        kind = Trade::DeviceKind[load.kind]
        kind.lamp || kind.sockets.values.first || []
      end

      private

      # What the runs and the supply of a skeleton join, but for what is broken inside them.
      def runs(skeleton, faults)
        cut = faults.select { |fault| %i[conductor_open no_supply].include?(fault.kind) }
        return @runs[skeleton] ||= laid(skeleton, cut) if cut.empty?
        return laid(skeleton, cut) if cut.size > 1

        (@cut[skeleton] ||= {}.compare_by_identity)[cut.first] ||= laid(skeleton, cut)
      end

      def laid(skeleton, cut)
        parent = Array.new(index.size + SPARE) { |point| point }
        broken = numbers(cut, :conductor_open)
        skeleton.links.each { |pair| unite(parent, *pair) unless broken.include?(pair) }
        outer = skeleton.outer
        (cut.any? { |fault| fault.kind == :no_supply } ? outer.drop(1) : outer).each do |one, other|
          unite(parent, one, other)
        end
        parent
      end

      def numbers(faults, kind) =
        faults.filter_map { |fault| fault.points.map { |point| index[point] } if fault.kind == kind }

      def joined(parent, place, box, arrangement, dead)
        changed = arrangement.joints[place]
        joints = changed ? (@numbered[changed] ||= index.joints(changed)) : box.numbered(index)
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

      # Points of a place that make no contact.
      def dead(loose, place) =
        loose.empty? ? loose : loose.filter_map { |fault| index[fault.points.first] if fault.place == place }

      # Every point with its root for parent.
      def flattened(parent)
        index.size.times do |point|
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

# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # A circuit that may be the one in the wall: an assembly with any number of hidden faults. Connectivity is kept for
    # all combinations of contacts at once (Reach), once per arrangement.
    class Hypothesis
      include Checkpoint.without(:@reach, :@without_weak, :@with_leak, :@with_loads, :@loads, :@base, :@unpowered)

      # Faults that change what copper joins.
      COPPER = [:joint_open, :conductor_open, :no_supply, *Deviation::SHORTS].freeze
      # Faults that change what a switch joins.
      CONTACT = %i[contact_stuck_open contact_stuck_closed contact_resistive marks_wrong].freeze
      # Intermittent faults, and what each is while it makes no contact
      WHILE_OPEN = { contact_intermittent: :contact_stuck_open, joint_intermittent: :joint_open }.freeze

      # Probability that an intermittent fault makes contact after it was stirred
      EVEN = 0.5

      attr_reader :assembly, :faults
      attr_accessor :prior, :weight

      # For each load of World#load_names the probability that it makes a tester beep
      attr_accessor :beeping

      # Probabilities of the unknowns' assignments; nil if all are equally likely. See Toggles.
      attr_accessor :odds

      # @return [Symbol, nil] :overload or :breaker_weak, where it trips a breaker after a while
      attr_reader :slow

      # Probability that the intermittent fault makes contact now, and how its toggle stood at the last observation
      attr_accessor :making_contact, :contact_at

      # Whether its extensions by one fault were left out although they may be likely
      attr_accessor :plain

      # @param faults [Array<Deviation>] hidden faults
      def initialize(assembly:, faults:, prior:, world:, plain: false)
        @plain = plain
        @assembly = assembly
        @faults = faults
        @prior = prior
        @weight = prior
        @world = world
        @beeping = world.usual_beeping
        @making_contact = EVEN
        @copper = faults.select { |fault| COPPER.include?(fault.kind) }
        @contact = faults.select { |fault| CONTACT.include?(fault.kind) }
        @leak = faults.find { |fault| Deviation::LEAKS.include?(fault.kind) }
        @weak = fault(:contact_resistive)
        @slow = faults.find { |fault| Deviation::SLOW.include?(fault.kind) }&.kind
        @burnt = faults.any? { |fault| fault.kind == :lamp_burnt }
        @own = @copper.any? || @contact.any?
      end

      def skeleton = assembly.skeleton

      def boxes = assembly.boxes

      # @return [Array<Deviation>] everything that is not as designed
      def deviations = @deviations ||= assembly.deviations + faults

      def fault(kind) = faults.find { |fault| fault.kind == kind }

      # The circuits it stands for: itself, and with an intermittent fault also itself without contact
      # @return [Array<Hypothesis>]
      def ways = @ways ||= intermittent? ? [self, while_open_way] : [self]

      # The same circuits, each with its probability as the toggles stand. An intermittent fault that was stirred may or
      # may not make contact, whatever it did before.
      # @param toggles [Toggles]
      # @param stirred [Array<String>] devices, places or the power
      # @return [Array<Array(Hypothesis, Float)>]
      def ways_with(toggles, stirred = @world.stirred)
        return [[self, 1.0]] unless intermittent?

        thrown = intermittent.contact && toggles.positions[intermittent.device] != contact_at
        making = thrown || stirred.intersect?(stirring) ? EVEN : making_contact
        [[self, making], [while_open_way, 1 - making]]
      end

      # What stirs the intermittent fault: a contact its toggle, a connection the power and whatever moves in its box
      # @return [Array<String>]
      def stirring =
        @stirring ||= intermittent.contact ? [intermittent.device] : [intermittent.place, Evidence::Situation::POWER]

      # Whether a contact or connection of it is intermittent
      def intermittent? = @intermittent ||= faults.any? { |fault| WHILE_OPEN.key?(fault.kind) }

      # @return [Deviation, nil] what makes contact only now and then
      def intermittent = faults.find { |fault| WHILE_OPEN.key?(fault.kind) }

      # @return [Hash{String => String}] switch => kind, replacements included
      def kinds(arrangement) = assembly.kinds(@world.same(arrangement))

      # @return [Array<Array<String>>] what touches what in a place under an arrangement
      def joints(place, arrangement) = assembly.joints(place, arrangement)

      # The points connected through the switches
      # @return [Reach]
      def reach(arrangement)
        arrangement = @world.same(arrangement)
        return assembly.reach(arrangement) unless @own

        (@reach ||= {}.compare_by_identity)[arrangement] ||= Reach.new(@world, base(arrangement), bridges(arrangement))
      end

      # The same circuit to a tester with the power off: electronics are open
      # @return [Hypothesis] itself where it has none
      def unpowered(arrangement)
        return self unless @world.topology.electronics?(kinds(arrangement))

        @unpowered ||= Unpowered.new(assembly:, faults:, prior:, world: @world)
      end

      # The same with high-resistance contacts left open
      # @return [Reach, nil] nil where none does
      def reach_without_weak(arrangement)
        arrangement = @world.same(arrangement)
        pair = weak_pair(arrangement) or return
        (@without_weak ||= {}.compare_by_identity)[arrangement] ||= Reach.new(
          @world,
          base(arrangement),
          bridges(arrangement).reject { |one, other, _| [one, other].sort == pair }
        )
      end

      # The same with leaking insulation taken for a conductor
      # @return [Reach, nil] nil where none does
      def reach_with_leak(arrangement)
        arrangement = @world.same(arrangement)
        return if @leak.nil? || arrangement.kinds.key?(@leak.device)

        (@with_leak ||= {}.compare_by_identity)[arrangement] ||= Reach.new(
          @world,
          base(arrangement),
          bridges(arrangement) + [[*leaking, @world.every]]
        )
      end

      # The same with some loads taken for conductors
      # @param loads [Array<Array(Integer, Integer)>]
      # @return [Reach]
      def reach_with(arrangement, loads)
        by_loads = ((@with_loads ||= {}.compare_by_identity)[@world.same(arrangement)] ||= {})
        by_loads[loads] ||= Reach.new(
          @world,
          base(arrangement),
          bridges(arrangement) + loads.map { |one, other| [one, other, @world.every] }
        )
      end

      # Everything that draws power, or may: good lamps, and what may be plugged in downstream
      # @return [Hash{Integer => Array<Array(Integer, Integer)>}] number in World#load_names => what lies between
      def loads(arrangement)
        arrangement = @world.same(arrangement)
        (@loads ||= {}.compare_by_identity)[arrangement] ||= @world
          .lamps
          .each_with_index
          .filter_map { |(lamp, ends), number| [number, [ends]] if drawing?(arrangement, lamp) }
          .to_h
          .merge(skeleton.appliances(arrangement.unplugged))
      end

      # The nets with the switches taken out
      # @return [Array<Integer>]
      def base(arrangement)
        arrangement = @world.same(arrangement)
        return assembly.base(arrangement) if @copper.empty?

        (@base ||= {}.compare_by_identity)[arrangement] ||= @world.topology.base(assembly, arrangement, @copper)
      end

      # @return [Array<Array(String, String)>] terminals of a device, by their marks, that are closed
      def closed(arrangement, device, raised, gang = 0)
        kind = kinds(arrangement)[device] or return []
        pairs = @world.topology.closed(kind, raised, gang).map(&:sort)
        arrangement.kinds.key?(device) ? pairs : failed(device, pairs)
      end

      # @return [Boolean] whether something lets a little current through
      def leaking? = !@leak.nil?

      # Whether a light of it may be neither on nor off
      def dimming? = !(@weak.nil? && @leak.nil?)

      # Whether a lamp is good.
      def lamp_good?(arrangement, lamp)
        !@burnt || faults.none? { |fault| fault.kind == :lamp_burnt && fault.device == lamp } ||
          arrangement.lamps.include?(PointId.device(lamp))
      end

      # Whether a load draws power: a good lamp, and what is plugged in
      def drawing?(arrangement, lamp) =
        lamp_good?(arrangement, lamp) && !arrangement.unplugged.include?(PointId.device(lamp))

      # Points whose joint makes no contact, or not always
      def dead_points(arrangement)
        faults.filter_map { |fault| fault.points.first if %i[joint_open joint_intermittent].include?(fault.kind) } -
          arrangement.touched
      end

      # A short name of what distinguishes it, for records and tests.
      def to_s =
        if deviations.empty?
          "as meant"
        else
          deviations.map { |item| [item.kind, item.place || item.device, *item.points].compact.join(" ") }.join(", ")
        end

      # The same while the intermittent fault makes no contact
      # @return [Hypothesis]
      def while_open_way = @while_open_way ||= while_open

      # A circuit whose electronics are open
      class Unpowered < Hypothesis
        def initialize(**)
          super
          @own = true
        end

        private

        def bridges(arrangement) = @world.topology.without_electronics(super, kinds(@world.same(arrangement)))
      end

      private

      def while_open
        open =
          faults.map do |fault|
            kind = WHILE_OPEN[fault.kind]
            kind ? Deviation.new(kind:, **fault.to_h.slice(:place, :device, :points, :contact)) : fault
          end
        Hypothesis.new(assembly:, faults: open, prior:, world: @world)
      end

      # The pairs of points that contacts join, each with its combinations; see Topology#bridges
      def bridges(arrangement)
        return @world.topology.bridges(kinds(arrangement)) if @contact.empty?

        kinds(arrangement).flat_map do |device, kind|
          if failing?(device)
            @world
              .topology
              .bridged(device, kind) { |raised, gang| contacts_of(device, kind, raised, gang, arrangement) }
          else
            @world.topology.bridges_of(device, kind)
          end
        end
      end

      def failing?(device) = @contact.any? { |fault| fault.device == device }

      # Pairs of points that a device joins
      def contacts_of(device, kind, raised, gang, arrangement)
        return @world.topology.contacts(device, kind, raised, gang) unless failing?(device)

        closed(arrangement, device, raised, gang).map do |pair|
          pair.map { |terminal| @world.index["#{device}.#{terminal}"] }
        end
      end

      # The points of a high-resistance contact
      def weak_pair(arrangement)
        return if @weak.nil? || arrangement.kinds.key?(@weak.device)

        @weak_pair ||= @weak.contact.map { |terminal| @world.index["#{@weak.device}.#{terminal}"] }.sort
      end

      def leaking = @leak.points.map { |point| @world.index[point] }

      def failed(device, pairs)
        @contact.each do |fault|
          next unless fault.device == device

          case fault.kind
          when :contact_stuck_open
            pairs -= [fault.contact.sort]
          when :contact_stuck_closed
            pairs |= [fault.contact.sort]
          when :marks_wrong
            pairs = pairs.map { |pair| pair.map { |terminal| fault.seen_as.fetch(terminal, terminal) }.sort }
          end
        end
        pairs
      end
    end
  end
end

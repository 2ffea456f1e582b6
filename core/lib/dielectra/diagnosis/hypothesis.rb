# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # A circuit that may be the one in the wall: an assembly, and none, one or a few hidden faults. Which points hang
    # together is kept as a plain array of net numbers, one for each arrangement and state.
    class Hypothesis
      # Faults that change what copper joins.
      COPPER = %i[joint_open conductor_open no_supply short].freeze
      # Faults that change what a switch joins.
      CONTACT = %i[contact_stuck_open contact_stuck_closed contact_resistive marks_wrong].freeze

      attr_reader :assembly, :faults
      attr_accessor :prior, :weight

      # Probability that the lamp, cold, beeps: an incandescent one of some watts does, no other.
      attr_accessor :beeping

      # How likely it makes each way the toggles may have stood at the start; nil where all are alike.
      attr_accessor :starts

      # Whether the same with one thing more wrong is not held, though it well might be.
      attr_accessor :plain

      # @param faults [Array<Deviation>] hidden faults
      def initialize(assembly:, faults:, prior:, world:, plain: false)
        @plain = plain
        @assembly = assembly
        @faults = faults
        @prior = prior
        @weight = prior
        @beeping = Trade.priors.fetch("lamp_beeps")
        @world = world
        @copper = faults.select { |fault| COPPER.include?(fault.kind) }
        @contact = faults.select { |fault| CONTACT.include?(fault.kind) }
        @leak = fault(:leak)
        return if @copper.empty? && @contact.empty?

        @nets = {}.compare_by_identity
        @base = {}.compare_by_identity
      end

      def skeleton = assembly.skeleton

      def boxes = assembly.boxes

      # Everything that is not as it was meant.
      def deviations = @deviations ||= assembly.deviations + faults

      def fault(kind) = faults.find { |fault| fault.kind == kind }

      # @return [Hash{String => String}] switch => kind, replacements included
      def kinds(arrangement) = assembly.kinds(@world.same(arrangement))

      # @return [Array<Array<String>>] what touches what in a place under an arrangement
      def joints(place, arrangement) = assembly.joints(place, arrangement)

      # Points that hang together with the switches in given positions. Numbers are shared by points of one net.
      # @param raised [Hash{String => Boolean}] switch => whether its toggle stands up
      # @return [Nets]
      def nets(arrangement, raised)
        return assembly.nets(arrangement, raised) unless @nets

        found = @nets[arrangement]&.[](raised)
        return found if found

        arrangement = @world.same(arrangement)
        raised = @world.toggles(raised)
        by_position = (@nets[arrangement] ||= {}.compare_by_identity)
        by_position[raised] ||= @world.nets(base(arrangement), contacts(arrangement, raised))
      end

      # How far line and neutral reach.
      # @return [Reach]
      def reach(arrangement)
        arrangement = @world.same(arrangement)
        return assembly.reach(arrangement) unless @nets

        (@reach ||= {}.compare_by_identity)[arrangement] ||= Reach.new(@world, base(arrangement), bridges(arrangement))
      end

      # The same with contacts that close badly left open.
      # @return [Reach, nil] nil where none does
      def reach_without_weak(arrangement)
        arrangement = @world.same(arrangement)
        pair = weak_pair(arrangement) or return
        (@without_weak ||= {}.compare_by_identity)[arrangement] ||=
          Reach.new(@world, base(arrangement), bridges(arrangement).reject { |one, other, _| [one, other].sort == pair })
      end

      # The same with the insulation that leaks taken for a conductor.
      # @return [Reach, nil] nil where none does
      def reach_with_leak(arrangement)
        return unless @leak

        arrangement = @world.same(arrangement)
        (@with_leak ||= {}.compare_by_identity)[arrangement] ||=
          Reach.new(@world, base(arrangement), bridges(arrangement) + [[*leaking, @world.every]])
      end

      # Nets with switches taken out.
      # @return [Array<Integer>]
      def base(arrangement)
        arrangement = @world.same(arrangement)
        return assembly.base(arrangement) if @copper.empty?

        @base[arrangement] ||= @world.base(assembly, arrangement, @copper)
      end

      # The same with contacts that close badly left open.
      # @return [Nets, nil] nil where none does
      def nets_without_weak(arrangement, raised)
        pair = weak_pair(arrangement) or return
        @world.nets(base(arrangement), contacts(arrangement, raised).reject { |other| other.sort == pair })
      end

      # The same with the insulation that leaks taken for a conductor.
      # @return [Nets, nil] nil where none does
      def nets_with_leak(arrangement, raised) = (@world.nets(base(arrangement), contacts(arrangement, raised) + [leaking]) if @leak)

      # @return [Array<Array(String, String)>] terminals of a device, by their marks, that are closed
      def closed(arrangement, device, raised)
        kind = kinds(arrangement)[device] or return []
        pairs = @world.closed(kind, raised).map(&:sort)
        arrangement.kinds.key?(device) ? pairs : failed(device, pairs)
      end

      # Whether a lamp is good.
      def lamp_good?(arrangement, lamp)
        faults.none? { |fault| fault.kind == :lamp_burnt && fault.device == lamp } || arrangement.lamps.include?(lamp)
      end

      # Points that look joined and are not, under an arrangement.
      def dead_points(arrangement)
        faults.filter_map { |fault| fault.points.first if fault.kind == :joint_open } - arrangement.touched
      end

      # A short name of what distinguishes it, for records and tests.
      def to_s = deviations.empty? ? "as meant" : deviations.map { |item| [item.kind, item.place || item.device, *item.points].compact.join(" ") }.join(", ")

      private

      def contacts(arrangement, raised)
        return @world.contacts_of(kinds(arrangement), raised) if @contact.empty?

        kinds(arrangement).flat_map { |device, kind| contacts_of(device, kind, raised[device], arrangement) }
      end

      # What contacts join, and in which combinations; see World#bridges.
      def bridges(arrangement)
        return @world.bridges(kinds(arrangement)) if @contact.empty?

        kinds(arrangement).flat_map do |device, kind|
          failing?(device) ? @world.bridged(device) { |raised| contacts_of(device, kind, raised, arrangement) } : @world.bridges_of(device, kind)
        end
      end

      def failing?(device) = @contact.any? { |fault| fault.device == device }

      # Points that a device joins.
      def contacts_of(device, kind, raised, arrangement)
        return @world.contacts(device, kind, raised) unless failing?(device)

        closed(arrangement, device, raised).map { |pair| pair.map { |terminal| @world.index["#{device}.#{terminal}"] } }
      end

      # The points that a contact joins badly.
      def weak_pair(arrangement)
        weak = @contact.find { |fault| fault.kind == :contact_resistive && !arrangement.kinds.key?(fault.device) }
        weak&.contact&.map { |terminal| @world.index["#{weak.device}.#{terminal}"] }&.sort
      end

      def leaking = @leak.points.map { |point| @world.index[point] }

      def failed(device, pairs)
        @contact.each do |fault|
          next unless fault.device == device

          case fault.kind
          when :contact_stuck_open then pairs -= [fault.contact.sort]
          when :contact_stuck_closed then pairs |= [fault.contact.sort]
          when :marks_wrong then pairs = pairs.map { |pair| pair.map { |terminal| fault.seen_as.fetch(terminal, terminal) }.sort }
          end
        end
        pairs
      end
    end
  end
end

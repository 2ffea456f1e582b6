# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # A circuit that may be the one in the wall: a skeleton, how its closed boxes are joined, and none, one or a few
    # faults. Which points hang together is kept as a plain array of net numbers, one for each arrangement.
    class Hypothesis
      attr_reader :skeleton, :boxes, :faults, :prior
      attr_accessor :weight

      # Probability that the lamp, cold, beeps: an incandescent one of some watts does, no other.
      attr_accessor :beeping

      # @param boxes [Hash{String => Box}] every box, opened or not
      # @param faults [Array<Deviation>] hidden faults
      def initialize(skeleton:, boxes:, faults:, prior:, world:)
        @skeleton = skeleton
        @boxes = boxes
        @faults = faults
        @prior = prior
        @weight = prior
        @beeping = Trade.priors.fetch("lamp_beeps")
        @world = world
        @nets = {}.compare_by_identity
        @base = {}.compare_by_identity
      end

      # Everything that is not as it was meant.
      def deviations = @deviations ||= boxes.values.filter_map(&:deviation) + faults

      def fault(kind) = faults.find { |fault| fault.kind == kind }

      # @return [Hash{String => String}] switch => kind, replacements included
      def kinds(arrangement)
        (@kinds ||= {})[arrangement] ||=
          boxes.values.filter_map { |box| [box.device, box.kind] if box.device }.to_h.merge(arrangement.kinds)
      end

      # @return [Array<Array<String>>] what touches what in a place under an arrangement
      def joints(place, arrangement) = arrangement.joints.fetch(place) { boxes.fetch(place).joints }

      # Points that hang together with the switches in given positions. Numbers are shared by points of one net.
      # @param raised [Hash{String => Boolean}] switch => whether its toggle stands up
      # @return [Nets]
      def nets(arrangement, raised)
        by_position = @nets[arrangement] || nets_under(arrangement)
        by_position[raised] || (by_position[@world.toggles(raised)] ||= Nets.new(@world.with_contacts(self, arrangement, raised, base(arrangement))))
      end

      # Whether the lamp's two wires have a good lamp between them.
      def lamp_good?(arrangement) = fault(:lamp_burnt).nil? || arrangement.lamps.include?(@world.lamp_id)

      # Points that look joined and are not, under an arrangement.
      def dead_points(arrangement)
        faults.filter_map { |fault| fault.points.first if fault.kind == :joint_open } - arrangement.touched
      end

      # A short name of what distinguishes it, for records and tests.
      def to_s = deviations.empty? ? "as meant" : deviations.map { |item| [item.kind, item.place || item.device, *item.points].compact.join(" ") }.join(", ")

      private

      def base(arrangement) = @base[@world.same(arrangement)] ||= @world.base(self, arrangement)

      def nets_under(arrangement) = @nets[@world.same(arrangement)] ||= {}.compare_by_identity
    end
  end
end

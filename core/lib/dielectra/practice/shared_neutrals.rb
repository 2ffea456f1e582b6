# frozen_string_literal: true

module Dielectra
  module Practice
    # Where a house lets the current of one circuit return on the neutral of another: two neutrals that touch outside
    # the panel, or a load between the line of one and the neutral of the other. A run that brings two lines with one
    # neutral is one circuit here.
    class SharedNeutrals
      # @param circuit [Circuit] the house
      def initialize(circuit)
        @circuit = circuit
        @nets = Hash.new { |all, point| all[point] = point }
        joints = circuit.joints.reject { |joint| joint.points.any? { |point| panel?(circuit.place_of(point)) } }
        wires = circuit.cables.flat_map { |cable| cable.conductors.map { |wire| cable.points(wire) } }
        (joints.map(&:points) + wires).each { |points| unite(points) }
      end

      # @return [Array<String>] a sentence each
      def to_a = touching + borrowed

      private

      def panel?(place) = place && @circuit.place(place)&.panel?

      # The breaker of each run from the panel => the neutral that comes with it
      # @return [Hash{String => String}]
      def returns
        @returns ||=
          @circuit
            .breakers
            .filter_map do |breaker|
              ends = (@circuit.joint_at("#{breaker.id}.load")&.points || []).grep(PointId::CONDUCTOR)
              cable = ends.first && ends.first[/\A[^.]+/]
              neutral = bar.find { |point| point.start_with?("#{cable}.") } if cable
              [breaker.id, neutral] if neutral
            end
            .to_h
      end

      # The conductors on the panel's neutral bar that are no grounds
      def bar
        grounds = @circuit.places.select(&:panel?).flat_map { |place| @circuit.cable_ends(place.id) }
        grounds = grounds.filter_map { |cable_end| cable_end.grounding && cable_end.point(cable_end.grounding) }
        (@circuit.joint_at("panel.neutral")&.points || []).grep(PointId::CONDUCTOR) - grounds
      end

      def touching =
        returns
          .values
          .uniq
          .combination(2)
          .select { |one, other| root(one) == root(other) }
          .map { |one, other| "#{one} and #{other} touch outside the panel" }

      # Loads that burn on one breaker alone, and return elsewhere
      def borrowed
        @circuit.breakers.flat_map do |breaker|
          own = returns[breaker.id] or next []
          loads = Physics::Network.new(@circuit, alone(breaker)).loads.select { |_, state| state == "on" }.keys
          loads.reject { |load| returns_on?(load, own) }.map { |load| "#{load} takes its neutral from another circuit" }
        end
      end

      def alone(breaker) = @circuit.breakers.to_h { |one| [one.id, one.id == breaker.id ? "on" : "off"] }

      def returns_on?(load, neutral)
        device = @circuit.device(PointId.device(load)) or return true
        device.points.any? { |point| root(point) == root(neutral) }
      end

      def unite(points) = points.each_cons(2) { |one, other| @nets[root(other)] = root(one) }

      def root(point)
        point = @nets[point] until @nets[point] == point
        point
      end
    end
  end
end

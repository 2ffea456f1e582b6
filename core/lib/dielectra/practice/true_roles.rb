# frozen_string_literal: true

module Dielectra
  module Practice
    # The true role of every conductor in a generated house as joined now, read off the circuit with all switches taken
    # out. It is the yardstick for the roles a conclusion states.
    class TrueRoles
      # @param circuit [Circuit]
      # @param job [Evidence::Job] its places are those from which runs go onward
      def initialize(circuit, job)
        @circuit = circuit
        @known = job.places.map(&:id)
        @sets = Physics::DisjointSets.new
        dead = circuit.faults.select { |fault| fault["kind"] == "joint_open" }.map { |fault| fault["point"] }
        circuit.joints.each { |joint| unite(joint.points - dead) }
        circuit.cables.each { |cable| strands(cable).each { |points| unite(points) unless broken?(points) } }
        circuit.devices.each do |device|
          device.kind.tabs.each do |tab, pair|
            unite(pair.map { |terminal| device.point(terminal) }) unless device.settings[tab] == "removed"
          end
        end
      end

      # @param points [Array<String>] conductor ends
      # @return [Hash{String => String}] point => role, without those of which no role can be told: a broken conductor's
      def of(points) = points.to_h { |point| [point, role(point)] }.compact

      private

      def unite(points) = points.each_cons(2) { |one, other| @sets.join(one, other) }

      def strands(cable) = cable.conductors.map { |wire| cable.points(wire) }

      def broken?(points) = broken.intersect?(points)

      def broken
        @broken ||=
          @circuit
            .faults
            .select { |fault| fault["kind"] == "conductor_open" }
            .map { |fault| "#{fault["cable"].first}.#{fault["conductor"]}" }
      end

      def role(point)
        cable = @circuit.cables.find { |item| strands(item).flatten.include?(point) }
        pair = strands(cable).find { |points| points.include?(point) }
        return if broken?(pair)
        if cable.cable_ends.any? { |cable_end|
             cable_end.grounding && pair.include?(cable_end.point(cable_end.grounding))
           }
          return "ground"
        end

        name = named.fetch(@sets.find(point), "spare")
        name == "line" && leaves?(cable, point) ? "onward" : name
      end

      # The role of a net; the first that applies
      def named
        @named ||=
          begin
            panel = @circuit.places.find(&:panel?).id
            sources = @circuit.breakers.map { |breaker| breaker.point("load") }
            rows = [
              ["neutral", ["#{panel}.neutral"]],
              ["line", sources],
              ["load", sides],
              ["traveler", traveler_screws]
            ]
            rows.each_with_object({}) do |(name, points), names|
              points.each { |point| names[@sets.find(point)] ||= name }
            end
          end
      end

      # The two sides of each load, in either order, since a lamp works both ways
      def sides =
        @circuit.devices.flat_map do |device|
          [*device.kind.lamp, *device.kind.sockets.values.flatten].map { |terminal| device.point(terminal) }
        end

      def traveler_screws =
        @circuit
          .devices
          .select(&:switch?)
          .flat_map { |device| device.kind.terminals.grep(/traveler|pair/).map { |terminal| device.point(terminal) } }

      # Whether nothing the job knows of lies beyond a cable.
      def leaves?(cable, point)
        here = @circuit.place_of(point)
        seen = [here]
        queue = cable.cable_ends.map(&:place) - [here]
        queue.each do |place|
          seen << place
          @circuit.cables.each do |other|
            ends = other.cable_ends.map(&:place)
            queue.concat(ends - seen - queue) if !other.equal?(cable) && ends.include?(place)
          end
        end
        !queue.intersect?(@known)
      end
    end
  end
end

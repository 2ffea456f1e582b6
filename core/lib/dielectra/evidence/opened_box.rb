# frozen_string_literal: true

module Dielectra
  module Evidence
    # What an opened box holds: as it was found, and as it is joined now.
    class OpenedBox
      # Conditions of a joint that has to be made up again, whatever else is wrong.
      DAMAGED = %w[loose scorched].freeze
      # Remarks on a conductor whose end has to be cut back and made up again; `pinched` is insulation under the screw.
      HURT = %w[nicked pinched melted].freeze

      attr_reader :place, :found

      # @param situation [Situation]
      # @param found [Hash] the answer of the step that opened it
      def initialize(situation, place, found)
        @situation = situation
        @place = place
        @found = found
      end

      # @return [Array<Array<String>>] what touches what now
      def joints = @situation.arrangement.joints.fetch(place) { found_joints }

      # @return [Array<Array<String>>] what touched what when it was opened
      def found_joints = @found_joints ||= found["joints"].map { |joint| joint["points"] }

      # @return [Array<Array<String>>] joints that look loose or scorched, or have a hurt conductor in them
      def damaged
        hurt = (found["remarks"] || []).select { |row| HURT.include?(row["what"]) }.map { |row| row["point"] }
        found["joints"]
          .select { |joint| DAMAGED.include?(joint["condition"]) || joint["points"].intersect?(hurt) }
          .map { |joint| joint["points"] }
      end

      # @return [Array<String>] switches with a scorched screw, or a melted conductor on one
      def burnt
        melted = (found["remarks"] || []).select { |row| row["what"] == "melted" }.map { |row| row["point"] }
        joints = found["joints"].select { |one| one["condition"] == "scorched" || one["points"].intersect?(melted) }
        points = joints.flat_map { |joint| joint["points"] }
        switches = found["devices"].select { |row| Trade::DeviceKind[row["kind"]].switch? }
        switches.map { |row| row["id"] }.select { |id| points.any? { |point| PointId.screw_of?(point, id) } }
      end

      # @return [Array<Array<String>>] joints as found, with what the devices' tabs join
      def joints_with_tabs =
        found["devices"].reduce(found_joints) do |joints, row|
          kind = found_kind(row)
          kind = Trade::KindName.without_tab(kind, Trade::Tab::HOT) if @situation.job.goal.half?(row["id"])
          # Two toggles on one yoke may be on two circuits.
          kind = Trade::KindName.without_tab(kind, Trade::Tab::COMMON) if @situation.job.circuits > 1
          Trade::DeviceKind[kind].through(row["id"], joints)
        end

      # @return [Boolean] whether a tab was seen whole that has to be broken off: of a receptacle one half of which is
      #   switched, or between two circuits
      def tab_intact?(device, tab)
        row = found["devices"].find { |one| one["id"] == device }
        row&.fetch(tab, nil) == "intact" && (tab == Trade::Tab::COMMON || @situation.job.goal.half?(device))
      end

      # The kind of a device as it was found, broken tabs included. Where nobody said, wires on both screws that a tab
      # may join say that it is broken.
      # @param row [Hash] as `open` answers
      # @return [String]
      def found_kind(row)
        if row["kind"] == Trade::Unmarked::NAME
          return @situation.recognized(row["id"]) || Trade::Unmarked.assumed(used_screws(row["id"]))
        end

        told = Trade::DeviceKind[row["kind"]].tabs.except(Trade::Tab::NEUTRAL).reject { |tab, _| row.key?(tab) }
        used = found_joints.flatten
        broken = told.select { |_, screws| screws.all? { |screw| used.include?("#{row["id"]}.#{screw}") } }
        Trade::DeviceKind.found(row.merge(broken.transform_values { "removed" }))
      end

      # @return [Array<String>] screws of a device that had a conductor under them when the box was opened
      def used_screws(device) =
        found_joints
          .select { |joint| joint.size > 1 }
          .flatten
          .select { |point| PointId.screw_of?(point, device) }
          .map { |point| PointId.part(point) }
          .sort

      # @return [Array<Circuit::CableEnd>]
      def cable_ends = @cable_ends ||= found["cable_ends"].map { |row| Circuit::CableEnd.read(row) }

      # @return [Array<Circuit::CableEnd>] those of the job's circuit: what stayed live with its breakers off is not
      def own_cable_ends =
        @own_cable_ends ||= cable_ends.reject { |cable_end| @situation.foreign[place]&.include?(cable_end.id) }

      # @return [Array<Circuit::CableEnd>] those of them that were there when the box was opened
      def surveyed_cable_ends
        new = @situation.pulled.flat_map(&:conductors).flatten
        return own_cable_ends if new.empty?

        own_cable_ends.filter_map do |cable_end|
          wires = cable_end.wires.reject { |wire| new.include?(cable_end.point(wire)) }
          Circuit::CableEnd.new(cable_end.id, cable_end.type, wires) unless wires.empty?
        end
      end

      # @return [Array<String>] points of the insulated conductors of the job's circuit
      def conductors =
        @conductors ||=
          own_cable_ends.flat_map { |cable_end| cable_end.insulated.map { |wire| cable_end.point(wire) } }.freeze

      # @return [Array<String>] points of its grounding conductors; one that was pulled in may lead nowhere
      def grounds =
        surveyed_cable_ends.filter_map { |cable_end| cable_end.grounding && cable_end.point(cable_end.grounding) }

      # @return [Boolean] whether a grounding conductor ends here, one that was pulled in included
      def grounded? = own_cable_ends.any?(&:grounding)

      # @return [Array<String>] every point, terminals of the devices now in it included
      def points =
        @points ||=
          begin
            terminals =
              found["devices"].flat_map do |row|
                kind = Trade::DeviceKind[@situation.kind_of(row["id"]) || row["kind"]]
                kind.terminals.map { |terminal| "#{row["id"]}.#{terminal}" }
              end
            cable_ends.flat_map(&:points) + terminals + (found["enclosure"] == "metal" ? [PointId.box(place)] : [])
          end.freeze
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Presentation
    # How the wires of a rewire are to be done: what is new or changed, terminal by terminal, in working order.
    class Craft
      # Figures that the trade uses; the mark on the device rules.
      STRIP = "5/8 to 3/4 in"
      TORQUE = "12 to 18 lbf·in"

      # @param situation [Evidence::Situation] before the step
      # @param place [String]
      # @param after [Array<Array<String>>] what shall touch what
      def initialize(situation, place, after)
        @situation = situation
        @place = place
        @before = situation.joints(place)
        @after = after
      end

      # @return [Array<String>] a sentence each
      def lines
        [backstabs, damaged, screws, leads, tails, connectors, grounds, folded].compact
      end

      private

      def changed =
        @changed ||= @after.select { |joint| joint.size > 1 && @before.none? { |one| one.sort == joint.sort } }

      def found = @found ||= @situation.opened[@place]["joints"]

      def backstabs
        held = found.select { |joint| joint["by"] == "push_in" }.flat_map { |joint| joint["points"] }
        if held.intersect?(changed.flatten)
          "Do not use the push-in holes again. Release the wires, cut back and use the screws."
        end
      end

      def damaged
        bad = @situation.damaged(@place).flatten.grep(PointId::CONDUCTOR) & changed.flatten
        "Cut back the damaged ends: #{Naming.list(bad.map { |point| Naming.point(point) })}." if bad.any?
      end

      # Screws that get one conductor
      def screws
        alone = changed.select { |joint| terminals(joint).any? { |one| !lead?(one) } && conductors(joint).one? }
        return if alone.empty?

        "Strip #{STRIP}, hook clockwise three quarters round, one conductor a screw. Tighten as marked, " \
          "commonly #{TORQUE}, and tug."
      end

      # Leads of a device, which have no screw and no torque
      def leads
        with = changed.select { |joint| terminals(joint).any? { |one| lead?(one) } }
        return if with.empty?

        "Splice to the leads with a connector listed for the pair, a stranded lead a little ahead of the solid " \
          "copper. " \
          "Tug each."
      end

      def lead?(point)
        row = @situation.found_device(PointId.owner(point))
        kind = @situation.kind_of(PointId.owner(point)) or return false
        screw = Trade::DeviceKind[kind].screws(row && row["face"]).find { |one| one["terminal"] == PointId.part(point) }
        screw && screw["finish"] == "lead"
      end

      # Terminals of a device where several conductors meet
      def tails
        met = changed.select { |joint| terminals(joint).any? && conductors(joint).size > 1 && grounding(joint).empty? }
        return if met.empty?

        named = met.map { |joint| "#{Naming.point(terminals(joint).first)} (#{conductors(joint).size} conductors)" }
        "Splice with a tail to #{Naming.list(named)}."
      end

      # Connectors by the number of conductors they hold, tails counted
      def connectors
        sizes =
          changed.filter_map do |joint|
            wires = conductors(joint).size + (terminals(joint).any? ? terminals(joint).size : 0)
            wires if conductors(joint).size > 1
          end
        return if sizes.empty?

        "Connectors: #{Naming.list(sizes.tally.sort.map { |size, count| "#{count} for #{size} wires" })}."
      end

      def grounds
        fresh = changed.find { |joint| grounding(joint).any? }
        "Grounds together, with a tail to the device#{" and the metal box" if metal?}." if fresh
      end

      def metal? = @situation.opened[@place]["enclosure"] == "metal"

      def folded
        return if changed.empty?

        marked = whites
        taped = marked.any? ? " Tape or sleeve #{Naming.list(marked.map { |point| Naming.point(point) })}." : ""
        "Fold grounds first, then neutrals, then hots.#{taped}"
      end

      # Whites that go on a terminal of a switch
      def whites
        colors =
          @situation.own_cable_ends(@place).flat_map { |one| one.insulated.map { |wire| [one.point(wire), wire] } }.to_h
        switches = changed.select { |joint| terminals(joint).any? { |point| switch?(point) } }
        switches.flat_map { |joint| conductors(joint) }.select { |point| unmarked_white?(colors[point], point) }
      end

      def unmarked_white?(wire, point) =
        wire && Trade::Color.neutral?(wire.color) && wire.tape.nil? && !@situation.tapes.key?(point)

      def switch?(point)
        kind = @situation.kind_of(PointId.owner(point))
        kind && Trade::DeviceKind[kind].switch? && !point.end_with?(".neutral")
      end

      def conductors(joint) = joint.select { |point| PointId.conductor?(point) }

      def terminals(joint) = joint.reject { |point| PointId.conductor?(point) || PointId.metal?(point) }

      def grounding(joint) =
        joint & @situation.cable_ends(@place).filter_map { |one| one.grounding && one.point(one.grounding) }
    end
  end
end

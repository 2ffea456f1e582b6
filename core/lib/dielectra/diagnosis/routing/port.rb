# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # Where a run enters an opened box: a cable end with its insulated conductors, or the single conductors that make
    # the run
    class Port
      attr_reader :ends, :points, :colors, :hints, :grounding, :type

      # @param cable_ends [Array<Circuit::CableEnd>] one, or several of single conductors
      # @param region [Trade::Region] whose colors they are
      def initialize(cable_ends, region = Trade::Region.all.first)
        wires = cable_ends.flat_map { |cable_end| cable_end.insulated.map { |wire| [cable_end.point(wire), wire] } }
        @ends = cable_ends.map(&:id)
        @points = wires.map(&:first)
        @colors = wires.map { |_, wire| wire.color }
        @hints = region.habits(wires.map { |_, wire| wire.tape || wire.color })
        @grounding = cable_ends.first.grounding&.then { |wire| cable_ends.first.point(wire) }
        @type = cable_ends.map { |cable_end| cable_end.type || "" }.sort.join("+")
        @sizes = cable_ends.map { |cable_end| cable_end.insulated.size }
      end

      # Whether it is a single conductor; several of them make a run
      def single? = type.start_with?("knob_and_tube")

      # Whether it is two cables side by side
      def doubled? = !single? && ends.size > 1

      def size = points.size

      def tails = @tails ||= points.map { |point| PointId.part(point) }

      # Whether a port elsewhere may be the other end of the same run.
      def alike?(other)
        type == other.type && grounding.nil? == other.grounding.nil? && sorted == other.sorted
      end

      # Which conductor here is which there. A color that occurs once matches itself; like colors may match in any
      # order.
      # @return [Array<Array<Integer>>] for each way, the slot there of each slot here
      def pairings(other)
        return side_by_side(other) if doubled?

        groups =
          colors.uniq.map do |color|
            here = slots(color)
            other.slots(color).permutation.map { |there| here.zip(there) }
          end
        first, *rest = groups
        first.product(*rest).map { |pairs| pairs.flatten(1).sort.map(&:last) }
      end

      # The slots of each cable.
      # @return [Array<Array<Integer>>]
      def cables =
        @cables ||=
          @sizes.each_index.map { |number| (0...@sizes[number]).map { |slot| slot + @sizes.first(number).sum } }

      def slots(color) = colors.each_index.select { |slot| colors[slot] == color }

      def sorted = @sorted ||= colors.sort

      private

      # Pairings of two cables side by side: either may be either, and a conductor stays in its cable
      def side_by_side(other)
        other.cables.permutation.filter_map do |there|
          slots =
            cables
              .zip(there)
              .flat_map { |mine, its| mine.map { |slot| [slot, its.find { |far| other.colors[far] == colors[slot] }] } }
          slots.sort.map(&:last) if slots.all?(&:last) && slots.map(&:last).uniq.size == slots.size
        end
      end
    end
  end
end

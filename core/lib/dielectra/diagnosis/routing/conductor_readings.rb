# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # Possible functions of the single conductors in one opened box (open wiring), with the verdict on the box as found.
    # Enumerates what the conductors carry, then which of like ones belongs to which run. Too many equal readings are
    # sampled.
    class ConductorReadings
      # One reading: for each run its ports in the order of its functions, the verdict, and the number of equal readings
      # it represents
      Reading = Struct.new(:groups, :verdict, :stands_for)

      # Assignments of functions that are judged, and readings kept
      MOST = 800
      MOST_READINGS = 2_400

      # @param ports [Array<Port>] of one conductor each
      # @param found [Array<Array<String>>] joints as found
      def initialize(ports, found)
        @ports = ports
        @joint = {}
        found.each_with_index { |joint, index| joint.each { |point| @joint[point] = index if joint.size > 1 } }
        @found = found
        @memo = {}
      end

      # @param workmanship [Design::Workmanship]
      # @param carried [Array<Array<String>>] for each run what it carries
      # @param twins [Array<Array(String, String)>] pairs of functions whose names may be exchanged
      # @param mixed [Array<Array<String>>] for each run what of it can be told apart only from beyond it: all readings
      #   in which that is exchanged go together
      # @return [Array<Array<Array<Reading>>>] readings that go together, by falling weight, those of one weight
      #   together
      def of(workmanship, carried, twins, mixed)
        @memo[[workmanship.key, carried, twins, mixed]] ||= begin
          # The same question has the same sample, whatever was asked before.
          @random = Random.new(1)
          named = namings(carried.flatten, twins)
          each = MOST_READINGS / [named.size, 1].max
          read = named.flat_map { |functions| readings(workmanship, functions, carried, [each, 1].max) }
          tiers = read.group_by { |reading| reading.verdict.weight }.sort_by { |weight, _| -weight }.map(&:last)
          tiers.map { |tier| together(tier, carried, mixed) }
        end
      end

      private

      def together(tier, carried, mixed)
        slots =
          carried
            .zip(mixed)
            .map { |functions, some| functions.each_index.partition { |slot| some.include?(functions[slot]) } }
        tier
          .group_by do |reading|
            reading
              .groups
              .zip(slots)
              .map do |ports, (alike, told)|
                [ports.values_at(*alike).flat_map(&:ends).sort, ports.values_at(*told).map(&:ends)]
              end
          end
          .values
      end

      def readings(workmanship, functions, carried, most)
        verdict =
          workmanship.judge(@found, @ports.each_index.to_h { |slot| [@ports[slot].points.first, functions[slot]] })
        all = spread(functions, carried)
        drawn = all.size > most ? all.sample(most, random: @random) : all
        drawn.map { |groups| Reading.new(groups, verdict, all.size / drawn.size.to_f) }
      end

      # Assignments of functions, those that agree best with the joints first
      # @return [Array<Array<String>>] functions in the order of the ports
      def namings(functions, twins)
        return [] unless functions.size == @ports.size

        all =
          arranged(functions.tally, [], []).select { |names| twins.all? { |one, other| ordered?(names, one, other) } }
        all.size > MOST ? all.shuffle(random: @random).min_by(MOST) { |names| odd(names) } : all
      end

      def ordered?(names, one, other) =
        names.index(one).nil? || names.index(other).nil? || names.index(one) < names.index(other)

      # Every distinct permutation of functions
      def arranged(left, names, all)
        return all << names if left.empty?

        left.each_key do |function|
          rest = left[function] == 1 ? left.except(function) : left.merge(function => left[function] - 1)
          arranged(rest, names + [function], all)
        end
        all
      end

      # Number of pairs of conductors that touch and should not, or the reverse
      def odd(names)
        names
          .each_index
          .to_a
          .combination(2)
          .count { |one, other| touching?(one, other) != (names[one] == names[other]) }
      end

      def touching?(one, other)
        joints = [one, other].map { |slot| @joint[@ports[slot].points.first] }
        !joints.first.nil? && joints.first == joints.last
      end

      # Distributes like conductors over the runs
      # @return [Array<Array<Array<Port>>>]
      def spread(functions, carried)
        by_function = functions.each_index.group_by { |slot| functions[slot] }
        orders = by_function.map { |function, slots| slots.permutation.map { |order| [function, order] } }
        first, *rest = orders
        first
          .product(*rest)
          .map do |picked|
            queues = picked.to_h { |function, order| [function, order.dup] }
            carried.map { |run| run.map { |function| @ports[queues[function].shift] } }
          end
      end
    end
  end
end

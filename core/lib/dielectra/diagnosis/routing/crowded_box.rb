# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # Which cable end is which run in a box with too many cables for every order to be listed. The orders that agree
    # best with the joints as found and with the colors come first, so that a budget is spent on the likely ones of all
    # layouts.
    class CrowdedBox
      # What a contradiction between two conductors costs. One makes a box five times rarer; see Design::Workmanship.
      ODD = 100
      # The same for a factor e on the weight
      SCALE = ODD / Math.log(5)
      # What it costs to take one cable end for two runs
      TAKEN = 1_000_000
      # Nodes of the search for one layout
      MOST_TRIED = 200
      # Ways of one run to be one cable end that are looked at
      MOST_WAYS = 6

      # One order: the port of each run, and an estimate of its weight
      Order = Struct.new(:ports, :weight)

      # A port and what its conductors carry: `joints` and `functions` are numbers, the same for what touches and for
      # what is the same; `touching` and `carrying` are those as bits
      Option = Struct.new(:port, :way, :joints, :functions, :touching, :carrying)
      private_constant :Option

      # @param found [Array<Array<String>>] joints as found
      def initialize(found)
        @joint = {}
        found.each { |joint| joint.each { |point| @joint[point] = joint } if joint.size > 1 }
        @numbers = {}
        @options = {}
        @own = {}
        @tables = {}.compare_by_identity
      end

      # @param edges [Array] runs that end in the box
      # @param uses [Array<Array(Array<Port>, Array<String>, Symbol)>] for each run the ports that it may be, what it
      #   carries, and whether its far end tells which conductor is which
      # @param expected [Hash{String => Array<String>}] terminal => functions it may carry
      # @param most [Integer] orders wanted
      # @return [Array<Order>] the cheapest first
      def orders(edges, uses, expected, most)
        options = uses.map { |use| @options[use] ||= options(*use) }
        return [] if options.any?(&:empty?)

        known = (@own[expected] ||= {}.compare_by_identity)
        own = options.map { |some| known[some] ||= some.map { |option| cost(option, expected) } }
        cross =
          options.each_index.map do |one|
            ((one + 1)...options.size).map { |other| table(options[one], options[other]) }
          end
        picked = PairwiseSearch.new(own, cross, tried: MOST_TRIED).cheapest(most)
        picked.filter_map { |choices| order(edges, options, own, cross, choices) }.uniq { |one| one.ports.values }
      end

      private

      # @return [Array<Option>] ports and ways of a run
      def options(ports, functions, polarized)
        ports.flat_map do |port|
          Design::Coloring.likeliest(functions, port.hints, MOST_WAYS, polarized:).map { |way| option(port, way) }
        end
      end

      def option(port, way)
        joints = port.points.map { |point| number(@joint[point] || [point]) }
        functions = way.functions.map { |function| function ? number(function) : -1 }
        Option.new(port, way, joints, functions, bits(joints), bits(functions - [-1]))
      end

      def bits(numbers) = numbers.reduce(0) { |all, number| all | (1 << number) }

      def number(name) = @numbers[name] ||= @numbers.size

      def cost(option, expected)
        port = option.port
        odd = port.points.zip(option.way.functions).sum { |point, function| misplaced(point, function, expected) }
        odd += port.points.each_index.to_a.combination(2).count { |one, other| odd?(option, one, option, other) }
        (odd * ODD) + (SCALE * -Math.log(option.way.weight)).round
      end

      # Screws that a conductor sits on although they carry something else
      def misplaced(point, function, expected) =
        (@joint[point] || []).count { |other| expected.key?(other) && !expected[other].include?(function) }

      # Whether two conductors touch and carry different things, or the reverse
      def odd?(one, slot, other, number)
        same = one.functions[slot] == other.functions[number] && one.functions[slot] >= 0
        (one.joints[slot] == other.joints[number]) != same
      end

      def table(some, others)
        known = (@tables[some] ||= {}.compare_by_identity)
        known[others] ||= PairwiseSearch::Table.new(some.map { |one| others.map { |other| between(one, other) } })
      end

      # The loops are the inmost of the listing.
      def between(one, other)
        return TAKEN if one.port.ends.intersect?(other.port.ends)
        return 0 if one.touching.nobits?(other.touching) && one.carrying.nobits?(other.carrying)

        odd = 0
        slot = 0
        while slot < one.joints.size
          number = 0
          while number < other.joints.size
            odd += 1 if odd?(one, slot, other, number)
            number += 1
          end
          slot += 1
        end
        odd * ODD
      end

      def order(edges, options, own, cross, choices)
        cost = choices.each_index.sum { |slot| own[slot][choices[slot]] }
        choices
          .each_index
          .to_a
          .combination(2) { |one, other| cost += cross[one][other - one - 1].rows[choices[one]][choices[other]] }
        return if cost >= TAKEN

        ports = edges.each_with_index.to_h { |edge, slot| [edge, options[slot][choices[slot]].port] }
        Order.new(ports.compare_by_identity, Math.exp(-cost / SCALE))
      end
    end
  end
end

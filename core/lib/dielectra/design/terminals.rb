# frozen_string_literal: true

module Dielectra
  module Design
    # Which functions the terminals of one device in a box may carry, given its kind and its duty.
    class Terminals
      # @param fitting [Workmanship::Fitting]
      def initialize(fitting)
        @fitting = fitting
        @duty = fitting.duty
      end

      # @return [Array<Hash{String => Array<String>}>] point => functions; more than one way for a four-way
      def variants
        @fitting.kind ? of_family(family) : [{}]
      end

      # Every equivalent arrangement
      # @return [Array<Array<Array(String, Array<String>)>>] terminals in the order they are given out
      def turns
        variants.flat_map do |expected|
          terminals = expected.to_a
          if @duty.neutral
            [terminals]
          elsif @duty.role == :only && terminals.size == 3
            alone(terminals)
          elsif terminals.size == 4
            pairs(terminals)
          else
            [terminals, terminals.reverse].uniq
          end
        end
      end

      private

      # Kind family; a receptacle without its hot tab is its own family
      def family
        kind = @fitting.kind
        return :half_receptacle if Trade::KindName.tab_broken?(kind, Trade::Tab::HOT)

        Duty.family(kind).to_sym
      end

      def of_family(family)
        case family
        when :luminaire, :fan
          load("hot", "neutral")
        when :fan_light
          fixture
        when :receptacle
          return halves if @duty.halves?

          load("hot_1", "neutral_1")
        when :half_receptacle
          return halves if @duty.halves?

          load("hot_1", "neutral_1").map do |expected|
            other = @duty.steady || (@duty.lamp&.first if @duty.live?)
            other ? expected.merge(points("hot_2" => [other])) : expected
          end
        when :electronic
          [points({ "line" => @duty.lines, "load" => @duty.ends - @duty.lines, "neutral" => [@duty.neutral].compact })]
        when :single_pole
          [points("terminal_1" => ends, "terminal_2" => ends)]
        when :three_way
          [three_way]
        when :four_way
          four_way
        when :combination
          yoke
        else
          [{}]
        end
      end

      def points(terminals) = terminals.transform_keys { |terminal| @fitting.point(terminal) }

      # The load between its two functions, in either order for obsolete schemes
      def load(hot, neutral)
        return [{}] unless @duty.lamp

        functions = @duty.lamp
        ways = functions.last == "neutral" ? [functions] : [functions, functions.reverse]
        ways.map { |here, there| points(hot => [here], neutral => [there]) }
      end

      # Two toggles on one yoke. Each has its common and its own screw, which exchange where no tab joins the commons.
      def yoke
        return [{}] if @duty.parts.empty?

        joined = Trade::DeviceKind[@fitting.kind].tabs.any?
        ends = @duty.parts.to_h { |number, duty| [number, duty.ends] }
        return [points(joined_yoke(ends))] if joined

        [points(ends.flat_map { |number, both| [["common_#{number}", both], ["out_#{number}", both]] }.to_h)]
      end

      # With the tab whole, what is on either common is on the first.
      def joined_yoke(ends)
        lines = @duty.parts.values.flat_map(&:lines).uniq
        { "common_1" => lines, **ends.to_h { |number, both| ["out_#{number}", both - lines] } }
      end

      # A fan with its light, each on a conductor of its own or both on one
      def fixture
        return load("light", "neutral") if @duty.parts.empty?

        hots = @duty.parts.transform_values { |duty| [duty.lamp.first] }
        [points({ **hots, "neutral" => [@duty.lamp.last] })]
      end

      # A receptacle whose halves do different things
      def halves
        hots = @duty.parts.to_h { |number, duty| ["hot_#{number}", [duty.lamp.first]] }
        [points({ **hots, "neutral_1" => [@duty.lamp.last] })]
      end

      def ends = @duty.ends.empty? ? %w[line load] : @duty.ends

      def three_way
        return points("common" => ends, "traveler_1" => ends, "traveler_2" => ends) if @duty.role == :only

        travelers = @duty.travelers.flatten
        points("common" => @duty.ends, "traveler_1" => travelers, "traveler_2" => travelers)
      end

      def four_way
        into, out = @duty.role == :middle ? @duty.travelers : [@duty.travelers.flatten, @duty.ends]
        [[into, out], [out, into]].map do |one, two|
          points("pair_1_a" => one, "pair_1_b" => one, "pair_2_a" => two, "pair_2_b" => two)
        end
      end

      def alone((common, *travelers)) = travelers.flat_map { |traveler| [[common, traveler], [traveler, common]] }

      def pairs((one, two, three, four))
        [[one, two, three, four], [two, one, three, four], [two, one, four, three], [one, two, four, three]]
      end
    end
  end
end

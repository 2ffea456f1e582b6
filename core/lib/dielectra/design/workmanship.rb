# frozen_string_literal: true

module Dielectra
  module Design
    # How a box is joined when it is done right, in how far a box as found differs from that, and how common it is.
    class Workmanship
      # What was found against what was meant: :right, :exchanged, :apart, :capped, :wrong_device or :other.
      Verdict = Struct.new(:label, :weight)

      # Share of a kind that nobody would think of.
      SELDOM = 0.05

      attr_reader :device

      # @param device [String, nil] id of the switch in the box, or of the luminaire
      # @param kind [String, nil] its kind
      # @param duty [Duty] where the switch stands between line and load
      def initialize(device:, kind:, duty:)
        @device = device
        @kind = kind
        @duty = duty
      end

      # The same for boxes that are meant alike.
      def key = @key ||= [@device, @kind, @duty].freeze

      # Functions that each terminal may carry in this box; a four-way may take either hop on either pair, so there can be
      # more than one way.
      # @return [Array<Hash{String => Array<String>}>] point => functions
      def variants
        @variants ||=
          case Duty.family(@kind)
          when "luminaire"
            lamp("hot", "neutral")
          when "fan_light"
            lamp("light", "neutral")
          when "receptacle"
            lamp("hot_1", "neutral_1")
          when "receptacle-hot_tab"
            lamp("hot_1", "neutral_1").map do |expected|
              @duty.steady ? expected.merge(switch("hot_2" => [@duty.steady])) : expected
            end
          when "single_pole"
            [switch("terminal_1" => ends, "terminal_2" => ends)]
          when "three_way"
            [three_way]
          when "four_way"
            four_way
          else
            [{}]
          end
      end

      # Joints of the box done right.
      # @param functions [Hash{String => String, nil}] conductor's point => function
      # @param turn [Array<Array(String, Array<String>)>] terminals in the order they are given out; see turns
      # @return [Array<Array<String>>]
      def joints(functions, turn: turns.first)
        by_function = functions.keys.group_by { |point| functions[point] }.except(nil)
        free = turn
        by_function
          .map do |function, points|
            terminal = free.find { |_, carried| carried.include?(function) }
            free -= [terminal]
            terminal ? [terminal.first, *points] : points
          end
          .select { |joint| joint.size > 1 }
      end

      # Every way round that does the same: travelers of one hop either way, the pairs of a four-way either way, the sides of
      # a single-pole either way. A three-way that stands alone works with its common and either traveler.
      # @return [Array<Array>] terminals with what they may carry, in the order they are given out; neighbours in the list
      #   differ in one pair of travelers where there are travelers
      def turns
        @turns ||=
          variants.flat_map do |expected|
            terminals = expected.to_a
            if @duty.role == :only && terminals.size == 3
              alone(terminals)
            elsif terminals.size == 4
              pairs(terminals)
            else
              [terminals, terminals.reverse].uniq
            end
          end
      end

      # @param found [Array<Array<String>>] joints as found
      # @param functions [Hash{String => String, nil}] conductor's point => function
      # @return [Verdict]
      def judge(found, functions)
        used = functions.compact
        terminals = variants.first
        inner = found.map { |joint| joint.select { |point| used.key?(point) || terminals.key?(point) } }
        return Verdict.new(:apart, prior("apart")) if inner.none? { |joint| joint.size > 1 }

        variants.map { |expected| weigh(*shortcomings(inner, used, expected)) }.max_by(&:weight)
      end

      private

      def prior(name) = Trade.priors.dig("deviation", name)

      def switch(terminals) =
        terminals.transform_keys { |terminal| "#{@device}.#{Trade::DeviceKind[@kind].mark(terminal)}" }

      # The light between its two functions; by the schemes of old either way round.
      def lamp(hot, neutral)
        return [{}] unless @duty.lamp

        functions = @duty.lamp
        ways = functions == %w[load neutral] ? [functions] : [functions, functions.reverse]
        ways.map { |here, there| switch(hot => [here], neutral => [there]) }
      end

      def ends = @duty.ends.empty? ? %w[line load] : @duty.ends

      def three_way
        return switch("common" => ends, "traveler_1" => ends, "traveler_2" => ends) if @duty.role == :only

        travelers = @duty.travelers.flatten
        switch("common" => @duty.ends, "traveler_1" => travelers, "traveler_2" => travelers)
      end

      def four_way
        into, out = @duty.role == :middle ? @duty.travelers : [@duty.travelers.flatten, @duty.ends]
        [[into, out], [out, into]].map do |one, two|
          switch("pair_1_a" => one, "pair_1_b" => one, "pair_2_a" => two, "pair_2_b" => two)
        end
      end

      def alone((common, *travelers)) = travelers.flat_map { |traveler| [[common, traveler], [traveler, common]] }

      def pairs((one, two, three, four))
        [[one, two, three, four], [two, one, three, four], [two, one, four, three], [one, two, four, three]]
      end

      def fits_chain? = @kind.nil? || !@duty.switch? || Duty.family(@kind) == @duty.kind

      # @return [Array(Integer, Integer)] conductors in the wrong joint, and conductors that should touch something and do not
      def shortcomings(joints, used, expected)
        misplaced = 0
        labels = []
        joints.each do |joint|
          label, strays = label_of(joint, used, expected)
          misplaced += strays
          labels << label
        end
        labels.compact!
        misplaced += labels.size - labels.uniq.size
        [misplaced, loose(joints, used, expected)]
      end

      # The function a joint stands for and how many of its points do not belong to it.
      def label_of(joint, used, expected)
        functions = joint.filter_map { |point| used[point] }
        terminals = joint.filter_map { |point| expected[point] }
        return nil, 0 if functions.empty? && terminals.size < 2

        choices = terminals.empty? ? functions.uniq : terminals.first
        best = choices.max_by { |function| functions.count(function) }
        strays =
          functions.count { |function| function != best } + terminals.drop(1).count { |other| !other.include?(best) }
        [functions.include?(best) ? best : nil, strays + [terminals.size - 1, 0].max]
      end

      def loose(joints, used, expected)
        joined = joints.select { |joint| joint.size > 1 }.flatten
        counts = used.values.tally
        served = expected.values.flatten
        used.count { |point, function| !joined.include?(point) && (counts[function] > 1 || served.include?(function)) }
      end

      # How often this kind is put where another is needed.
      def instead = Trade.priors.dig("instead", @duty.kind, Duty.family(@kind)) || SELDOM

      def weigh(misplaced, loose)
        unless fits_chain?
          return(
            Verdict.new(
              :wrong_device,
              prior("wrong_device") * instead * (0.05**[misplaced - 1, 0].max) * (0.2**[loose - 1, 0].max)
            )
          )
        end
        return Verdict.new(:right, 1.0) if misplaced.zero? && loose.zero?
        return Verdict.new(:exchanged, prior("exchanged") / 4) if misplaced == 2 && loose.zero?
        return Verdict.new(:capped, prior("capped")) if misplaced.zero? && loose == 1

        Verdict.new(:other, prior("other_wiring") * (0.2**(misplaced + loose - 1)))
      end
    end
  end
end

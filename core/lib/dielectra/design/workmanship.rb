# frozen_string_literal: true

module Dielectra
  module Design
    # How a box is joined when it is done right, in how far a box as found differs from that, and how common it is.
    class Workmanship
      # What was found against what was meant: :right, :exchanged, :apart, :capped, :wrong_device or :other.
      Verdict = Struct.new(:label, :weight)

      # @param device [String, nil] id of the switch in the box, or of the luminaire
      # @param kind [String, nil] its kind
      # @param chain_place [Symbol] :only, :first, :last or :none: where the switch stands between line and load
      def initialize(device:, kind:, chain_place:)
        @device = device
        @kind = kind
        @chain_place = chain_place
      end

      # Functions that a terminal may carry in this box.
      # @return [Hash{String => Array<String>}] point => functions
      def expected
        @expected ||=
          case @kind
          when "luminaire" then {"#{@device}.hot" => ["load"], "#{@device}.neutral" => ["neutral"]}
          when "single_pole", "dimmer" then switch("terminal_1" => ends, "terminal_2" => ends)
          when "three_way", "dimmer_three_way" then three_way
          else {}
          end
      end

      # The kind of switch this place needs.
      def self.needed_kind(controls) = controls == 1 ? "single_pole" : "three_way"

      # Joints of the box done right.
      # @param functions [Hash{String => String, nil}] conductor's point => function
      # @param turn [Array<String>] terminals in the order they are given out; see turns
      # @return [Array<Array<String>>]
      def joints(functions, turn: turns.first)
        by_function = functions.keys.group_by { |point| functions[point] }.except(nil)
        free = turn
        by_function.map do |function, points|
          terminal = free.find { |candidate| expected[candidate].include?(function) }
          free -= [terminal]
          terminal ? [terminal, *points] : points
        end.select { |joint| joint.size > 1 }
      end

      # Every way round that does the same: travelers either way, the sides of a single-pole either way. A three-way that
      # stands alone works with its common and either traveler.
      # @return [Array<Array<String>>] terminals in the order they are given out
      def turns
        terminals = expected.keys
        return [terminals, terminals.reverse].uniq unless @chain_place == :only && terminals.size == 3

        common, *travelers = terminals
        travelers.flat_map { |traveler| [[common, traveler], [traveler, common]] }
      end

      # @param found [Array<Array<String>>] joints as found
      # @param functions [Hash{String => String, nil}] conductor's point => function
      # @return [Verdict]
      def judge(found, functions)
        used = functions.compact
        inner = found.map { |joint| joint.select { |point| used.key?(point) || expected.key?(point) } }
        return Verdict.new(:apart, prior("apart")) if inner.none? { |joint| joint.size > 1 }

        weigh(*shortcomings(inner, used))
      end

      private

      def prior(name) = Trade.priors.dig("deviation", name)

      def switch(terminals) = terminals.transform_keys { |terminal| "#{@device}.#{terminal}" }

      def ends = @chain_place == :last ? %w[load] : (@chain_place == :first ? %w[line] : %w[line load])

      def three_way
        return switch("common" => ends, "traveler_1" => ends, "traveler_2" => ends) if @chain_place == :only

        switch("common" => ends, "traveler_1" => %w[traveler_1 traveler_2], "traveler_2" => %w[traveler_1 traveler_2])
      end

      def fits_chain? = @kind == "luminaire" || @kind.nil? || (@kind == "single_pole") == (@chain_place == :only)

      # @return [Array(Integer, Integer)] conductors in the wrong joint, and conductors that should touch something and do not
      def shortcomings(joints, used)
        misplaced = 0
        labels = []
        joints.each do |joint|
          label, strays = label_of(joint, used)
          misplaced += strays
          labels << label
        end
        labels.compact!
        misplaced += labels.size - labels.uniq.size
        [misplaced, loose(joints, used)]
      end

      # The function a joint stands for and how many of its points do not belong to it.
      def label_of(joint, used)
        functions = joint.filter_map { |point| used[point] }
        terminals = joint.filter_map { |point| expected[point] }
        return [nil, 0] if functions.empty? && terminals.size < 2

        choices = terminals.empty? ? functions.uniq : terminals.first
        best = choices.max_by { |function| functions.count(function) }
        strays = functions.count { |function| function != best } + terminals.drop(1).count { |other| !other.include?(best) }
        [functions.include?(best) ? best : nil, strays + [terminals.size - 1, 0].max]
      end

      def loose(joints, used)
        joined = joints.select { |joint| joint.size > 1 }.flatten
        counts = used.values.tally
        served = expected.values.flatten
        used.count { |point, function| !joined.include?(point) && (counts[function] > 1 || served.include?(function)) }
      end

      def weigh(misplaced, loose)
        unless fits_chain?
          return Verdict.new(:wrong_device, prior("wrong_device") * (0.2**[misplaced - 1, loose - 1, 0].max))
        end
        return Verdict.new(:right, 1.0) if misplaced.zero? && loose.zero?
        return Verdict.new(:exchanged, prior("exchanged") / 4) if misplaced == 2 && loose.zero?
        return Verdict.new(:capped, prior("capped")) if misplaced.zero? && loose == 1

        Verdict.new(:other, prior("other_wiring") * (0.2**(misplaced + loose - 1)))
      end
    end
  end
end

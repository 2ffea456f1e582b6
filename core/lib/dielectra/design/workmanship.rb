# frozen_string_literal: true

module Dielectra
  module Design
    # How a box is joined when it is done right, how a box as found deviates from that, and how common the deviation is
    class Workmanship
      # A device in the box, its kind, and what it has to do.
      Fitting =
        Struct.new(:device, :kind, :duty) do
          # @return [Boolean] whether a device of that kind does it
          def fits? = kind.nil? || !duty.switch? || Duty.family(kind) == Duty.family(duty.kind)

          # @return [String] the point of a terminal, by its mark
          def point(terminal) = "#{device}.#{Trade::DeviceKind[kind].mark(terminal)}"
        end

      # The verdict on a box as found: :right, :exchanged, :apart, :capped, :wrong_device or :other
      Verdict = Struct.new(:label, :weight)

      # Prior of a kind of switch nobody would choose here
      SELDOM = 0.05

      attr_reader :fittings

      # @param fittings [Array<Fitting>] switches and loads of the box; none where it holds splices only
      # @param priors [Hash{String => Float}] how common each thing wrong is in this job
      def initialize(fittings, priors: Trade.priors.fetch("deviation"))
        @fittings = fittings.freeze
        @priors = priors
      end

      # @return [Array<String>]
      def devices = fittings.map(&:device)

      # Equal for boxes with the same design
      def key = @key ||= fittings.map(&:to_a).freeze

      # Functions each terminal may carry. A four-way may take either hop on either pair, so there can be several ways.
      # @return [Array<Hash{String => Array<String>}>] point => functions
      def variants
        @variants ||=
          product(fittings.map { |fitting| Terminals.new(fitting).variants }).map { |some| some.reduce({}, :merge) }
      end

      # Joints of the box done right.
      # @param functions [Hash{String => String, nil}] conductor's point => function
      # @param turn [Array<Array>] for each fitting its terminals in the order they are given out; see turns
      # @return [Array<Array<String>>]
      def joints(functions, turn: turns.first)
        by_function = functions.keys.group_by { |point| functions[point] }.except(nil)
        (between_devices - by_function.keys).each { |function| by_function[function] = [] }
        free = turn.map(&:dup)
        by_function.map { |function, points| taken(free, function) + points }.select { |joint| joint.size > 1 }
      end

      # Every equivalent arrangement: travelers of a hop exchanged, pairs of a four-way exchanged, sides of a
      # single-pole exchanged. A three-way used alone works with its common and either traveler.
      # @return [Array<Array<Array>>] for each fitting its terminals with what they may carry, in the order they are
      #   given out; neighbors in the list differ in one pair of travelers where there are travelers
      def turns
        @turns ||= product(fittings.map { |fitting| Terminals.new(fitting).turns })
      end

      # @param found [Array<Array<String>>] joints as found
      # @param functions [Hash{String => String, nil}] conductor's point => function
      # @return [Verdict]
      def judge(found, functions)
        used = functions.compact
        terminals = variants.first
        inner = found.map { |joint| joint.select { |point| used.key?(point) || terminals.key?(point) } }
        joined = inner.each_with_object({}) { |joint, all| joint.each { |point| all[point] = true } if joint.size > 1 }
        return Verdict.new(:apart, prior("apart")) if joined.empty?

        variants.map { |expected| weigh(*shortcomings(inner, joined, used, expected)) }.max_by(&:weight)
      end

      private

      def prior(name) = @priors.fetch(name)

      def product(choices)
        first, *rest = choices
        first ? first.product(*rest) : [[]]
      end

      # Functions at several devices of the box. One that no conductor carries lies between their screws, as where a
      # switch and its load share the box.
      def between_devices
        @between_devices ||=
          fittings
            .flat_map do |fitting|
              [fitting.duty, *fitting.duty.parts.values].flat_map { |duty| [*duty.ends, *duty.lamp] }.uniq
            end
            .tally
            .filter_map { |function, count| function if count > 1 }
      end

      # Takes the first free terminal of each fitting that carries a function: of each half of a receptacle, and of each
      # toggle on a yoke
      def taken(free, function)
        free.flat_map do |terminals|
          carrying = terminals.filter_map { |point, carried| point if carried.include?(function) }
          points = carrying.uniq { |point| point[PART] }
          terminals.reject! { |one, _| points.include?(one) }
          points
        end
      end

      # The half of a receptacle, or the toggle on a yoke, that a screw belongs to
      PART = /(?<=\.hot_|\.common_|\.out_)\d\z/
      private_constant :PART

      # @return [Array(Integer, Integer)] conductors in the wrong joint, and conductors that should touch something and
      #   do not
      def shortcomings(joints, joined, used, expected)
        misplaced = 0
        labels = []
        joints.each do |joint|
          label, strays = label_of(joint, used, expected)
          misplaced += strays
          labels << label
        end
        labels.compact!
        misplaced += labels.size - labels.uniq.size
        [misplaced, loose(joined, used, expected)]
      end

      # The function of a joint, and how many of its points do not belong to it
      def label_of(joint, used, expected)
        functions = joint.filter_map { |point| used[point] }
        terminals = joint.filter_map { |point| expected[point] }
        return nil, 0 if functions.empty? && terminals.size < 2

        choices = terminals.empty? ? functions.uniq : terminals.reduce(:&)
        choices = terminals.first if choices.empty?
        best = choices.max_by { |function| functions.count(function) }
        strays =
          functions.count { |function| function != best } + terminals.drop(1).count { |other| !other.include?(best) }
        [functions.include?(best) ? best : nil, strays + [terminals.size - fittings.size.clamp(1..), 0].max]
      end

      def loose(joined, used, expected)
        apart = used.reject { |point, _| joined.key?(point) }.values
        loose = apart.empty? ? 0 : unserved(apart, used.values.tally, expected.values.flatten)
        alone? ? loose : [loose, bare(joined, used, expected)].max
      end

      # Whether a single device with a single thing to do is in the box
      def alone? = fittings.one? && fittings.first.duty.parts.size < 2

      # How many loose conductors carry what another conductor or a terminal carries too
      def unserved(apart, counts, served) = apart.count { |function| counts[function] > 1 || served.include?(function) }

      # Terminals of several devices that nothing reaches although the box holds what belongs on them, as where the line
      # is not carried on to the next switch
      def bare(joined, used, expected)
        free = expected.reject { |point, _| joined.key?(point) }
        return 0 if free.empty?

        carried = used.values | between_devices
        free.count { |_, functions| functions.intersect?(carried) }
      end

      # Prior of the kinds found where other kinds are needed
      def instead =
        fittings
          .reject(&:fits?)
          .reduce(1.0) do |share, fitting|
            share * (Trade.priors.dig("instead", fitting.duty.kind, Duty.family(fitting.kind)) || SELDOM)
          end

      def weigh(misplaced, loose)
        unless fittings.all?(&:fits?)
          strays = (0.05**[misplaced - 1, 0].max) * (0.2**[loose - 1, 0].max)
          return Verdict.new(:wrong_device, prior("wrong_device") * instead * strays)
        end
        return Verdict.new(:right, 1.0) if misplaced.zero? && loose.zero?
        return Verdict.new(:exchanged, prior("exchanged") / 4) if misplaced == 2 && loose.zero?
        return Verdict.new(:capped, prior("capped")) if misplaced.zero? && loose == 1

        Verdict.new(:other, prior("other_wiring") * (0.2**(misplaced + loose - 1)))
      end
    end
  end
end

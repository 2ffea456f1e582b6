# frozen_string_literal: true

module Dielectra
  module Design
    # The names that tell the circuits of a layout apart. Each has a feed, a line and a neutral of its own; those of the
    # first have the plain names.
    module Circuits
      # The end of a name that belongs to a further circuit
      FURTHER = /_circuit_(\d+)\z/
      # Stands for the number of a second circuit that comes in the cable of the first and shares its neutral
      SHARING = 10
      # The line of that circuit
      SHARING_LINE = "line_sharing"

      module_function

      # @param name [String] of a function or of something in the wall
      # @param number [Integer] of the circuit, from zero
      # @return [String] the same of that circuit
      def named(name, number)
        return name == "line" ? SHARING_LINE : name if number == SHARING

        number.zero? ? name : "#{name}_circuit_#{number + 1}"
      end

      # @return [Integer] the circuit that something named so belongs to
      def number(name) = name == SHARING_LINE ? SHARING : name[FURTHER, 1].to_i.clamp(1..) - 1

      # @param number [Integer] of a circuit
      # @return [Integer] which of the job's breakers feeds it, from zero
      def breaker(number) = number == SHARING ? 1 : number

      # @param numbers [Array<Integer>] of the circuits of some chains
      # @return [Array<Integer>] those with a feed of their own
      def feeds(numbers) = (0..(numbers - [SHARING]).max).to_a

      # @return [String] the place where a circuit comes from. No file can name a place like those of further ones.
      def feed(number) = number.zero? || number == SHARING ? Scheme::FEED : named("_#{Scheme::FEED}", number)

      # @return [Boolean]
      def feed?(place) = place == Scheme::FEED || place.start_with?("_#{Scheme::FEED}")

      # Every way some chains can be on so many circuits. The first chain is on the first circuit.
      # @param chains [Integer]
      # @param circuits [Integer] at most
      # @return [Array<Array<Integer>>] for each way the circuit of each chain; two circuits with a neutral each, or two
      #   that share one
      def splits(chains, circuits)
        first = [[0]]
        (1...chains)
          .reduce(first) { |ways, _| ways.flat_map { |way| (0..(way.max + 1)).map { |number| way + [number] } } }
          .select { |way| way.max < circuits }
          .flat_map { |way| way.max == 1 ? [way, way.map { |number| number.zero? ? 0 : SHARING }] : [way] }
      end
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Physics
    # One instrument's reading at some points of a network: its theoretical value, the likelihood of an answer, and a
    # sampled answer that may include ghost voltage and lead resistance
    #
    #   reading = Reading.of(network, "voltage", ["porch/1.black", "porch/1.white"])
    #   reading.theory                        # => {"volts" => 119.97}
    #   reading.likelihood({"volts" => 0.0})  # => 0.01
    class Reading
      # @param tool [String] an instrument of the format
      # @param points [Array<String>] one point or two, or the id of a receptacle
      # @raise [InvalidInput] for a tool that is none, or the wrong number of points
      def self.of(network, tool, points)
        row = Trade.instruments[tool] or raise InvalidInput, "#{tool} is not an instrument."
        if row["points"] != points.size
          raise InvalidInput, "#{row["term"]}: #{row["points"]} points, not #{points.size}."
        end

        by_tool.fetch(tool).new(network, points, row)
      end

      def self.by_tool
        {
          "ncv" => Detector,
          "voltage" => Voltmeter,
          "low_z" => Voltmeter,
          "continuity" => ContinuityTester,
          "resistance" => Ohmmeter,
          "plug_in" => ReceptacleTester,
          "clamp" => ClampMeter
        }
      end
      private_class_method :by_tool

      def initialize(network, points, row)
        @network = network
        @points = points
        @row = row
      end

      # @return [Hash] the answer's fields where nothing lies
      def theory = raise(NotImplementedError)

      # @param answer [Hash] its fields
      # @return [Float] between 0 and 1
      def likelihood(answer) = Uncertainty.matches(theory, answer)

      # @param random [Random]
      # @return [Hash] the answer's fields as they may come out
      def sample(_random) = theory

      private

      def supply = @network.circuit.supply["volts"]

      # @return [Float] how often a conductor that floats shows something it is not tied to; none for most
      def ghosts(point) = Coupling.new(@network, point).odds
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Meter
    # A simulated meter with a data port, its probes in a simulated house. Moved to other points, the probes are in the
    # air for two readings. It takes a moment to settle, and wavers; with a weak battery it reads high and wavers more.
    class StandIn
      IDENTITY = "Dielectra,Stand-in,0,1"
      # Share of the value that the first reading shows once the probes touch
      SETTLING = 0.6
      # Readings that the probes are in the air for, on their way to other points
      IN_THE_AIR = 2
      # Share that readings waver by; with a weak battery, and by how much it reads high then
      NOISE = 0.002
      WEAK_NOISE = 0.08
      WEAK_HIGH = 1.1
      TOOLS = { "VOLT" => "voltage", "RES" => "resistance", "CONT" => "resistance" }.freeze
      UNKNOWN = '-113,"Undefined header"'
      NO_ERROR = '0,"No error"'

      # @param random [Random]
      # @param weak [Boolean] whether its battery is
      # @yieldreturn [Array(Practice::House, Array<String>)] the house as it is now, and where the probes are
      def initialize(random: Random.new, weak: false, &probes)
        @probes = probes
        @random = random
        @weak = weak
        @errors = []
        @before = nil
        @readings = 0
      end

      # Answers one client until it hangs up.
      # @param io [#gets, #puts]
      def serve(io)
        while (line = io.gets)
          said = answer(line.strip)
          io.puts(said) if said
        end
      rescue SystemCallError, IOError
        nil
      end

      # @param line [String] a command or a query
      # @return [String, nil] nil for a command
      def answer(line)
        case line.upcase
        when "*IDN?"
          IDENTITY
        when "SYST:ERR?", "SYSTEM:ERROR?"
          @errors.shift || NO_ERROR
        when /\AMEAS(?:URE)?:(VOLT|RES|CONT)[A-Z]*(?::AC)?\?\z/
          format("%+.6E", measured(TOOLS.fetch(Regexp.last_match(1))))
        when /\A(CONF|\*RST|\*CLS)/
          nil
        else
          @errors << UNKNOWN
          nil
        end
      end

      private

      # @return [Float] with the noise of a real meter; SCPI's overload for an open circuit, for ohms on live
      #   conductors, and where the probes are nowhere
      def measured(tool)
        house, points = @probes.call
        count(tool, points)
        return in_the_air(tool) if @readings <= IN_THE_AIR

        said = house.answer({ "do" => "probe", "tool" => tool, "at" => points })
        value = said["volts"] || said["ohms"]
        value ? shown(value) : Scpi::OVERLOAD
      rescue InvalidInput
        Scpi::OVERLOAD
      end

      # Readings since the probes were moved, or the dial
      def count(tool, points)
        @readings = 0 if @before != [tool, points]
        @before = [tool, points]
        @readings += 1
      end

      def in_the_air(tool) = tool == "voltage" ? 0.0 : Scpi::OVERLOAD

      def shown(value)
        value *= SETTLING if @readings == IN_THE_AIR + 1
        value *= WEAK_HIGH if @weak
        value * (1 + ((@weak ? WEAK_NOISE : NOISE) * ((2 * @random.rand) - 1)))
      end
    end
  end
end

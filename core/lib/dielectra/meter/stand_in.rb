# frozen_string_literal: true

module Dielectra
  module Meter
    # A simulated meter with a data port, its probes in a simulated house. It takes a moment to settle, and wavers.
    class StandIn
      IDENTITY = "Dielectra,Stand-in,0,1"
      # Share of the value that the first reading shows after the probes were moved
      SETTLING = 0.6
      # Share that readings waver by
      NOISE = 0.002
      TOOLS = { "VOLT" => "voltage", "RES" => "resistance", "CONT" => "resistance" }.freeze
      UNKNOWN = '-113,"Undefined header"'
      NO_ERROR = '0,"No error"'

      # @param random [Random]
      # @yieldreturn [Array(Practice::House, Array<String>)] the house as it is now, and where the probes are
      def initialize(random: Random.new, &probes)
        @probes = probes
        @random = random
        @errors = []
        @before = nil
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
        said = house.answer({ "do" => "probe", "tool" => tool, "at" => points })
        value = said["volts"] || said["ohms"]
        moved = @before != [tool, points]
        @before = [tool, points]
        return Scpi::OVERLOAD if value.nil?

        value * (moved ? SETTLING : 1.0) * (1 + (NOISE * ((2 * @random.rand) - 1)))
      rescue InvalidInput
        Scpi::OVERLOAD
      end
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Meter
    # Speaks SCPI (IEEE 488.2, SCPI-1999) to a meter with a data port.
    #
    #   Scpi.new(socket).steady("resistance")  # => Reading of 0.4, steady
    class Scpi
      # The meter did not answer, or with something that is no number
      class Broken < StandardError
      end

      # A reading: its value (nil for an open circuit, or more than the meter can show), and whether it has settled
      Reading =
        Struct.new(:value, :settled) do
          # Whether it shows that the probes touch something: volts, or ohms that are not open. None and open are also
          # read in the air.
          # @param unit [String] volts or ohms
          def contact?(unit) = !value.nil? && (unit == "ohms" || value >= TOUCHING)
        end

      # Volts above which the probes touch something
      TOUCHING = 5.0

      QUERIES = {
        "voltage" => "MEAS:VOLT:AC?",
        "low_z" => "MEAS:VOLT:AC?",
        "resistance" => "MEAS:RES?",
        "continuity" => "MEAS:CONT?"
      }.freeze
      # What a meter says for overload
      OVERLOAD = 9.9e37
      # Share by which two readings may differ and count as equal, and what they may differ by near zero
      EQUAL = 0.02
      NEAR_ZERO = 0.1
      # Readings until one gives up on a value that does not settle
      MOST = 8
      # Seconds between two readings
      PAUSE = 0.15

      # @param io [#gets, #puts] the line to the meter
      # @param pause [#call] waits so many seconds
      def initialize(io, pause: Kernel.method(:sleep))
        @io = io
        @pause = pause
      end

      # @param one [Float, nil] a reading; nil for open
      # @param other [Float, nil]
      # @return [Boolean] whether two readings count as equal
      def self.same?(one, other)
        return one.nil? && other.nil? if one.nil? || other.nil?

        (one - other).abs <= [EQUAL * [one, other].max, NEAR_ZERO].max
      end

      # @return [String] maker, model, serial number and version
      def identity = ask("*IDN?")

      # @param tool [String] one of QUERIES
      # @return [Float, nil] volts or ohms; nil for overload
      # @raise [Broken]
      def read(tool)
        said = ask(QUERIES.fetch(tool) { raise Broken, "this meter does not do #{tool.tr("_", " ")}" })
        value = Float(said, exception: false) or raise Broken, "it said “#{said}”, which is no number"
        value.abs >= OVERLOAD ? nil : value.abs
      end

      # Reads until two readings in a row are equal.
      # @return [Reading]
      # @raise [Broken]
      def steady(tool)
        last = read(tool)
        MOST.times do
          @pause.call(PAUSE)
          now = read(tool)
          return Reading.new(now, true) if Scpi.same?(last, now)

          last = now
        end
        Reading.new(last, false)
      end

      private

      def ask(query)
        @io.puts(query)
        @io.gets&.strip or raise Broken, "it has hung up"
      rescue SystemCallError, IOError => e
        raise Broken, "the line is broken (#{e.message})"
      end
    end
  end
end

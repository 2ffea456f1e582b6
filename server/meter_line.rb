# frozen_string_literal: true

require "io/wait"
require "socket"

module Server
  # The line to the meter that is set: a raw TCP socket, as SCPI instruments have it.
  class MeterLine
    PORT = 5025
    # Seconds to wait for a connection, and for an answer
    CONNECT = 2
    ANSWER = 3
    # What a reading of a tool counts
    UNITS = { "voltage" => "volts", "low_z" => "volts", "resistance" => "ohms", "continuity" => "ohms" }.freeze

    # @param address [String] host, or host:port
    def initialize(address)
      host, port = address.split(":", 2)
      @host = host
      @port = Integer(port || PORT, 10)
    end

    # @param tool [String] one of UNITS
    # @param supply_volts [Numeric, nil] of the job that it is for
    # @param held [Numeric, nil] the reading that it may confirm
    # @return [Hash] `value` (nil for open), `unit`, whether it has `settled`, whether the probes have `contact`,
    #   whether it is the `same` as the one held, and the `doubt` about it (nil for none)
    # @raise [Problem] with what is wrong; a reading can be typed all the same
    def reading(tool, supply_volts: nil, held: nil)
      unit = UNITS.fetch(tool)
      reading = open { |line| Dielectra::Meter::Scpi.new(line).steady(tool) }
      {
        "value" => reading.value&.round(2),
        "unit" => unit,
        "settled" => reading.settled,
        "contact" => reading.contact?(unit),
        "same" => Dielectra::Meter::Scpi.same?(held, reading.value),
        "doubt" => supply_volts && Dielectra::Meter::Doubt.new(supply_volts).of(unit, reading.value)
      }
    rescue Dielectra::Meter::Scpi::Broken => e
      raise unreadable(e.message)
    end

    private

    def open(&)
      Socket.tcp(@host, @port, connect_timeout: CONNECT) { |socket| yield Impatient.new(socket, ANSWER) }
    rescue SystemCallError, SocketError => e
      raise unreadable("it cannot be reached (#{e.message})")
    end

    def unreadable(why) = Problem.new(422, "The meter at #{@host}: #{why}. Type the reading.", "/tool")

    # A socket on which an answer does not keep anybody waiting for good.
    class Impatient
      def initialize(socket, seconds)
        @socket = socket
        @seconds = seconds
      end

      def puts(text) = @socket.puts(text)

      def gets = (@socket.gets if @socket.wait_readable(@seconds))
    end
    private_constant :Impatient
  end
end

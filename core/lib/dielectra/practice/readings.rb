# frozen_string_literal: true

module Dielectra
  module Practice
    # What each instrument reads in a network, ghosts included where chance is given.
    class Readings
      BEEPS_BELOW = Trade.instruments.dig("continuity", "beeps_below_ohms")

      # @param random [Random, nil]
      def initialize(circuit, network, random)
        @circuit = circuit
        @network = network
        @random = random
      end

      # @param tool [String]
      # @param points [Array<String>]
      # @return [Hash] the answer's fields
      # @raise [InvalidInput] for a tool that does not go with the power as it is
      def read(tool, points)
        case tool
        when "ncv" then {"reads" => glow?(points.first) ? "glow" : "dark"}
        when "voltage" then {"volts" => (ghost(points) || @network.volts(*points)).round(2)}
        when "low_z" then {"volts" => @network.volts(*points, meter: 3_000).round(2)}
        when "continuity" then {"reads" => beep?(points) ? "beep" : "silent"}
        when "resistance" then {"ohms" => @network.ohms(*points)&.round(3)}
        when "plug_in" then plugged(points.first)
        else raise InvalidInput, "#{tool} is not an instrument."
        end
      end

      # @return [Array<Array(String, String)>] terminals that are closed in a position, by their marks
      def bench(device, position)
        faults = @circuit.faults.select { |fault| fault["device"] == device.id && fault["contact"] }
        closed = device.kind.closed(position).map(&:sort)
        faults.each do |fault|
          contact = fault["contact"].sort
          closed -= [contact] if fault["kind"] == "contact_stuck_open"
          closed |= [contact] if fault["kind"] == "contact_stuck_closed"
        end
        marks = Marks.new(@circuit)
        closed.map { |pair| pair.map { |terminal| marks.seen(device.point(terminal)).split(".").last } }
      end

      # @return [String, nil] the breaker that makes a point live
      def breaker_behind(point)
        return unless @network.live?(point)

        @circuit.breakers.map(&:id).find do |id|
          !Physics::Network.new(@circuit, @network.state.merge(id => "off")).live?(point)
        end
      end

      private

      def glow?(point)
        return true if @network.live?(point)

        beside_live?(point) && @network.floating?(point) && chance?(House::GHOST)
      end

      def beep?(points)
        ohms = @network.ohms(*points)
        !ohms.nil? && ohms < BEEPS_BELOW
      end

      # A floating conductor beside a live one.
      def ghost(points)
        return unless points.one? { |point| @network.floating?(point) }

        floating = points.find { |point| @network.floating?(point) }
        @circuit.supply["volts"] * (0.05 + (@random.rand * 0.45)) if beside_live?(floating) && chance?(House::GHOST)
      end

      def beside_live?(point)
        cable = @circuit.cables.find { |item| item.cable_ends.any? { |cable_end| cable_end.points.include?(point) } }
        return false unless cable

        cable.cable_ends.flat_map(&:points).any? { |other| other != point && @network.live?(other) }
      end

      def chance?(share) = @random ? @random.rand < share : false

      def plugged(id)
        device = @circuit.device(id)
        raise InvalidInput, "#{id} is not a receptacle." unless device&.kind&.name == "receptacle"

        hot, neutral, ground = %w[hot_1 neutral_1 ground].map { |terminal| device.point(terminal) }
        full = ->(one, other) { @network.volts(one, other, meter: 3_000) >= @circuit.supply["volts"] * 0.6 }
        reversed = full[neutral, ground] && !full[hot, ground]
        {"hot" => reversed ? "reversed" : (full[hot, neutral] || full[hot, ground] ? "found" : "open"),
         "neutral" => reversed ? "reversed" : (full[hot, neutral] ? "found" : "open"),
         "ground" => full[hot, ground] || reversed ? "found" : "open"}
      end
    end
  end
end

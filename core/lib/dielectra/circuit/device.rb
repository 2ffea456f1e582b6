# frozen_string_literal: true

module Dielectra
  class Circuit
    # A breaker, switch, receptacle or luminaire in its place and position.
    class Device
      FIELDS = %w[id kind place].freeze

      attr_reader :id, :kind, :place, :settings

      def self.read(row) = new(id: row["id"], kind: row["kind"], place: row["place"], settings: row.except(*FIELDS))

      # @param settings [Hash] what only some kinds have: position, amps, lamp, tabs, plugged …
      def initialize(id:, kind:, place:, settings: {})
        @id = id
        @kind = Trade::DeviceKind[kind]
        @place = place
        @settings = Ractor.make_shareable(settings)
      end

      def position = settings["position"] || settings["positions"]

      def lamp = settings["lamp"] || kind.usual_lamp

      # What uses power besides a lamp: plugged in or built in.
      # @return [Hash{String => Float}] socket => watts
      def appliances
        plugged = (settings["plugged"] || {}).transform_values { |what| what.fetch("watts", 0).to_f }
        built_in = kind.built_in.transform_values { |watts| settings.fetch("watts", watts).to_f }
        built_in.merge(plugged).select { |_, watts| watts.positive? }
      end

      # @return [Array<String>] sockets that hold something with a short in it
      def shorted = (settings["plugged"] || {}).select { |_, what| what["shorted"] }.keys

      def amps = settings["amps"]

      # @return [String, nil] ground_fault, arc_fault or dual, of a breaker that watches more than amperes
      def protection = settings["protection"]

      # @return [Float, nil] amperes at which a weak breaker trips after a while
      def trips_at = settings["trips_at"]

      def breaker? = kind.name == "breaker"

      def switch? = kind.switch?

      def luminaire? = !kind.lamp.nil?

      def points = kind.terminals.map { |terminal| point(terminal) }

      def point(terminal) = "#{id}.#{terminal}"

      # Whether its toggle throws the other way round than its kind's table says.
      def reversed? = settings["reversed"] == true

      # Pairs of points that a position joins, intact tabs included.
      def closed(at = position)
        tabs = kind.tabs.reject { |tab, _| settings[tab] == "removed" }.values
        (switched(at) + tabs).map { |pair| pair.map { |terminal| point(terminal) } }
      end

      # Pairs of terminals that the contacts join in a position, tabs left out.
      def switched(at = position) = kind.closed(reversed? ? Array(at).map { |each| Trade::Position.flipped(each) } : at)

      def with(**changes)
        Device.new(id:, kind: changes.fetch(:kind, kind.name), place:, settings: changes.fetch(:settings, settings))
      end

      def to_h = { "id" => id, "kind" => kind.name, "place" => place, **settings }
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Design
    # Controls in the order in which they stand between supply and load, and the loads they work.
    #
    # A layout has one chain for each group of loads (Goals::Group). Chains on one circuit share line and neutral; the
    # other functions of a further chain have names of their own.
    class Chain
      attr_reader :controls, :loads, :halves, :number, :circuit

      # @param controls [Array<Seat>] from the supply's side to the load's; anything with `id`, `place` and
      #   `kind` will do
      # @param loads [Array<Seat>]
      # @param halves [Array<String>] places of those loads that are receptacles with one half always live
      # @param number [Integer] which chain of its layout it is
      # @param circuit [Integer] which circuit it is on
      def initialize(controls, loads, halves: [], number: 0, circuit: 0)
        @controls = controls.freeze
        @loads = loads.freeze
        @halves = halves.freeze
        @number = number
        @circuit = circuit
        @duties = {}.compare_by_identity
      end

      # A chain whose devices are named like their places.
      # @param controls [Array<String>]
      # @param loads [Array<String>]
      # @return [Chain]
      def self.at(controls, loads, **more) =
        new(controls.map { |place| Seat.new(place, place) }, loads.map { |place| Seat.new(place, place) }, **more)

      # @return [Boolean] whether nothing works its loads
      def live? = controls.empty?

      # @return [Array<String>]
      def places = @places ||= controls.map(&:place)

      # @return [Array<String>] places of controls that take the neutral
      def neutral_places = @neutral_places ||= size == 1 ? controls.select(&:kind).map(&:place) : []

      # @return [Array<String>]
      def load_places = @load_places ||= loads.map(&:place)

      def size = controls.size

      # @return [Chain] with the controls in another order
      def in_order(order) = Chain.new(order, loads, halves:, number:, circuit:)

      # @return [Array<Array(String, String)>] the two travelers of each hop between neighbors
      def travelers =
        @travelers ||= (0...(size - 1)).map { |hop| [1, 2].map { |wire| named(Layout.traveler(hop, wire)) } }

      # @return [String] the place its circuit comes from
      def feed = Circuits.feed(circuit)

      # @return [String] a function's name in this chain; line and neutral are shared by all on its circuit
      def named(function)
        return Circuits.named(function, circuit) if %w[line neutral].include?(function)

        number.zero? ? function : "#{function}_chain_#{number + 1}"
      end

      # @param id [String] of a control or load
      # @param scheme [Scheme]
      # @return [Duty, nil] what it has to do; nil where it is not of this chain
      def duty(id, scheme) = duties(scheme)[id]

      # @param device [String]
      # @return [Hash{String => Duty}] what those of its parts have to do that are of this chain
      def parts(device, scheme) =
        duties(scheme).select { |id, _| PointId.of?(id, device) }.transform_keys { |id| PointId.part(id) }

      private

      def duties(scheme) = @duties[scheme] ||= [*control_duties(scheme), *load_duties(scheme)].to_h

      def control_duties(scheme)
        controls.each_with_index.map do |control, index|
          duty = Duty.of_control(index, size - 1, scheme, [number, circuit])
          [control.id, neutral_places.any? ? duty.fitted_as(control.kind) : duty]
        end
      end

      def load_duties(scheme)
        return loads.map { |load| [load.id, Duty.live(circuit)] } if controls.empty?

        loads.map { |load| [load.id, Duty.of_load(halves.include?(load.place), scheme, [number, circuit])] }
      end
    end
  end
end

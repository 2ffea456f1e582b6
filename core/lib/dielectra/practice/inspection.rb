# frozen_string_literal: true

module Dielectra
  module Practice
    # Inspects the true circuit: whether the light obeys every control, and whether anything is a hazard. Judged with
    # numbers, independently of any diagnosis.
    class Inspection
      # @param circuit [Circuit] the house as it stands now
      # @param job [Evidence::Job]
      def initialize(circuit, job)
        @circuit = circuit
        @job = job
        @states = job.goal.combinations
      end

      # @return [Boolean] whether each control works the light from every state of the others
      def obeys? = steady? && @job.goal.obeyed?(@states.to_h { |state| [state, loads(state)] })

      def loads(state) = Sockets.loads(@circuit, network(state), empty: true)
      private :loads

      # @return [Array<String>] what is dangerous about it, a sentence each
      def hazards
        @states.flat_map { |state| hazards_in(state) }.uniq
      end

      # Lamps and outlets whose neutral side is hot while they are on
      # @return [Array<String>] a sentence each
      def reversed
        @states.flat_map { |state| reversed_in(network(state)) }.uniq.map { |id| "the neutral side of #{id} is hot" }
      end

      # Whether energizing as the switches stand now would be a hazard
      # @param breakers [Array<String>] those that are on then
      def unfit?(breakers = @circuit.breakers.map(&:id))
        states = @circuit.breakers.to_h { |one| [one.id, breakers.include?(one.id) ? "on" : "off"] }
        now = Physics::Network.new(@circuit, states)
        now.breakers.value?("tripped") || Physics::Hazards.new(now).points.any?
      end

      private

      # Whether the halves of receptacles that nothing switches are fed in every combination.
      def steady?
        halves =
          @job
            .goal
            .loads
            .reject(&:part)
            .map { |load| @circuit.device(load.device) }
            .select { |device| device.settings[Trade::Tab::HOT] == "removed" }
        @states.all? { |state| halves.all? { |device| network(state).live?("#{device.id}.hot_2") } }
      end

      def reversed_in(now)
        pairs =
          @circuit.devices.flat_map do |device|
            [device.kind.lamp, *device.kind.sockets.values].compact.map do |pair|
              pair.map { |end_of| device.point(end_of) }
            end
          end
        pairs
          .select do |hot, neutral|
            now.live?(neutral) && !now.live?(hot) && now.volts(hot, neutral, meter: TRIED) > SOME
          end
          .map { |_, neutral| PointId.owner(neutral) }
      end

      # Ohms of what is tried between the two sides, and volts that show both to be on the supply
      TRIED = 1_000
      SOME = 60
      private_constant :TRIED, :SOME

      # As it is after a while: what is too much for the breaker has tripped it.
      def network(state) = Physics::Network.switched(@circuit, state, warmed: true)

      def hazards_in(state)
        now = network(state)
        found = []
        found << "a breaker trips" if now.breakers.value?("tripped")
        found += Physics::Hazards.new(now).points.map { |point| "#{point} is live" }
        @job.goal.loads.each do |load|
          dark =
            now.loads[load.id] == "off" && load.terminals.all? { |terminal| now.live?("#{load.device}.#{terminal}") }
          found << "the neutral of #{load.id} is switched" if dark
        end
        found
      end
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Practice
    # What an inspector with X-ray eyes would say of a house: whether the light obeys every control, and whether anything
    # in it is a hazard. Judged on the true circuit with numbers, independently of any diagnosis.
    class Inspection
      # @param circuit [Circuit] the house as it stands now
      # @param job [Evidence::Job]
      def initialize(circuit, job)
        @circuit = circuit
        @job = job
        @controls = job.wanted_controls.map(&:id)
        @states = job.combinations
      end

      # @return [Boolean] whether each control works the light from every state of the others
      def obeys?
        lights = @states.to_h { |state| [state, network(state).loads[@job.wanted_load.id]] }
        return false if (lights.values - %w[on off]).any?

        lights.all? { |state, light| @controls.all? { |id| lights[state.merge(id => state[id] == "up" ? "down" : "up")] != light } }
      end

      # @return [Array<String>] what is dangerous about it, a sentence each
      def hazards
        @states.flat_map { |state| hazards_in(state) }.uniq
      end

      # Whether energising as the switches stand now would be a hazard.
      def unfit?
        on = @circuit.breakers.to_h { |breaker| [breaker.id, "on"] }
        now = Physics::Network.new(@circuit, on)
        now.breakers.value?("tripped") || Physics::Hazards.new(now).points.any?
      end

      private

      def network(state)
        known = state.select { |id, at| @circuit.device(id).kind.position_named(at) }
        Physics::Network.new(@circuit, known.merge(@circuit.breakers.to_h { |breaker| [breaker.id, "on"] }))
      end

      def hazards_in(state)
        now = network(state)
        found = []
        found << "a breaker trips" if now.breakers.value?("tripped")
        found += Physics::Hazards.new(now).points.map { |point| "#{point} is live" }
        light = @job.wanted_load.id
        found << "the neutral is switched" if now.loads[light] == "off" && %w[hot neutral].all? { |terminal| now.live?("#{light}.#{terminal}") }
        found
      end
    end
  end
end

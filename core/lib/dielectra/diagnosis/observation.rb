# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # One thing seen or measured, with the circumstances it was seen in.
    #
    # `what` is :lamp, :breaker, :continuity, :resistance, :voltage, :low_z, :ncv or :bench; `at` the points (or the
    # device and position); `toggles` the combinations it may have been seen in; `along` what the same answer said before; `supply`
    # the volts that are full.
    Observation = Struct.new(:what, :at, :reading, :arrangement, :toggles, :number, :along, :supply, keyword_init: true) do
      # @return [Boolean] whether it shows a conductor live
      def live?
        return reading == "glow" if what == :ncv

        %i[voltage low_z].include?(what) && Physics::Uncertainty.volts_class(reading.to_f / supply) == :full
      end

      # What a step and its answer say, in the situation before the step.
      # @return [Array<Observation>]
      def self.of(step, situation, number)
        answer = step["answer"] || {}
        return [] if answer["cannot"] || answer["unsure"]

        case step["do"]
        when "watch" then watched(answer, situation, Toggles.now(situation.job, situation.positions), number)
        when "report" then watched(answer, situation, Toggles.once(situation.job, step["positions"]), number)
        when "probe" then [probed(step, answer, situation, number)].compact
        when "bench" then [make(:bench, [step["device"], step["position"]], answer["closed"], situation, Toggles.now(situation.job, situation.positions), number)]
        else []
        end
      end

      def self.watched(answer, situation, toggles, number)
        breaker = (answer["breakers"] || {})[situation.job.breakers.first] || situation.breakers.values.first || "on"
        seen = []
        seen << make(:breaker, nil, breaker, situation, toggles, number) if breaker == "tripped" || (breaker == "on" && answer["breakers"])
        return seen unless breaker == "on"

        lights = (answer["loads"] || {}).slice(*situation.job.wanted_loads.map(&:id))
        seen + lights.each_with_index.map { |(lamp, light), index| make(:lamp, lamp, light, situation, toggles, number, lights.first(index)) }
      end
      private_class_method :watched

      def self.probed(step, answer, situation, number)
        tool = step["tool"].to_sym
        reading = answer.fetch("reads") { answer.key?("volts") ? answer["volts"] : answer["ohms"] }
        return if %i[plug_in].include?(tool)

        make(tool, step["at"], reading, situation, Toggles.now(situation.job, situation.positions), number)
      end
      private_class_method :probed

      def self.make(what, at, reading, situation, toggles, number, along = [])
        new(what:, at:, reading:, arrangement: situation.arrangement, toggles:, number:, along:, supply: situation.job.supply_volts)
      end
      private_class_method :make

      # Every combination of the toggles that work the light that agrees with the positions that are known.
      # @return [Array<Hash{String => Boolean}>]
      def self.states(job, positions)
        job.wanted_controls.map(&:id).reduce([{}]) do |states, id|
          known = positions[id]
          raised = known ? [Trade::Position.raised?(known)] : [true, false]
          states.flat_map { |state| raised.map { |up| state.merge(id => up) } }
        end
      end
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # One thing seen or measured, with the circumstances it was seen in.
    #
    # `what` is :lamp, :wiggle, :breaker, :continuity, :resistance, :voltage, :low_z, :ncv or :bench; `at` the lamp, the points (or
    # the device and position); `toggles` how the contacts may have stood; `along` what the same answer said before; `supply` the
    # volts that are full; `moved` the device and the place that were wiggled; `found` whether a breaker was found so, before
    # anybody switched it; `stirred` what has been thrown, moved or powered up since anything was last seen or read.
    Observation =
      Struct.new(
        :what,
        :at,
        :reading,
        :arrangement,
        :toggles,
        :number,
        :along,
        :supply,
        :moved,
        :found,
        :stirred,
        keyword_init: true
      ) do
        # @return [Boolean] whether it shows a conductor live
        def live?
          return reading == "glow" if what == :ncv

          %i[voltage low_z].include?(what) && Physics::Uncertainty.volts_class(reading.to_f / supply) == :full
        end

        # What a step and its answer say, in the situation before the step.
        # @param world [World]
        # @return [Array<Observation>]
        def self.of(step, situation, number, world)
          answer = step["answer"] || {}
          return [] if answer["cannot"] || answer["unsure"]

          case step["do"]
          when "watch"
            watched(answer, situation, Toggles.now(world, situation), number)
          when "report"
            watched(answer, situation, Toggles.reported(world, situation, step["positions"]), number)
          when "wiggle"
            wiggled(step, answer, situation, Toggles.now(world, situation), number)
          when "probe"
            [probed(step, answer, situation, Toggles.now(world, situation), number)].compact
          when "bench"
            [benched(step, answer, situation, world, number)]
          else
            []
          end
        end

        def self.watched(answer, situation, toggles, number)
          breaker = (answer["breakers"] || {})[situation.job.breakers.first] || situation.breakers.values.first || "on"
          seen = []
          if breaker == "tripped" || (breaker == "on" && answer["breakers"])
            seen << make(:breaker, nil, breaker, situation, toggles, number, found: situation.untouched?)
          end
          return seen unless breaker == "on"

          lights = lights(answer, situation.job)
          seen +
            lights.each_with_index.map do |(lamp, light), index|
              make(:lamp, lamp, light, situation, toggles, number, along: lights.first(index))
            end
        end
        private_class_method :watched

        def self.lights(answer, job) = job.wanted_loads.to_h { |load| [load.id, job.light(answer, load.id)] }.compact
        private_class_method :lights

        def self.wiggled(step, answer, situation, toggles, number)
          moved = [step["device"], situation.place_of_device(step["device"])]
          lights(answer, situation.job).map do |lamp, light|
            make(:wiggle, lamp, light, situation, toggles, number, moved:)
          end
        end
        private_class_method :wiggled

        def self.probed(step, answer, situation, toggles, number)
          tool = step["tool"].to_sym
          reading = answer.fetch("reads") { answer.key?("volts") ? answer["volts"] : answer["ohms"] }
          unless tool == :plug_in || step["at"].any? { |point| situation.loose_metal?(point) }
            make(tool, step["at"], reading, situation, toggles, number)
          end
        end
        private_class_method :probed

        def self.benched(step, answer, situation, world, number)
          device = step["device"]
          toggles = Toggles.now(world, situation, device => Trade::Position.raised?(step["position"]))
          make(:bench, [device, step["position"]], answer["closed"], situation, toggles, number)
        end
        private_class_method :benched

        def self.make(what, at, reading, situation, toggles, number, **more)
          new(
            what:,
            at:,
            reading:,
            arrangement: situation.arrangement,
            toggles:,
            number:,
            supply: situation.job.supply_volts,
            along: [],
            moved: [],
            stirred: situation.stirred,
            **more
          )
        end
        private_class_method :make
      end
  end
end

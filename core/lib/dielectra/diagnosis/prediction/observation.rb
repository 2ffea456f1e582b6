# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # One thing seen or measured, with its circumstances.
    #  `what` is :lamp, :parted, :wiggle, :breaker, :held (a breaker after some minutes), :continuity, :resistance,
    #  :voltage, :low_z, :ncv or :bench. :parted
    # is a light with one of two breakers off, `fed` the numbers of those that are on. `at` is the lamp, the points, or
    # the device and position; `toggles` the states the contacts may have been in; `along` what the same answer said
    # before; `supply` the full volts; `moved` the device and place that were wiggled; `found` whether a breaker was
    # found so; `stirred` what was thrown, moved or energized since the last observation.
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
        :fed,
        :minutes,
        keyword_init: true
      ) do
        # @return [Boolean] whether it shows a conductor live
        def live?
          return reading == "glow" if what == :ncv

          %i[voltage low_z].include?(what) && Physics::Uncertainty.volts_class(reading.to_f / supply) == :full
        end

        # What a step and its answer say, in the situation before the step.
        # @param fields [Hash] the step with its answer
        # @param world [World]
        # @return [Array<Observation>]
        def self.of(fields, situation, number, world)
          step = Steps.of(fields)
          return [] if step.answer["cannot"] || step.answer["unsure"]

          step.sightings(situation).map { |sighting| from(sighting, situation, number, world) }
        end

        def self.from(sighting, situation, number, world)
          new(
            what: sighting.what,
            at: sighting.at,
            reading: sighting.reading,
            arrangement: situation.arrangement,
            toggles: toggles(sighting, situation, world),
            number:,
            supply: situation.job.supply_volts,
            along: sighting.along || [],
            moved: sighting.moved || [],
            found: sighting.found,
            fed: sighting.fed,
            minutes: sighting.minutes,
            stirred: situation.stirred
          )
        end
        private_class_method :from

        def self.toggles(sighting, situation, world)
          return Toggles.reported(world, situation, sighting.positions) if sighting.positions

          Toggles.now(world, situation, sighting.thrown || {})
        end
        private_class_method :toggles
      end
  end
end

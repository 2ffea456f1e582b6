# frozen_string_literal: true

module Dielectra
  module Evidence
    # One thing an answer says: what was looked at, and what was seen or read there. The toggles stand as in the
    # situation, unless `positions` says how they stood (a report), or `thrown` which are thrown first (a bench test).
    #
    # `along` is what the same answer said before; `moved` the device and the place that were wiggled; `found` whether a
    # breaker was found so; `fed` the numbers of the breakers that were on, where one was off; `minutes` how long
    # nothing was touched, or after how many a breaker tripped.
    Sighting =
      Struct.new(
        :what,
        :at,
        :reading,
        :positions,
        :thrown,
        :along,
        :moved,
        :found,
        :fed,
        :minutes,
        keyword_init: true
      ) do
        # @return [Array<Sighting>] of the lights, in the order of the job
        # @param answer [Hash] of a look
        # @param job [Job]
        def self.lights(answer, job, what = :lamp, **more)
          seen = job.goal.loads.to_h { |load| [load.id, job.goal.light_of(answer, load.id)] }.compact
          seen.each_with_index.map do |(at, reading), index|
            new(what:, at:, reading:, along: seen.first(index), **more)
          end
        end

        # @return [Array<Sighting>] of the loads that no wanted control works
        def self.beyond(answer, job, **more)
          seen = (answer["loads"] || {}).slice(*job.bystanders).select { |_, reading| %w[on off].include?(reading) }
          seen.map { |at, reading| new(what: :beyond, at:, reading:, **more) }
        end
      end
  end
end

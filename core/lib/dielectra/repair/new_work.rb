# frozen_string_literal: true

module Dielectra
  module Repair
    # A new run of a design: where, how long, in a raceway that is there or as a cable, and how many insulated
    # conductors it needs. `HOT` are the colors of single conductors pulled into a raceway.
    NewWork =
      Struct.new(:between, :length_ft, :raceway, :conductors) do
        # @param job [Evidence::Job]
        # @param situation [Evidence::Situation, nil]
        # @return [String] the gauge that goes with its largest breaker, or that of the cables in the open boxes where
        #   those are thicker: a run takes the gauge of what it extends
        def self.gauge(job, situation = nil)
          amps = job.amps || 15
          needed = amps > 20 ? "10" : (amps > 15 ? "12" : "14")
          ends = situation ? situation.opened_boxes.flat_map { |place| situation.own_cable_ends(place) } : []
          seen =
            ends.filter_map { |one| one.type&.split("/")&.first }.select { |gauge| NewWork::GAUGES.include?(gauge) }
          [needed, *seen].max_by { |gauge| NewWork::GAUGES.index(gauge) }
        end

        # @param costs [Evidence::Costs]
        # @return [Float] minutes
        def minutes(costs) = costs.run(length_ft, raceway:)

        # @param gauge [String]
        # @return [String] the type of its cable
        def type(gauge) = "#{gauge}/#{[conductors, 2].max}"
      end
    NewWork::HOT = %w[red blue orange].freeze
    NewWork::GAUGES = %w[14 12 10].freeze
  end
end

# frozen_string_literal: true

module Dielectra
  module Repair
    # A new run of a design: where, how long, in a raceway that is there or as a cable, and how many insulated
    # conductors it needs. `HOT` are the colors of single conductors pulled into a raceway.
    NewWork =
      Struct.new(:between, :length_ft, :raceway, :conductors) do
        # @param job [Evidence::Job]
        # @return [String] the gauge that goes with its largest breaker
        def self.gauge(job)
          amps = job.document["breakers"].filter_map { |row| row["amps"] }.max || 15
          amps > 20 ? "10" : (amps > 15 ? "12" : "14")
        end

        # @param costs [Evidence::Costs]
        # @return [Float] minutes
        def minutes(costs) = costs.run(length_ft, raceway:)

        # @param gauge [String]
        # @return [String] the type of its cable
        def type(gauge) = "#{gauge}/#{[conductors, 2].max}"
      end
    NewWork::HOT = %w[red blue orange].freeze
  end
end

# frozen_string_literal: true

module Dielectra
  module Evidence
    # Where a new run may be pulled, as the job allows it
    NewRun =
      Struct.new(:between, :length_ft, :raceway) do
        # @param job [Job]
        # @return [Array<NewRun>]
        def self.allowed(job) =
          (job.wanted["runs"] || []).map { |row| new(row["between"], row["length_ft"] || 0, row["raceway"] || false) }

        # @return [Boolean] whether it lies between two places, in either direction
        def between?(places) = between.sort == places.sort
      end
  end
end

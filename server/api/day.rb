# frozen_string_literal: true

module Server
  module Api
    # The day: houses and their calls.
    class Day < Base
      get "/day" do
        jobs = Job.includes(:house, :entries).order(:id)
        json({ calls: jobs.map { |job| CallSummary.new(job).to_h } })
      end
    end
  end
end

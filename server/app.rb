# frozen_string_literal: true

$LOAD_PATH.unshift File.expand_path("../core/lib", __dir__)
require "dielectra"
require "active_record"
require "rack"
require_relative "database"
%w[house job entry receipt].each { |model| require_relative "models/#{model}" }
%w[
  problem
  guard
  border
  sessions
  description
  call_summary
  job_view
  thinker
  message
  thinkers
  folding
  patience
  events
  change
  backup
  nightly
  demo
].each { |part| require_relative part }
require_relative "api/base"
require_relative "api/day"
require_relative "api/jobs"
require_relative "api/trade"
require_relative "front"

# The web server: loads, asks the core, stores, answers. No rule of the trade lives here.
module Server
  # The whole Rack application: the API under /api, the built front end beside it.
  def self.app
    Rack::Builder
      .new do
        use Guard
        map("/api/events") { run Events.new }
        use Rack::Deflater
        map("/api") do
          use Border
          use Description
          run Rack::Cascade.new([Api::Day, Api::Jobs, Api::Trade], [404])
        end
        run Front.new
      end
      .to_app
  end
end

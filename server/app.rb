# frozen_string_literal: true

$LOAD_PATH.unshift File.expand_path("../core/lib", __dir__)
require "dielectra"
require "active_record"
require "rack"
require_relative "database"
%w[house job entry receipt device pairing setting photograph closing exercise drill stint].each do |model|
  require_relative "models/#{model}"
end
%w[
  problem
  storage
  jpeg
  guard
  address
  access
  floods
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
  box_svg
  record_pdf
  tags_pdf
  house_recall
  learned
  meter_line
  house_archive
  practice_file
  backup
  nightly
  certificate
  demo
].each { |part| require_relative part }
%w[base calls day devices houses jobs photographs practice records settings trade].each do |resource|
  require_relative "api/#{resource}"
end
require_relative "front"

# The web server: loads, asks the core, stores, answers. No rule of the trade lives here.
module Server
  # The whole Rack application: the API under /api, the built front end beside it.
  # @param lan [Boolean] whether it serves the local network, to paired devices only
  def self.app(lan: false)
    Rack::Builder
      .new do
        use Guard
        use Address
        if lan
          Floods.set_up
          use Rack::Attack
        end
        map("/api/events") do
          use Access if lan
          run Events.new
        end
        use Rack::Deflater
        map("/api") do
          use Access, public: Access::PAIRING if lan
          use Border
          use Description
          run Rack::Cascade.new(
                [
                  Api::Calls,
                  Api::Day,
                  Api::Devices,
                  Api::Houses,
                  Api::Photographs,
                  Api::Practice,
                  Api::Records,
                  Api::Jobs,
                  Api::Settings,
                  Api::Trade
                ],
                [404]
              )
        end
        run Front.new
      end
      .to_app
  end
end

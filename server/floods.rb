# frozen_string_literal: true

require "active_support/cache"
require "active_support/notifications"
require "rack/attack"

module Server
  # Limits guesses of pairing codes, and floods, by address (rack-attack).
  module Floods
    # Guesses of a code a minute
    GUESSES = 5
    # Requests in ten seconds
    REQUESTS = 300

    def self.set_up
      Rack::Attack.cache.store = ActiveSupport::Cache::MemoryStore.new
      Rack::Attack.throttle("guesses", limit: GUESSES, period: 60) do |request|
        request.ip if request.post? && request.path == "/api/devices"
      end
      Rack::Attack.throttle("requests", limit: REQUESTS, period: 10, &:ip)
      Rack::Attack.throttled_responder = ->(_) { Problem.new(429, "Too many requests. Wait a minute.").response }
    end
  end
end

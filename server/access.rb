# frozen_string_literal: true

require "ipaddr"
require "rack/utils"

module Server
  # Who may come in over the local network: this computer, and devices that were paired. Everybody else sees the page
  # that asks for a code, and nothing of the data.
  class Access
    COOKIE = "dielectra_device"
    # Who makes a request, for the journal
    PERSON = "dielectra.person"
    # The device it comes from; nil for this computer
    DEVICE = "dielectra.device"
    # Seconds a device stays paired that is not revoked: a year
    LASTS = 365 * 24 * 3_600
    # What an unpaired device may ask
    OPEN = [%w[POST /api/devices]].freeze

    def initialize(app)
      @app = app
    end

    def call(env)
      return @app.call(env) unless env["PATH_INFO"].start_with?("/api/", "/photographs/")

      device = Device.of(Rack::Utils.parse_cookies(env)[COOKIE])
      env[DEVICE] = device
      env[PERSON] = device&.person
      return @app.call(env) if device || local?(env) || OPEN.include?([env["REQUEST_METHOD"], env["PATH_INFO"]])

      Problem.new(401, "This device is not paired. Enter the code that the server shows.").response
    ensure
      ActiveRecord::Base.connection_handler.clear_active_connections!
    end

    # @return [String] the cookie that pairs a device
    def self.cookie(token, secure:)
      value = { value: token, path: "/", http_only: true, same_site: :strict, secure:, max_age: LASTS }
      Rack::Utils.set_cookie_header(COOKIE, value)
    end

    private

    # Nothing stands between a device and this server, so what it says of itself in a header counts for nothing.
    def local?(env) = IPAddr.new(env["REMOTE_ADDR"].to_s).loopback?
  end
end

# frozen_string_literal: true

require "ipaddr"
require "rack/utils"

module Server
  # Who may come in over the local network: this computer, and devices that were paired. It stands in front of each part
  # of the application, after routing, and lets nobody else in but to what that part names as public.
  class Access
    COOKIE = "dielectra_device"
    # Who makes a request, for the journal
    PERSON = "dielectra.person"
    # The device it comes from; nil for this computer
    DEVICE = "dielectra.device"
    # Seconds a device stays paired that is not revoked: a year
    LASTS = 365 * 24 * 3_600
    # Requests that an unpaired device may make of the API: method and path below its mount
    PAIRING = [%w[POST /devices]].freeze

    # @param public [Array<Array(String, String)>] requests that need no pairing: method and path below the mount
    def initialize(app, public: [])
      @app = app
      @public = public
    end

    def call(env)
      device = Device.of(Rack::Utils.parse_cookies(env)[COOKIE])
      env[DEVICE] = device
      env[PERSON] = device&.person
      return @app.call(env) if device || local?(env) || @public.include?(env.values_at("REQUEST_METHOD", "PATH_INFO"))

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

# frozen_string_literal: true

require "rack/protection"

module Server
  # Who may speak to the server at all: addresses it is known by (a foreign Host is refused), and pages of its own (a
  # write with a foreign Origin is refused). Every answer says what a browser may do with it.
  class Guard
    LOCAL = %w[127.0.0.1 localhost [::1]].freeze
    HEADERS = {
      "content-security-policy" =>
        "default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:; " \
          "object-src 'none'; base-uri 'none'; frame-ancestors 'none'; form-action 'self'",
      "x-content-type-options" => "nosniff",
      "referrer-policy" => "no-referrer",
      "x-frame-options" => "DENY",
      "cross-origin-opener-policy" => "same-origin",
      "cross-origin-resource-policy" => "same-origin",
      "permissions-policy" => "camera=(), microphone=(), geolocation=(), payment=(), usb=(), interest-cohort=()"
    }.freeze

    # Names by which the server may be called: LOCAL, and those in DIELECTRA_HOSTS.
    # @return [Array<String>]
    def self.hosts = LOCAL + ENV.fetch("DIELECTRA_HOSTS", "").split(",").map(&:strip)

    def initialize(app, hosts: Guard.hosts)
      quiet = { logging: false }
      origin = Rack::Protection::HttpOrigin.new(app, message: "This page is not one of Dielectra's.", **quiet)
      @app =
        Rack::Protection::HostAuthorization.new(
          origin,
          permitted_hosts: hosts,
          message: "Dielectra is not served under this name.",
          **quiet
        )
    end

    def call(env)
      status, headers, body = @app.call(env)
      [status, headers.merge(HEADERS), body]
    end
  end
end

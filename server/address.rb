# frozen_string_literal: true

module Server
  # The one spelling of an address. Everything behind it (limits, guards, routes) compares addresses as plain text. An
  # address that could be read two ways is refused here: doubled or closing slashes, dot segments, anything encoded,
  # backslashes, control bytes, and the API under another case.
  class Address
    CANONICAL = %r{\A/(?:[\w.~-]+(?:/[\w.~-]+)*)?\z}
    DOTS = %r{/\.{1,2}(?:/|\z)}
    # First segments that exist in one case only
    OWN = %w[api photographs].freeze

    # @param path [String] as it stands in the request
    # @return [Boolean]
    def self.canonical?(path)
      path.ascii_only? && path.match?(CANONICAL) && !path.match?(DOTS) && !another_case?(path)
    end

    def self.another_case?(path)
      first = path.split("/", 3)[1].to_s
      OWN.include?(first.downcase) && !OWN.include?(first)
    end
    private_class_method :another_case?

    def initialize(app)
      @app = app
    end

    def call(env)
      return @app.call(env) if env["SCRIPT_NAME"].to_s.empty? && Address.canonical?(env["PATH_INFO"].to_s)

      Problem.new(400, "This address is not spelled the way Dielectra spells its addresses.").response
    end
  end
end

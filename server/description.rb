# frozen_string_literal: true

require "openapi_first"
require "multi_json"
require "oj"

MultiJson.use(:oj)
# Numbers with many digits stay floats.
Oj.default_options = { bigdecimal_load: :float }

module Server
  # Holds every request to the description of the API, server/openapi.yaml, before a route sees it; and every response,
  # where DIELECTRA_CHECK_RESPONSES is set, as it is in the tests.
  class Description
    FILE = File.expand_path("openapi.yaml", __dir__)
    STATUS = { not_found: 404, method_not_allowed: 405, unsupported_media_type: 415 }.freeze
    SENTENCES = {
      not_found: "There is nothing at this address.",
      method_not_allowed: "This address does not take that.",
      unsupported_media_type: "The body has to be JSON (Content-Type: application/json)."
    }.freeze

    # @return [OpenapiFirst::Definition]
    def self.definition = @definition ||= OpenapiFirst.load(FILE)

    def initialize(app)
      @app = app
    end

    def call(env)
      request = described(env)
      validated = Description.definition.validate_request(request)
      return refused(validated.error) if validated.error

      env["rack.input"]&.rewind
      response = @app.call(env)
      check!(request, response) if ENV["DIELECTRA_CHECK_RESPONSES"]
      response
    end

    private

    # The description names paths below the server's own, /api.
    def described(env) = Rack::Request.new(env.merge("SCRIPT_NAME" => ""))

    def check!(request, (status, headers, body))
      whole = +""
      body.each { |part| whole << part }
      answer = Rack::Response[status, headers, [whole]]
      Description.definition.validate_response(request, answer, raise_error: true)
    end

    def refused(failure)
      first = failure.errors&.first
      status = status_of(failure)
      detail = SENTENCES[failure.type] || sentence(failure, first)
      Problem.new(status, detail, first&.instance_location.to_s).response
    end

    # A part of the path that is no number names nothing.
    def status_of(failure) = failure.type == :invalid_path ? 404 : STATUS.fetch(failure.type, 422)

    def sentence(failure, first)
      return SENTENCES[:not_found] if failure.type == :invalid_path
      return "The body is not JSON." if first.nil? && failure.type == :invalid_body
      return failure.exception_message unless first

      pointer = first.instance_location.to_s
      words = Dielectra::Schema.sentence(first.schemer_error)
      pointer.empty? ? words : "#{pointer}: #{words}"
    end
  end
end

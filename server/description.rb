# frozen_string_literal: true

require "openapi_first"
require "multi_json"

MultiJson.use(:oj)

module Server
  # Holds every request to the description of the API, server/openapi.yaml, before a route sees it; and every response,
  # where DIELECTRA_CHECK_RESPONSES is set, as it is in the tests.
  class Description
    FILE = File.expand_path("openapi.yaml", __dir__)
    # The parsed body of a request that has one.
    BODY = "dielectra.body"
    STATUS = { not_found: 404, method_not_allowed: 405, unsupported_media_type: 415 }.freeze
    CODES = { 404 => "not_found", 405 => "not_allowed", 415 => "not_json" }.freeze
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
      validated = validated(request) or return not_json
      return refused(validated.error) if validated.error

      env[BODY] = validated.body if env["rack.input"]
      response = @app.call(env)
      check!(request, response) if ENV["DIELECTRA_CHECK_RESPONSES"]
      response
    end

    private

    # @return [OpenapiFirst::RuntimeRequest, nil] nil where the body is no text that could be JSON
    def validated(request)
      Description.definition.validate_request(request)
    rescue EncodingError, ArgumentError
      nil
    end

    def not_json
      error = { code: "invalid", message: "The body is not JSON.", pointer: "" }
      [422, { "content-type" => "application/json" }, [JSON.generate(error:)]]
    end

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
      status = STATUS.fetch(failure.type, 422)
      message = SENTENCES[failure.type] || sentence(failure, first)
      error = { code: CODES.fetch(status, "invalid"), message:, pointer: first&.instance_location.to_s }
      [status, { "content-type" => "application/json" }, [JSON.generate(error:)]]
    end

    def first_words(first)
      pointer = first.instance_location.to_s
      words = Dielectra::Schema.sentence(first.schemer_error)
      pointer.empty? ? words : "#{pointer}: #{words}"
    end

    def sentence(failure, first)
      return first_words(first) if first

      failure.type == :invalid_body ? "The body is not JSON." : failure.exception_message
    end
  end
end

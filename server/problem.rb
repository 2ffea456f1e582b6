# frozen_string_literal: true

module Server
  # What went wrong, as problem details (RFC 9457): `status`, `title`, `detail` in a sentence a person can act on,
  # `pointer` to the part of the request it is about, and `code` for programs.
  class Problem < StandardError
    TYPE = "application/problem+json"
    CODES = {
      400 => "bad_request",
      401 => "not_paired",
      403 => "not_allowed_here",
      404 => "not_found",
      405 => "not_allowed",
      409 => "stale",
      413 => "too_large",
      415 => "not_json",
      422 => "invalid",
      428 => "no_version",
      429 => "too_many",
      500 => "failed",
      503 => "not_now",
      507 => "disk_full"
    }.freeze

    attr_reader :status, :pointer, :more

    # @param status [Integer] of HTTP
    # @param detail [String] a sentence
    # @param pointer [String] JSON pointer
    # @param more [Hash] further members
    def initialize(status, detail, pointer = "", **more)
      super(detail)
      @status = status
      @pointer = pointer
      @more = more
    end

    # @return [Hash]
    def to_h
      {
        type: "about:blank",
        title: Rack::Utils::HTTP_STATUS_CODES.fetch(status, "Problem"),
        status:,
        detail: message,
        code: CODES.fetch(status, "failed"),
        pointer:,
        **more
      }
    end

    # @return [Array(Integer, Hash, Array<String>)] a Rack response
    def response = [status, { "content-type" => TYPE }, [JSON.generate(to_h)]]
  end
end

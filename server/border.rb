# frozen_string_literal: true

require "json"
require "stringio"

module Server
  # What a request to the API has to be before anything else sees it: JSON of bounded size and depth, in UTF-8, with
  # numbers that a program can hold. The body is parsed here, once; later parts see only what came of it.
  class Border
    MOST_BYTES = 4 * 1024 * 1024
    # The same for the file of a house, which holds photographs
    MOST_OF = { "/archives" => 64 * 1024 * 1024 }.freeze
    DEEPEST = 40
    # Largest whole number that every JSON reader holds exactly
    LARGEST = (2**53) - 1
    JSON_TYPE = %r{\Aapplication/json\s*(;|\z)}i
    # The parsed body
    BODY = "dielectra.body"

    def initialize(app)
      @app = app
    end

    def call(env)
      check_address(env)
      take_body(env) unless %w[GET HEAD].include?(env["REQUEST_METHOD"])
      @app.call(env)
    rescue Problem => e
      e.response
    end

    private

    def check_address(env)
      words = [Rack::Utils.unescape_path(env["PATH_INFO"].to_s)]
      given = Rack::Utils.parse_nested_query(env["QUERY_STRING"].to_s)
      list, = given.find { |_, value| !value.is_a?(String) }
      raise Problem.new(422, "#{list} is given as a list. One value is wanted.", "/#{list}") if list

      given.each { |name, value| words << name << value }
      return if words.all? { |word| text?(word.dup.force_encoding(Encoding::UTF_8)) }

      raise Problem.new(400, "The address is not UTF-8.")
    rescue ArgumentError, EncodingError, RangeError, Rack::QueryParser::ParameterTypeError
      raise Problem.new(400, "The address cannot be read.")
    end

    def take_body(env)
      unless env["CONTENT_TYPE"].to_s.match?(JSON_TYPE)
        raise Problem.new(415, "The body has to be JSON (Content-Type: application/json).")
      end

      value = parsed(read(env))
      raise Problem.new(422, "The body has to be a JSON object.") unless value.is_a?(Hash)

      check_values(value, "")
      env[BODY] = value
      pass_on(env, JSON.generate(value))
    end

    def read(env)
      most = MOST_OF.fetch(env["PATH_INFO"], MOST_BYTES)
      raise too_large(most) if env["CONTENT_LENGTH"].to_i > most

      text = env["rack.input"]&.read(most + 1).to_s
      raise too_large(most) if text.bytesize > most

      text.dup.force_encoding(Encoding::UTF_8)
    end

    def too_large(most) = Problem.new(413, "The body is larger than #{most / 1024 / 1024} MB.")

    def parsed(text)
      raise Problem.new(422, "The body is not UTF-8.") unless text.valid_encoding?

      JSON.parse(text, max_nesting: DEEPEST)
    rescue JSON::NestingError
      raise Problem.new(422, "The body is nested more than #{DEEPEST} levels deep.")
    rescue JSON::ParserError, EncodingError
      raise Problem.new(422, "The body is not JSON.")
    end

    def check_values(value, pointer)
      case value
      when Hash
        value.each do |name, one|
          check_values(name, pointer)
          check_values(one, "#{pointer}/#{name.gsub("~", "~0").gsub("/", "~1")}")
        end
      when Array
        value.each_with_index { |one, index| check_values(one, "#{pointer}/#{index}") }
      when String
        raise Problem.new(422, "is not text.", pointer) unless text?(value)
      when Numeric
        raise Problem.new(422, "is a number too large to keep.", pointer) unless number?(value)
      end
    end

    def text?(value) = value.valid_encoding? && !value.include?("\0")

    def number?(value) = value.is_a?(Integer) ? value.abs <= LARGEST : value.finite?

    def pass_on(env, text)
      env["rack.input"] = StringIO.new(text)
      env["CONTENT_LENGTH"] = text.bytesize.to_s
      env.delete("HTTP_TRANSFER_ENCODING")
    end
  end
end

# frozen_string_literal: true

require "json"

module Server
  # A message on a line between two processes: its length in bytes, and JSON.
  module Message
    # The other side is gone, or has not answered in time.
    class Broken < StandardError
    end

    def self.write(line, message)
      text = JSON.generate(message)
      line.write([text.bytesize].pack("N"), text)
    rescue IOError, SystemCallError
      raise Broken
    end

    # @param seconds [Numeric, nil] to wait at most
    # @return [Hash]
    def self.read(line, seconds = nil)
      raise Broken if seconds && !line.wait_readable(seconds)

      head = line.read(4) or raise Broken
      text = line.read(head.unpack1("N")) or raise Broken
      JSON.parse(text)
    rescue IOError, SystemCallError, JSON::ParserError
      raise Broken
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Protocol
    # A line of the protocol: one JSON object.
    module Line
      # @raise [InvalidInput] for anything else
      def self.parse(text)
        document = JSON.parse(text)
        raise InvalidInput, "a line holds one JSON object." unless document.is_a?(Hash)

        document
      rescue JSON::ParserError
        raise InvalidInput, "that line is not JSON."
      end

      def self.write(output, document)
        output.puts JSON.generate(document)
        output.flush
      end
    end
  end
end

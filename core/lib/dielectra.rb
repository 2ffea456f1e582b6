# frozen_string_literal: true

require "json"
require "json_schemer"
require "zeitwerk"

# Finds out what every conductor of a household switch circuit does, what is wrong with it, and how to put it right.
# Knows electricity and the trade; knows no web, no database, no clock and no randomness but a generator it is given.
module Dielectra
  loader = Zeitwerk::Loader.for_gem
  loader.inflector.inflect("cli" => "CLI")
  # These folders are rooms of one namespace: diagnosis/belief/hypothesis.rb defines Diagnosis::Hypothesis.
  loader.collapse("#{__dir__}/dielectra/diagnosis/*", "#{__dir__}/dielectra/session/*")
  loader.setup

  # Something a person handed in cannot be used. `pointer` is the JSON pointer of the place, the message one sentence.
  class InvalidInput < StandardError
    attr_reader :pointer

    def initialize(message, pointer: "")
      @pointer = pointer
      super(pointer.empty? ? message : "#{pointer}: #{message}")
    end
  end
end

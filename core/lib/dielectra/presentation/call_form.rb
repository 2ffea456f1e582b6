# frozen_string_literal: true

module Dielectra
  module Presentation
    # What a new call asks, with the words for each choice; see Evidence::Draft.
    module CallForm
      # What may be switched: its words, how its place is asked for, and where it usually is.
      LOADS = {
        "luminaire" => ["a light", "Where the light is", "ceiling"],
        "fan" => ["a fan", "Where the fan is", "ceiling"],
        "fan_light" => ["a fan with a light", "Where the fan is", "ceiling"],
        "receptacle" => ["a receptacle", "Where the receptacle is", ""]
      }.freeze
      # What parts of a load are called
      PARTS = { "fan" => "fan", "light" => "light", "1" => "upper half", "2" => "lower half" }.freeze
      METHODS = {
        "nm" => "cable",
        "emt" => "conduit",
        "ac" => "armored cable",
        "knob_and_tube" => "single wires on knobs"
      }.freeze

      BEGAN = {
        "new_switch" => "after somebody changed a switch",
        "opened" => "after boxes were open, by painters or others",
        "sudden" => "suddenly, nobody touched it",
        "always" => "it has always been so",
        "comes_and_goes" => "it comes and goes",
        "smell_or_heat" => "with a smell or heat",
        "after_water" => "after water"
      }.freeze

      TRIPS = {
        "at_once" => "at once",
        "after_a_while" => "after some minutes or more",
        "now_and_then" => "nobody can say when"
      }.freeze

      LAMPS = { "led" => "LED", "incandescent" => "incandescent" }.freeze
      PROTECTIONS = {
        "ground_fault" => "ground-fault breaker",
        "arc_fault" => "arc-fault breaker",
        "dual" => "ground-fault and arc-fault breaker"
      }.freeze

      # Extra fields of the call form for each kind of change
      NEEDS = {
        "add_control" => %w[place load runs],
        "split_receptacle" => %w[half runs],
        "always_on" => [],
        "feed_light" => %w[place runs],
        "second_light" => %w[place load runs],
        "fit" => %w[switch fit runs],
        "take_out" => %w[switch],
        "move" => %w[load],
        "add_outlet" => %w[place runs],
        "swap" => %w[device]
      }.freeze

      # @return [Hash] `loads`, `methods`, `volts`, `began`, `trips`, `lamps`, `protections`, `changes` and `fits` with
      #   their words, `most_loads` and `most_switches`
      def self.to_h
        {
          "loads" =>
            Evidence::Draft::LOADS.keys.map do |kind|
              words, question, usual = LOADS.fetch(kind)
              parts =
                Evidence::Draft::PARTS.fetch(kind, []).map { |part| { "value" => part, "words" => PARTS.fetch(part) } }
              { "value" => kind, "words" => words, "question" => question, "usual" => usual, "parts" => parts }
            end,
          "methods" => Evidence::Draft::METHODS.map { |name| { "value" => name, "words" => METHODS.fetch(name) } },
          "volts" => Evidence::Draft::VOLTS.map { |volts| { "value" => volts, "words" => "#{volts} V" } },
          "began" => Evidence::Draft::BEGAN.map { |name| { "value" => name, "words" => BEGAN.fetch(name) } },
          "trips" => Evidence::Draft::TRIPS.keys.map { |name| { "value" => name, "words" => TRIPS.fetch(name) } },
          "lamps" => Evidence::Draft::LAMPS.map { |name| { "value" => name, "words" => LAMPS.fetch(name) } },
          "protections" =>
            Evidence::Draft::PROTECTIONS.map { |name| { "value" => name, "words" => PROTECTIONS.fetch(name) } },
          "changes" =>
            Evidence::Asked::KINDS.map do |kind, words|
              { "value" => kind, "words" => words, "needs" => NEEDS.fetch(kind) }
            end,
          "fits" => Trade::DeviceKind.special.map { |kind| { "value" => kind.name, "words" => fit_words(kind) } },
          "most_loads" => Evidence::Draft::MOST_LOADS,
          "most_switches" => Evidence::Draft::MOST_SWITCHES
        }
      end

      def self.fit_words(kind) = kind.neutral? ? "#{kind.term} (needs a neutral)" : kind.term
      private_class_method :fit_words
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Presentation
    # What a piece of work takes: things by kind, with how many, and what the van may have in stock.
    module Materials
      # Things that are no devices
      THINGS = {
        "connector" => "connectors",
        "lamp" => "lamps",
        "tape" => "marking tape",
        "box" => "boxes",
        "14/2" => "14/2 cable",
        "14/3" => "14/3 cable",
        "12/2" => "12/2 cable",
        "12/3" => "12/3 cable",
        "raceway" => "single conductors for conduit"
      }.freeze
      # Devices that a van carries
      DEVICES = %w[
        single_pole
        three_way
        four_way
        combination
        dimmer
        dimmer_three_way
        electronic
        receptacle
        luminaire
      ].freeze

      module_function

      # @param region [Trade::Region]
      # @return [Array<Hash>] what can be in stock: `value` and `words`
      def stock(region = Trade::Region.all.first) =
        (DEVICES | Trade::DeviceKind.special.map(&:name)).map do |kind|
          { "value" => kind, "words" => region.term(Trade::DeviceKind[kind]) }
        end + THINGS.map { |name, words| { "value" => name, "words" => words } }

      # @param kinds [Array<String>] of devices, each as often as it is needed
      # @param region [Trade::Region]
      # @return [Array<Hash>] `item` and `words`
      def devices(kinds, region) =
        kinds
          .map { |kind| Trade::KindName.plain(kind) }
          .tally
          .map { |kind, count| { "item" => kind, "words" => "#{count} × #{region.term(Trade::DeviceKind[kind])}" } }

      # @param item [String] one of THINGS
      # @param words [String] how much of it
      # @return [Hash]
      def thing(item, words) = { "item" => item, "words" => words }
    end
  end
end

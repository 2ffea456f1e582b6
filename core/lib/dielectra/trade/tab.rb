# frozen_string_literal: true

module Dielectra
  module Trade
    # The tabs that join two screws of a device until they are broken off, by their names in the formats
    module Tab
      # Between the hot screws of a receptacle
      HOT = "hot_tab"
      # Between its neutral screws
      NEUTRAL = "neutral_tab"
      # Between the commons of two switches on one yoke
      COMMON = "common_tab"
      ALL = [HOT, NEUTRAL, COMMON].freeze

      # @param name [String] of a tab
      # @return [String] what a person calls it
      def self.word(name) = name.delete_suffix("_tab")
    end
  end
end

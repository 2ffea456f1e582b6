# frozen_string_literal: true

module Dielectra
  module Sums
    # The gauge that goes with a breaker. Source: article 240.4(D), copper; at 230 V the usual square millimetres.
    module Breaker
      # The most amperes by gauge
      MOST = { "14" => 15, "12" => 20, "10" => 30, "1.5" => 16, "2.5" => 20 }.freeze

      module_function

      # @param type [String] of cable
      # @return [Integer, nil] the most amperes; nil where the type does not say
      def most(type) = MOST[type.split("/").first]

      # @return [Boolean] whether a cable is thick enough for a breaker; true where it does not say
      def enough?(type, amps) = most(type).nil? || amps <= most(type)
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Sums
    # The gauge that goes with a breaker. Source: article 240.4(D); copper, and aluminum one size larger. At 230 V the
    # amperes hang on how the cable is laid; those here are for cable in an insulated wall (IEC 60364-5-52, method A).
    module Breaker
      # The most amperes by gauge
      MOST = { "14" => 15, "12" => 20, "10" => 30, "1.0" => 10, "1.5" => 13, "2.5" => 16 }.freeze
      ALUMINUM = { "12" => 15, "10" => 25 }.freeze
      # Amperes by how the cable is laid: in an insulated wall, and clipped to a surface
      LAID = { "1.0" => [11, 15], "1.5" => [14, 19.5], "2.5" => [18.5, 27] }.freeze

      module_function

      # @param type [String] of cable, or its gauge
      # @param aluminum [Boolean]
      # @return [Integer, nil] the most amperes; nil where the type does not say
      def most(type, aluminum: false) = (aluminum ? ALUMINUM : MOST)[gauge(type)]

      # @return [Boolean] whether a cable is thick enough for a breaker; true where it does not say. At 230 V it is too
      #   thin only where no way of laying it would do.
      def enough?(type, amps, aluminum: false)
        laid = LAID[gauge(type)]
        return amps <= laid.last if laid

        limit = most(type, aluminum:)
        limit.nil? || amps <= limit
      end

      # @return [String] "14 AWG" or "1.5 mm²"
      def worded(type) = gauge(type).include?(".") ? "#{gauge(type)} mm²" : "#{gauge(type)} AWG"

      def gauge(type) = type.split("/").first
    end
  end
end

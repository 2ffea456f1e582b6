# frozen_string_literal: true

module Dielectra
  module Session
    # Checks a tripping circuit for a short before any wire is moved or the breaker is reset. It reads ohms in the first
    # open box, from the likeliest line to ground and to neutral.
    class ShortCheck < Rule
      # @return [Step, nil]
      def step
        return unless @belief.world.tripping? && @situation.tool?("resistance") && as_found?

        place = @situation.opened.keys.find { |name| @situation.dead.key?(name) && !@situation.declined_at?(name) }
        pair = place && pairs(place).find { |one| !declined?("resistance", one) }
        read_dead(place, "resistance", pair) if pair
      end

      private

      def as_found? = @situation.arrangement == Evidence::Arrangement.as_found

      # From the likeliest line of a box to its ground and to its likeliest neutral, where neither was read to yet
      # @return [Array<Array<String>>]
      def pairs(place)
        line = likeliest(place, "line") or return []
        [
          (@situation.grounds(place).first unless read_to?(true)),
          (likeliest(place, "neutral") unless read_to?(false))
        ].compact.reject { |other| other == line }.map { |other| [line, other] }
      end

      # Whether ohms were read to a ground, or between insulated conductors
      # @param ground [Boolean]
      def read_to?(ground)
        @session
          .log
          .select { |entry| entry.kind == "probe" && entry["tool"] == "resistance" }
          .any? { |entry| entry["at"].any? { |point| grounded?(point) } == ground }
      end

      def grounded?(point) = PointId.metal?(point) || @session.findings.grounds.key?(point)

      # @return [String, nil] the conductor that most probably has a role; nil where none can have it
      def likeliest(place, role)
        shares = @session.findings.roles.transform_values { |some| some.fetch(role, 0.0) }
        point = @situation.conductors(place).max_by { |one| shares.fetch(one, 0.0) }
        point if point && shares.fetch(point, 0.0).positive?
      end
    end
  end
end

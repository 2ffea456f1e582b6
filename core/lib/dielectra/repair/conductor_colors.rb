# frozen_string_literal: true

module Dielectra
  module Repair
    # How well the colors of a run's conductors go with the functions they carry
    class ConductorColors
      # Cost in minutes of a neutral on a conductor that is not white, so that white is preferred where the work is
      # equal
      OFF_COLOR = 0.7
      # Functions on a white conductor, the best first: the supply, then a traveler, and a switched return last (article
      # 200.7(C))
      ON_WHITE = { "line" => 1, "traveler" => 2, "onward" => 2 }.freeze
      WORST_ON_WHITE = 3
      private_constant :ON_WHITE, :WORST_ON_WHITE

      # @param region [Trade::Region]
      def initialize(region)
        @region = region
      end

      # @param run [Design::Run]
      # @param way [Array<String, nil>] what each of its conductors carries
      # @return [Float] minutes
      def cost(run, way)
        neutral = way.index { |function| function && Design::Layout.role(function) == "neutral" }
        colors = @region.habits(run.strands.map(&:color))
        return 0.0 if neutral.nil? || Trade::Color.neutral?(colors[neutral])

        colors.any? { |color| Trade::Color.neutral?(color) } ? OFF_COLOR : 0.0
      end

      # @return [Array<Numeric>] to compare ways of equal work by, the best the least
      def rank(run, way)
        roles = way.map { |function| function && Design::Layout.role(function) }
        [cost(run, way), on_white(run, roles), off_red(run, roles)]
      end

      private

      def on_white(run, roles)
        run
          .strands
          .zip(roles)
          .sum do |strand, role|
            next 0 if role.nil? || role == "neutral" || !Trade::Color.neutral?(strand.color)

            ON_WHITE.fetch(role, WORST_ON_WHITE)
          end
      end

      # By habit red is a traveler where there are travelers: how many others lie on it
      def off_red(run, roles)
        return 0 unless roles.include?("traveler")

        run.strands.zip(roles).count { |strand, role| strand.color == "red" && role && role != "traveler" }
      end
    end
  end
end

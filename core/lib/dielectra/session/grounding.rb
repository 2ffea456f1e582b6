# frozen_string_literal: true

module Dielectra
  module Session
    # The path to ground in each opened box, as far as it was measured: full volts from something live to the metal or
    # the ground there, or a beep from the neutral to it, because the panel bonds the two.
    class Grounding
      TOOLS = %w[voltage low_z continuity resistance].freeze

      # @param session [Troubleshooting]
      def initialize(session)
        @session = session
        @situation = session.situation
      end

      # @return [Hash{String => String}] opened place => path, no_path or not_measured
      def to_h = @situation.opened_boxes.to_h { |place| [place, of(place)] }

      private

      def of(place)
        said = readings(place).filter_map { |step, role| path?(step, role) }
        return "path" if said.include?(:path)

        if said.include?(:no_path) ||
             (@situation.grounds(place).empty? && @situation.opened[place]["enclosure"] != "metal")
          "no_path"
        else
          "not_measured"
        end
      end

      # Readings between something grounded and a conductor of a known role.
      # @return [Array<Array(Hash, String)>]
      def readings(place)
        @session.steps.filter_map do |step|
          unless step["do"] == "probe" && TOOLS.include?(step["tool"]) &&
                   @situation.place_of_point(step["at"].first) == place
            next
          end

          grounds, others = step["at"].partition { |point| grounded?(place, point) }
          [step, roles[others.first]] if grounds.one? && others.one? && roles[others.first]
        end
      end

      def grounded?(place, point) = PointId.metal?(point) || @situation.grounds(place).include?(point)

      def roles =
        @roles ||=
          (
            if @session.belief.hypotheses.empty?
              {}
            else
              Diagnosis::Roles.new(@session.belief.world, @session.belief.hypotheses.first, @situation).of(points)
            end
          )

      def points = @situation.opened_boxes.flat_map { |place| @situation.conductors(place) }

      def path?(step, role)
        answer = step["answer"] || {}
        if answer["volts"] && role != "neutral"
          full = Physics::Uncertainty.volts_class(answer["volts"] / @session.job.supply_volts.to_f)
          full == :full ? :path : (:no_path if full == :nothing && %w[line onward].include?(role))
        elsif role == "neutral" && (answer["reads"] || answer.key?("ohms"))
          if answer["reads"] == "beep" || (answer["ohms"] && answer["ohms"] < Diagnosis::Prediction::COPPER_OHMS)
            :path
          else
            :no_path
          end
        end
      end
    end
  end
end

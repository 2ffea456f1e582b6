# frozen_string_literal: true

module Dielectra
  module Session
    # A circuit obeys and is right, but a white conductor taken for a neutral is spliced to one of another color. Before
    # it is left unmarked, it is found not to be live, with the light on. After a change all whites are looked at, since
    # the change rests on fewer boxes.
    class ColorCheck < Rule
      # Least probability that the light is on for the reading
      LIKELY = 0.9

      # @return [Step, nil] the reading, nil where there is none to take
      def step
        toggles = lit or return
        place, tool, points = readings.find { |_, tool, points| !taken?(tool, points, toggles) }
        place &&
          @session
            .approach
            .live(place) do |live|
              @session.approach.toggled(toggles.positions) { live.step(:probe, tool: tool, at: points) }
            end
      end

      private

      # The toggles with the light on: as they stand, or with the nearest one thrown
      def lit =
        [toggles, thrown(@situation.at)].compact.find do |one|
          shares = @belief.prediction.lights_with(best, @arrangement, one)
          shares.sum { |light, share| @session.job.goal.states(light).include?("on") ? share : 0.0 } > LIKELY
        end

      def readings
        @situation.opened_boxes.flat_map do |place|
          mixed(place).filter_map do |white|
            @situation.live_reading(place, white)&.then { |tool, points| [place, tool, points] }
          end
        end
      end

      # White conductors without a mark, spliced to others, and taken for neutral
      def mixed(place)
        colors = plain_colors(place)
        whites =
          @situation
            .joints(place)
            .filter_map do |joint|
              plain, others = joint.select { |point| colors.key?(point) }.partition { |point| colors[point] }
              plain.first if plain.any? && (others.any? || @session.thorough?)
            end
        if whites.empty?
          []
        else
          Diagnosis::Roles.new(@belief.world, best, @situation).of(whites).select { |_, role| role == "neutral" }.keys
        end
      end

      # @return [Hash{String => Boolean}] conductor => whether it has the color of a neutral, and no mark
      def plain_colors(place)
        @situation
          .own_cable_ends(place)
          .flat_map do |cable_end|
            all = cable_end.insulated.map(&:color)
            cable_end.insulated.map do |wire|
              point = cable_end.point(wire)
              [
                point,
                wire.tape.nil? && !@situation.tapes.key?(point) && @session.job.region.marked_when_hot?(wire.color, all)
              ]
            end
          end
          .to_h
      end
    end
  end
end

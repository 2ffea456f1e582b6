# frozen_string_literal: true

module Dielectra
  module Repair
    # Which conductors in open boxes are hot while their color says otherwise.
    class Marking
      # @param world [Diagnosis::World]
      def initialize(world)
        @world = world
        @job = world.job
      end

      # @param functions [Hash{String => String}] conductor's point => function
      # @return [Hash{String => String}] point => tape, of white conductors that are hot and not marked
      def tapes(functions, situation)
        situation
          .opened_boxes
          .flat_map { |place| situation.own_cable_ends(place) }
          .flat_map do |cable_end|
            colors = cable_end.insulated.map(&:color)
            cable_end.insulated.filter_map do |wire|
              point = cable_end.point(wire)
              function = functions[point]
              if function.nil? || Design::Layout.role(function) == "neutral" ||
                   !@job.region.marked_when_hot?(wire.color, colors)
                next
              end
              if wire.tape || situation.tapes.key?(point) ||
                   situation.declined?({ "do" => "mark", "point" => point, "tape" => @job.region.tape })
                next
              end

              [point, @job.region.tape]
            end
          end
          .to_h
      end

      # What the conductors carry as they are joined now.
      # @param whole [Boolean] whether the circuit is as it should be. Else a neutral whose splice is apart for a test
      #   stays a neutral, whatever it touches just then.
      # @return [Hash{String => String}] conductor's point in an open box => function
      def functions_now(hypothesis, situation, whole:)
        wires = situation.opened_boxes.flat_map { |place| situation.own_cable_ends(place).flat_map(&:points) }
        neutral = whole ? [] : meant_as_neutral(hypothesis)
        Diagnosis::Roles
          .new(@world, hypothesis, situation)
          .of(wires)
          .reject { |_, role| %w[spare ground].include?(role) }
          .to_h { |point, role| [point, neutral.include?(point) ? "neutral" : role] }
      end

      private

      # Conductors that carry the neutral by the layout
      def meant_as_neutral(hypothesis) =
        hypothesis
          .skeleton
          .runs
          .flat_map(&:strands)
          .select { |strand| strand.role == "neutral" }
          .flat_map(&:points)
          .to_set
    end
  end
end

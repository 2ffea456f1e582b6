# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # Every way the runs of a layout can be the cables of the opened boxes, and every way their conductors can carry the
    # required functions. Layouts come first (CandidateLayouts), then which port is which run (CableAssignments,
    # ConductorAssignments), then the readings of each box joined along the runs (Joining).
    class Routing
      # @param job [Evidence::Job]
      # @param situation [Evidence::Situation]
      # @param world [World] keeps what is known of a box from one opening to the next
      # @param wide [Boolean] whether rarer layouts are looked for too
      # @param draw [Integer] which of many are drawn where there are too many that are alike
      def initialize(job, situation, world, wide: false, draw: 0)
        @boxes = BoxReadings.new(job, situation, world)
        @candidates = CandidateLayouts.new(job, situation, @boxes, wide:)
        @world = world
        @draw = draw
        @closed_switch = job.goal.controls.any? { |control| !situation.open?(control.place) }
      end

      # @return [Array<Array<Way>>] ways by what no reading could tell apart, each group's heaviest first; heaviest
      #   group first
      def groups
        likely = assignments.to_a.select { |one| one.bound.positive? }.sort_by { |one| -one.bound }
        Joining.new(@boxes, closed_switch: @closed_switch).groups(likely)
      end

      # @return [Array<Design::Layout>] layouts that agree with the number of cables in each opened box, likeliest first
      def layouts = @layouts ||= @world.layouts(@candidates.key) { @candidates.to_a }

      # Neighbors of a way: two single conductors exchanged that the box as found does not tell apart
      # @param way [Way]
      # @return [Array<Way>]
      def exchanged(way) = ConductorAssignments.new(@boxes, layouts).exchanged(way)

      private

      def assignments
        ports = @boxes.ports.values.flatten
        return CableAssignments.new(@boxes, layouts) unless ports.any? && ports.all?(&:single?)

        ConductorAssignments.new(@boxes, layouts, draw: @draw)
      end
    end
  end
end

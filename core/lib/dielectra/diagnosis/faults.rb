# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # Faults that eyes do not find, for a skeleton whose boxes are joined in given ways: each with how common it is.
    class Faults
      def initialize(skeleton, boxes, lamp_id)
        @skeleton = skeleton
        @boxes = boxes
        @lamp_id = lamp_id
        @priors = Trade.priors.fetch("deviation")
      end

      # @return [Array<Array(Deviation, Float)>]
      def all = supply + lamp + contacts + joints + conductors

      private

      def fault(kind, **where) = [Deviation.new(kind:, **where), @priors.fetch(kind.to_s)]

      def supply = [fault(:no_supply)]

      def lamp = [fault(:lamp_burnt, device: @lamp_id)]

      def contacts
        @boxes.values.select(&:kind).flat_map do |box|
          Trade::DeviceKind[box.kind].contacts.flat_map do |contact|
            %i[contact_stuck_open contact_stuck_closed].map { |kind| fault(kind, device: box.device, place: box.place, contact:) }
          end
        end
      end

      def joints
        grounds = @skeleton.runs.filter_map(&:grounding).flatten
        @boxes.values.flat_map do |box|
          box.joints.reject { |joint| joint.any? { |point| grounds.include?(point) } }.flat_map do |joint|
            suspects(joint).map { |point| fault(:joint_open, place: box.place, points: [point]) }
          end
        end
      end

      # Points whose coming loose tells apart; of two that touch only each other, one says it.
      def suspects(joint)
        return [] if joint.size < 2
        return joint unless joint.size == 2

        [joint.find { |point| point.include?("/") } || joint.first]
      end

      def conductors
        joined = @boxes.values.flat_map(&:joints).flatten
        @skeleton.runs.flat_map do |run|
          run.strands.select { |strand| carries?(run, strand, joined) }.map do |strand|
            fault(:conductor_open, points: strand.points, cable: run.ends)
          end
        end
      end

      # A spare breaks without anyone noticing, and so does what leaves for elsewhere; of the feed's line nobody could
      # tell it from a dead supply.
      def carries?(run, strand, joined)
        return strand.function == "neutral" if run.feed?
        return false if run.outer?

        strand.points.all? { |point| joined.include?(point) || point.include?("~") }
      end
    end
  end
end

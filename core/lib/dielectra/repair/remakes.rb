# frozen_string_literal: true

module Dielectra
  module Repair
    # Joints to be made up again as they are: those without contact, and those seen to be loose or scorched
    class Remakes
      # @param places [Hash{String => String}] device => its place
      def initialize(places)
        @device_places = places
      end

      # @param changed [Hash{String => Array<String>}] place => points that will touch something else anyway
      # @param replacements [Hash{String => String}] device => kind of the new one, whose wires are made up anyway
      # @return [Hash{String => Array<String>}] place => points
      def of(hypothesis, situation, changed, replacements)
        remakes(hypothesis, situation.arrangement, changed, replacements).merge(
          worn(situation, changed, replacements)
        ) { |_, some, more| some | more }
      end

      # Joints seen to be loose or scorched, which are always made up again
      # @return [Hash{String => Array<String>}] place => conductors
      def worn(situation, changed, replacements)
        anew = replacements.keys.map { |device| "#{device}." }
        situation
          .worn
          .transform_values do |joints|
            joints
              .reject do |joint|
                joint.any? { |point| point.start_with?(*anew) || changed.values.flatten.include?(point) }
              end
              .flat_map { |joint| joint.grep(PointId::CONDUCTOR) }
          end
          .reject { |_, points| points.empty? }
      end

      private

      # An intermittent connection cannot be pinned to one joint, so all joints of its box are made up again.
      def remakes(hypothesis, arrangement, changed, replacements)
        if hypothesis.intermittent&.points && hypothesis.dead_points(arrangement).any?
          return all_remade(hypothesis, arrangement, changed, replacements)
        end

        hypothesis
          .dead_points(arrangement)
          .reject { |point| changed.values.flatten.include?(point) }
          .reject { |point| replacements.any? { |device, _| mate?(hypothesis, arrangement, point, device) } }
          .group_by { |point| place_of(hypothesis, point) }
      end

      def all_remade(hypothesis, arrangement, changed, replacements)
        place = hypothesis.intermittent.place
        grounds = hypothesis.skeleton.grounds_at(place)
        joints = hypothesis.joints(place, arrangement).reject { |joint| joint.size < 2 || joint.intersect?(grounds) }
        anew = replacements.keys.map { |device| "#{device}." }
        points =
          joints.reject { |joint| joint.any? { |point| point.start_with?(*anew) } }.flatten - changed.values.flatten -
            arrangement.touched
        points.empty? ? {} : { place => points }
      end

      # Whether replacing a device makes up the joint of a point anyway
      def mate?(hypothesis, arrangement, point, device)
        place = @device_places.fetch(device)
        hypothesis
          .joints(place, arrangement)
          .any? { |joint| joint.include?(point) && joint.any? { |other| PointId.of?(other, device) } }
      end

      def place_of(hypothesis, point) = hypothesis.faults.find { |fault| fault.points&.include?(point) }.place
    end
  end
end

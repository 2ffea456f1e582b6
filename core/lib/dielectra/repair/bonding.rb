# frozen_string_literal: true

module Dielectra
  module Repair
    # Grounds that are made up along with the work in an open box: every grounding conductor, the metal box and the
    # yokes in one joint. In steel conduit and armor a jumper leads from the box to the yoke. A joint in which a ground
    # touches anything else is not a matter of bonding and is left to the rewire.
    class Bonding
      # Methods whose metal is the grounding conductor
      METAL = %w[emt ac mc].freeze

      # @param situation [Evidence::Situation]
      def initialize(situation)
        @situation = situation
      end

      # @return [Hash{String => Array<Array<String>>}] open place => what touches what once its grounds are joined; only
      #   places in which they are not
      def missing
        @situation
          .opened_boxes
          .reject { |place| @situation.declined_at?(place) }
          .to_h { |place| [place, joined(place, @situation.joints(place))] }
          .compact
      end

      # @param place [String] that is open
      # @param joints [Array<Array<String>>] as they will be
      # @return [Array<Array<String>>, nil] the same with the grounds joined; nil where nothing is missing
      def joined(place, joints)
        grounds = grounds(place)
        own, others = joints.partition { |joint| joint.intersect?(grounds) }
        return if grounds.size < 2 || own.any? { |joint| (joint - grounds).any? { |point| !PointId.metal?(point) } }
        return if own.any? { |joint| (grounds - joint).empty? }

        others + [(grounds | own.flatten).sort]
      end

      private

      # Everything in a box that belongs to its ground
      def grounds(place)
        wires = @situation.grounds(place)
        metal = @situation.points(place).select { |point| PointId.metal?(point) }
        if wires.empty? &&
             !(METAL.include?(@situation.job.document["method"]) && metal.any? { |one| PointId.box?(one) })
          return []
        end

        wires + metal
      end
    end
  end
end

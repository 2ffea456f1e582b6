# frozen_string_literal: true

module Dielectra
  module Steps
    # Wires moved in one box: everything there joined as listed, or `as_found`.
    class Arrange < Kind
      AS_FOUND = "as_found"
      JOINTS = { "type" => "array", "items" => { "type" => "array", "items" => POINT } }.freeze
      FIELDS = { "place" => ID, "joints" => { "oneOf" => [{ "const" => AS_FOUND }, JOINTS] } }.freeze

      def repairs? = true

      def disturbs? = true

      def sort = [self.class.label, fields["place"]]

      def minutes(situation, costs)
        return 0.0 unless situation.open?(fields["place"])

        before = situation.joints(fields["place"])
        Evidence::Arrangement.changed(before, joints(situation)).size * costs["arrange_point"]
      end

      # @return [Array<Array<String>>] what touches what afterwards
      def joints(situation) = fields["joints"] == AS_FOUND ? situation.found_joints(fields["place"]) : fields["joints"]

      # A neutral that was parted may carry another circuit's current, and is live then: the place is proved dead anew.
      def changes(situation, _number)
        place = fields["place"]
        changed = situation.arrangement.with_joints(place, from: situation.joints(place), to: joints(situation))
        done = { arrangement: changed, bare: situation.bare - [place] }
        parts_neutrals?(situation) ? { **done, dead: situation.dead.except(place) } : done
      end

      # @return [Boolean] whether conductors in a neutral's color that come from two cables are parted
      def parts_neutrals?(situation)
        now = joints(situation)
        situation
          .joints(fields["place"])
          .any? do |joint|
            whites = joint.select { |point| neutral?(situation, point) }
            left = now.map { |other| other & whites }.reject(&:empty?)
            whites.map { |point| PointId.owner(point) }.uniq.size > 1 && left.none? { |other| (whites - other).empty? }
          end
      end

      def stirs(situation) = situation.stirred | [fields["place"]]

      def confine!(situation, place)
        known = situation.points(place)
        stray = joints(situation).flatten.find { |point| !known.include?(point) }
        raise ArgumentError, "#{stray} is not in #{place}" if stray || fields["place"] != place
      end

      private

      # Whether a conductor has the color of a neutral in its cable
      def neutral?(situation, point)
        return false unless PointId.conductor?(point)

        cable_end = situation.box(fields["place"]).cable_ends.find { |one| one.id == PointId.owner(point) } or
          return false
        color = cable_end.insulated.find { |wire| cable_end.point(wire) == point }&.color
        color && situation.job.region.marked_when_hot?(color, cable_end.insulated.map(&:color))
      end

      def check(situation)
        needs_open(situation, fields["place"], "/place")
        check_joints(situation.points(fields["place"])) unless fields["joints"] == AS_FOUND
      end

      def check_joints(known)
        seen = {}
        fields["joints"].each_with_index do |joint, index|
          joint.each do |point|
            refuse("#{point} is not in #{fields["place"]}.", "/joints/#{index}") unless known.include?(point)
            refuse("#{point} is in two joints.", "/joints/#{index}") if seen[point]
            seen[point] = true
          end
        end
      end

      def perform(house) = house.arrange(fields["place"], fields["joints"])
    end
  end
end

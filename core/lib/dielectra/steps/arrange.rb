# frozen_string_literal: true

module Dielectra
  module Steps
    # Wires moved in one box: everything there joined as listed, or `as_found`.
    class Arrange < Kind
      AS_FOUND = "as_found"
      JOINTS = { "type" => "array", "items" => { "type" => "array", "items" => POINT } }.freeze
      FIELDS = { "place" => ID, "joints" => { "oneOf" => [{ "const" => AS_FOUND }, JOINTS] } }.freeze

      def sort = [self.class.label, fields["place"]]

      def minutes(situation, costs)
        return 0.0 unless situation.open?(fields["place"])

        before = situation.joints(fields["place"])
        Evidence::Arrangement.changed(before, joints(situation)).size * costs["arrange_point"]
      end

      # @return [Array<Array<String>>] what touches what afterwards
      def joints(situation) = fields["joints"] == AS_FOUND ? situation.found_joints(fields["place"]) : fields["joints"]

      def changes(situation, _number)
        place = fields["place"]
        changed = situation.arrangement.with_joints(place, from: situation.joints(place), to: joints(situation))
        { arrangement: changed, bare: situation.bare - [place] }
      end

      def stirs(situation) = situation.stirred | [fields["place"]]

      def confine!(situation, place)
        known = situation.points(place)
        stray = joints(situation).flatten.find { |point| !known.include?(point) }
        raise ArgumentError, "#{stray} is not in #{place}" if stray || fields["place"] != place
      end

      private

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

# frozen_string_literal: true

module Dielectra
  module Steps
    # A cover taken off, the device drawn out on its wires, and what is in the box written down.
    class Open < Kind
      FIELDS = { "place" => ID }.freeze
      ANSWER = { "found" => { "$ref" => "#/$defs/found" } }.freeze
      NEEDED = %w[found].freeze

      def entry? = true

      def disturbs? = true

      def permit = :cover

      def touches = :nothing

      def sort = [self.class.label, fields["place"]]

      def minutes(situation, costs) = costs.opening(situation.job.place(fields["place"]))

      def changes(situation, _number) = { opened: situation.opened.merge(fields["place"] => answer["found"]) }

      def stirs(situation) = situation.stirred | [fields["place"]]

      def answer_from(house) = { "found" => house.uncover(fields["place"]) }

      private

      def check(situation)
        found = answer["found"]
        check_devices(found["devices"], situation)
        ends = found["cable_ends"].map { |row| Circuit::CableEnd.read(row) }
        ends.each_with_index do |cable_end, index|
          next if cable_end.place == fields["place"]

          refuse("#{cable_end.id} is not in #{fields["place"]}.", "/answer/found/cable_ends/#{index}/id")
        end
        terminals =
          found["devices"].flat_map do |row|
            Trade::DeviceKind[row["kind"]].terminals.map { |terminal| "#{row["id"]}.#{terminal}" }
          end
        known = ends.flat_map(&:points) + terminals + ["#{fields["place"]}.box"]
        check_joints(found["joints"], known)
        (found["remarks"] || []).each_with_index do |remark, index|
          next if known.include?(remark["point"])

          refuse("#{remark["point"]} is not in #{fields["place"]}.", "/answer/found/remarks/#{index}/point")
        end
      end

      # A device sits in one box, and its name is no other's.
      def check_devices(rows, situation)
        twice = rows.map { |row| row["id"] }.tally.find { |_, count| count > 1 }
        refuse("#{twice.first} names two devices.", "/answer/found/devices") if twice
        rows.each_with_index do |row, index|
          other = Evidence::OwnNames.elsewhere(row["id"], fields["place"], situation) or next
          refuse(
            "#{row["id"]} is in the #{other} box. Give this device another name.",
            "/answer/found/devices/#{index}/id"
          )
        end
      end

      def check_joints(joints, known)
        seen = {}
        joints.each_with_index do |joint, index|
          pointer = "/answer/found/joints/#{index}/points"
          joint["points"].each do |point|
            refuse("#{point} is not in #{fields["place"]}.", pointer) unless known.include?(point)
            refuse("#{point} is in two joints.", pointer) if seen[point]
            seen[point] = true
          end
        end
      end
    end
  end
end

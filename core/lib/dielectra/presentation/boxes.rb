# frozen_string_literal: true

module Dielectra
  module Presentation
    # The boxes of a job as they look now: cables, conductors with their believed roles, devices, and joints
    class Boxes
      # Probability above which a cable's destination is stated plainly, and a conductor's role counts as sure.
      PLAIN = 0.95
      SURE = 0.9

      def initialize(session)
        @session = session
        @situation = session.situation
      end

      # @return [Array<Hash>]
      def to_a
        @session.job.boxes.map { |place| @situation.open?(place.id) ? drawn(opened(place)) : closed(place) }
      end

      # @param joints [Array<Array<String>>] how an open box would be joined instead
      # @return [Hash] the box so, drawn
      def joined(place, joints) = drawn(opened(@session.job.place(place)).merge("joints" => joints))

      private

      def drawn(box) = box.merge("drawing" => Drawing::Box.new(box).to_h)

      def closed(place)
        {
          "place" => place.id,
          "name" => Naming.place(place.id),
          "kind" => place.kind,
          "open" => false,
          "cables" => [],
          "devices" => devices(place),
          "joints" => []
        }
      end

      def opened(place)
        {
          "place" => place.id,
          "name" => Naming.place(place.id),
          "kind" => place.kind,
          "open" => true,
          **BoxParts.room(@situation.opened[place.id]),
          "cables" => @situation.cable_ends(place.id).map { |item| cable(item) },
          "devices" => devices(place),
          "joints" => @situation.joints(place.id)
        }
      end

      def cable(cable_end)
        wires = cable_end.wires.map { |wire| wire(cable_end, wire) }
        { **BoxParts.cable(cable_end.id, cable_end.type, wires), "leads_to" => leads_to(cable_end) }.compact
      end

      # Where a cable most likely leads
      def leads_to(cable_end)
        place, share = destinations[cable_end.id]&.max_by(&:last)
        return unless place

        name = Naming.place(place)
        words = share < PLAIN ? "to #{name} #{Wording.percent(share)}" : "to #{name}"
        { "place" => place, "name" => name, "share" => share.round(3), "words" => words }
      end

      def wire(cable_end, wire)
        point = cable_end.point(wire)
        BoxParts.wire(
          point,
          wire.color,
          @situation.tapes[point] || wire.tape,
          touches: touches(cable_end.place, point),
          roles: roles.fetch(point, {}).map { |role, share| role(role, share) }
        )
      end

      def role(role, share)
        percent = Wording.percent(share)
        { "role" => role, "share" => share.round(3), "sure" => share >= SURE, "percent" => percent }
      end

      # What a conductor is joined with, in words.
      def touches(place, point)
        joint = @situation.joints(place).find { |one| one.include?(point) } || []
        others = joint - [point]
        others.empty? ? "loose" : others.map { |other| Naming.point(other) }.join(", ")
      end

      def roles
        @roles ||=
          begin
            believed = @session.findings.roles
            if solved?
              believed.merge(@session.findings.proved_roles.transform_values { |role| { role => 1.0 } })
            else
              believed
            end
          end
      end

      def solved? = @session.next.is_a?(Session::Conclusion) && @session.next.status == "solved"

      def region = @session.job.region

      def tabs(row, kind)
        kind.tabs.map { |name, between| { "name" => name, "between" => between, "intact" => row[name] != "removed" } }
      end

      def destinations = @destinations ||= @session.findings.destinations

      def devices(place)
        found = @situation.open?(place.id) ? @situation.opened[place.id]["devices"] : []
        found.map do |row|
          kind = Trade::DeviceKind[@situation.kind_of(row["id"]) || row["kind"]]
          shown =
            BoxParts.device(
              row,
              kind,
              screws(row, kind),
              region,
              position: @situation.positions[row["id"]],
              replaced: @situation.arrangement.kinds.key?(row["id"])
            )
          shown.merge("kind" => kind.name, "term" => region.term(told(row) || kind), "tabs" => tabs(row, kind))
        end
      end

      # What a switch without marks has shown itself to be on the bench
      # @return [Trade::DeviceKind, nil]
      def told(row)
        name = @situation.recognized(row["id"]) if @situation.unmarked.key?(row["id"])
        name && Trade::DeviceKind[name]
      end

      # The screws, each with its mark, and with what the bench test showed it to be
      def screws(row, kind)
        plain =
          told(row)&.then do |known|
            Trade::DeviceKind[known.plain].screws.to_h do |screw|
              [known.mark(screw["terminal"]), region.labeled(known, screw)["label"]]
            end
          end
        # A device that was replaced may have another face.
        face = row["face"] unless @situation.arrangement.kinds.key?(row["id"])
        kind
          .screws(face)
          .map do |screw|
            shown = region.labeled(kind, screw)
            if plain&.key?(screw["terminal"]) && screw["terminal"] != kind.ground
              shown.merge("label" => "#{shown["label"]} #{plain[screw["terminal"]]}")
            else
              shown
            end
          end
      end
    end
  end
end

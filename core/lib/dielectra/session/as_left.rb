# frozen_string_literal: true

module Dielectra
  module Session
    # A house as a job leaves it: what the next job at the house starts from (Evidence::Memory).
    class AsLeft
      # Posterior that a role or a link needs to be remembered
      SURE = 0.9

      # @param session [Troubleshooting, Change]
      def initialize(session)
        @session = session
        @situation = session.situation
      end

      # @return [Hash] in the form of `remembered` in a job file, without its age: `places` with the contents of the
      #   opened boxes, `links`, `roles`, `foreign` cable ends of other circuits and the `breakers` of those, and
      #   `benched` devices
      def to_h
        {
          "places" => @situation.opened.keys.to_h { |place| [place, contents(place)] },
          "links" => links,
          "roles" => roles,
          "foreign" => @situation.foreign,
          "breakers" => @situation.other_breakers,
          "benched" =>
            @situation.benched.map do |(device, raised), closed|
              { "device" => device, "position" => raised ? "up" : "down", "closed" => closed }
            end
        }
      end

      private

      def contents(place)
        found = @situation.opened.fetch(place)
        {
          **found.slice("enclosure", "volume_in3", "gangs"),
          "cable_ends" => found["cable_ends"].map { |row| taped(row) },
          "devices" => found["devices"].map { |row| device(row) },
          "joints" => @situation.joints(place).select { |joint| joint.size > 1 }.map { |joint| { "points" => joint } }
        }
      end

      def taped(row)
        wires =
          row["conductors"].map do |wire|
            { **wire, "tape" => @situation.tapes["#{row["id"]}.#{wire["id"]}"] || wire["tape"] }.compact
          end
        row.merge("conductors" => wires)
      end

      def device(row)
        now = @situation.arrangement.kinds[row["id"]] or return row
        broken = Trade::KindName.broken_tabs(now).to_h { |tab| [tab, "removed"] }
        # A new device has a face and a toggle of its own.
        row.except("face", "on_off_marked").merge("kind" => Trade::KindName.plain(now), **broken)
      end

      def links = @session.findings.links.select { |_, share| share >= SURE }.map { |ends, _| ends.sort }

      def roles
        findings = @session.findings
        ended = @session.next
        return findings.grounds.merge(findings.proved_roles) if ended.is_a?(Conclusion) && ended.status == "solved"

        findings.roles.filter_map { |point, shares| best(point, shares) }.to_h
      end

      def best(point, shares)
        role, share = shares.max_by(&:last)
        [point, role] if share && share >= SURE
      end
    end
  end
end

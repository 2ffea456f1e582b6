# frozen_string_literal: true

module Dielectra
  module Presentation
    # What a job starts from because earlier jobs left it known, and where a box turns out otherwise.
    class OnRecord
      # Most differences told of a box
      MOST = 4

      # @param session [Session::Troubleshooting, Session::Change]
      def initialize(session)
        @job = session.job
        @situation = session.situation
        @memory = @job.memory
      end

      # @return [Hash, nil] `days`, `brief`, `words`, `left` ("As left 4 weeks ago"), `boxes` (each drawn as it was
      #   left), and `different` (place and sentences); nil for a house that nothing is known of
      def to_h
        return unless @memory

        {
          "days" => @memory.days,
          "brief" => brief,
          "words" => words,
          "left" => "As left #{OnRecord.ago(@memory.days)}",
          "boxes" => @memory.places.map { |place, left| FoundBox.new(place, left, @job.region).to_h },
          "different" => different
        }
      end

      # @return [Array<Hash>] opened boxes that are not as they were left: `place` and `sentences`
      def different
        opened = @memory ? @memory.places.keys.select { |place| @situation.open?(place) } : []
        opened
          .map { |place| { "place" => place, "sentences" => sentences(place) } }
          .reject { |row| row["sentences"].empty? }
      end

      # @param days [Numeric]
      # @return [String] "three weeks ago"
      def self.ago(days)
        return "today" if days < 1
        return days.round == 1 ? "yesterday" : "#{days.round} days ago" if days < 21
        return "#{(days / 7).round} weeks ago" if days < 70
        return "#{(days / 30.4).round} months ago" if days < 550

        "#{(days / 365.0).round} years ago"
      end

      private

      def brief
        count = @memory.places.size
        "#{count == 1 ? "One box" : "#{count} boxes"} on record, left #{OnRecord.ago(@memory.days)}"
      end

      def words
        names = Naming.list(@memory.places.keys.map { |place| Naming.place(place) })
        "On record, as left #{OnRecord.ago(@memory.days)}: #{names}. Boxes may have changed since."
      end

      def sentences(place)
        left = @memory.places.fetch(place)
        found = @situation.opened.fetch(place)
        return ["The cables are not the ones on record."] if cables(left) != cables(found)

        devices(left, found) + moved(left, found).first(MOST)
      end

      def cables(box) = box["cable_ends"].map { |row| row["conductors"].map { |wire| wire["color"] }.sort }.sort

      def devices(left, found)
        kinds = found["devices"].to_h { |row| [row["id"], row["kind"]] }
        left["devices"]
          .select { |row| kinds.key?(row["id"]) && kinds[row["id"]] != row["kind"] }
          .map { |row| "#{row["id"]} was a #{term(row["kind"])}. Now it is a #{term(kinds[row["id"]])}." }
      end

      def term(kind) = @job.region.term(Trade::DeviceKind[kind])

      # Conductors that touch something else now
      def moved(left, found)
        before, now = [left, found].map { |box| mates(box) }
        (before.keys & now.keys)
          .select { |point| PointId.conductor?(point) && before[point] != now[point] }
          .map { |point| "#{upcase(Naming.point(point))} was #{on(before[point])}. Now it is #{on(now[point])}." }
      end

      def mates(box)
        joints = box["joints"].map { |joint| joint["points"] }
        box["cable_ends"]
          .flat_map { |row| row["conductors"].map { |wire| "#{row["id"]}.#{wire["id"]}" } }
          .to_h { |point| [point, (joints.find { |joint| joint.include?(point) } || []).sort - [point]] }
      end

      def on(mates)
        return "loose" if mates.empty?

        "joined to #{Naming.list(mates.map { |point| Naming.point(point) })}"
      end

      def upcase(words) = words[0].upcase + words[1..]
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Evidence
    # What earlier jobs at a house know of the boxes of a new one, in the words of the new one: a device keeps its place
    # from job to job, but not its name.
    class Recall
      # @param job [Job] the new one
      # @param memories [Array<Array(Hash, Numeric)>] what each job left (Session::AsLeft), with its age in days,
      #   youngest first
      def initialize(job, memories)
        @job = job
        @memories = memories
      end

      # @return [Hash, nil] `remembered` of the new job's file; nil where nothing fits
      def to_h
        known = @job.boxes.map(&:id).filter_map { |place| youngest(place) }
        return if known.empty?

        known.reduce({ "days" => known.map(&:last).max, **EMPTY }) { |all, row| merged(all, *row) }
      end

      EMPTY = {
        "places" => {
        },
        "links" => [],
        "roles" => {
        },
        "foreign" => {
        },
        "breakers" => {
        },
        "benched" => []
      }.freeze
      private_constant :EMPTY

      private

      # @return [Array(String, Hash, Hash, Numeric), nil] the place, what was left of it, new names, and its age
      def youngest(place)
        @memories.each do |left, days|
          box = left["places"][place] or next
          names = renamed(place, box["devices"]) or next
          return place, left, names, days
        end
        nil
      end

      # @return [Hash{String => String}, nil] new names of devices; nil where the new job has others in the place
      def renamed(place, rows)
        switches, others = rows.partition { |row| Trade::DeviceKind[row["kind"]].switch? }
        items = @job.devices_at(place)
        controls, loads = items.partition { |item| @job.controls.any? { |control| control.device == item.id } }
        return if switches.size != controls.size || others.size != loads.size

        (switches.zip(controls.sort_by { |item| item.gang || 0 }) + others.zip(loads)).to_h do |row, item|
          [row["id"], item.id]
        end
      end

      def merged(all, place, left, names, _days)
        ends = left["places"][place]["cable_ends"].map { |row| row["id"] }
        {
          **all,
          "places" => all["places"].merge(place => box(left["places"][place], names)),
          "links" => all["links"] | left["links"].select { |pair| pair.intersect?(ends) },
          "roles" => all["roles"].merge(left["roles"].select { |point, _| ends.include?(PointId.owner(point)) }),
          "foreign" => all["foreign"].merge(left["foreign"].slice(place)),
          "breakers" => all["breakers"].merge((left["breakers"] || {}).slice(place)),
          "benched" =>
            all["benched"] +
              left["benched"].filter_map { |row| names[row["device"]]&.then { |id| row.merge("device" => id) } }
        }
      end

      def box(found, names)
        found.merge(
          "devices" => found["devices"].map { |row| row.merge("id" => names.fetch(row["id"])) },
          "joints" =>
            found["joints"].map do |joint|
              joint.merge("points" => joint["points"].map { |point| PointId.renamed(point, names) })
            end
        )
      end
    end
  end
end

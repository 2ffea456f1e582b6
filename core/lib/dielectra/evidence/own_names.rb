# frozen_string_literal: true

module Dielectra
  module Evidence
    # Names of devices as a box was written down, where they are the names of devices elsewhere: whoever drew `S1` in
    # the porch although S1 is the hall switch meant the switch of the porch.
    class OwnNames
      # @param step [Hash] with its answer
      # @param situation [Situation] before it
      # @return [Hash] the same with every device of an opened box by a name of its own
      def self.of(step, situation)
        return step unless step["do"] == "open" && step.dig("answer", "found", "devices").is_a?(Array)

        new(step, situation).step
      end

      # @param id [String] of a device in a box
      # @param place [String] of the box
      # @return [String, nil] where a device of that name is, if it is not there
      def self.elsewhere(id, place, situation)
        job = situation.job
        return id if job.place(id)

        listed = (job.controls + job.loads).select { |item| item.device == id }.map(&:place)
        opened = situation.opened.select { |_, found| found["devices"].any? { |row| row["id"] == id } }.keys
        others = (listed + opened).uniq
        others.first unless others.empty? || others.include?(place)
      end

      def initialize(step, situation)
        @step = step
        @place = step["place"]
        @situation = situation
        @found = step.dig("answer", "found")
      end

      # @return [Hash]
      def step
        renamed = names
        return @step if renamed.empty?

        rename = ->(point) { PointId.renamed(point, renamed) }
        found = {
          **@found,
          "devices" => @found["devices"].map { |row| row.merge("id" => renamed.fetch(row["id"], row["id"])) },
          "joints" => @found["joints"].map { |joint| joint.merge("points" => joint["points"].map(&rename)) }
        }
        found["remarks"] = @found["remarks"].map { |row| row.merge("point" => rename[row["point"]]) } if @found[
          "remarks"
        ]
        @step.merge("answer" => @step["answer"].merge("found" => found))
      end

      private

      # @return [Hash{String => String}]
      def names
        ids = @found["devices"].map { |row| row["id"] }
        free = (@situation.job.devices_at(@place).map(&:id) + here).uniq - ids
        strays = ids.select { |id| OwnNames.elsewhere(id, @place, @situation) }
        strays.to_h { |id| [id, free.shift || "#{id}_#{@place}"] }
      end

      # Listed switches and loads of the box that the goal does not use
      def here
        job = @situation.job
        (job.controls + job.loads).select { |item| item.place == @place }.map(&:device)
      end
    end
  end
end

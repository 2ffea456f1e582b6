# frozen_string_literal: true

module Dielectra
  module Evidence
    # Differences between a house and the job's list: the breaker that really feeds it, switches and outlets that nobody
    # listed, two toggles on a yoke where one was listed, a device under another name. The house counts, not the list.
    #
    #   roster = Roster.of(job, situation)
    #   roster.job            # the job with all that taken over
    #   roster.translate(step)  # a step in the names of that job
    class Roster
      # Stands for the breaker of a circuit that nobody has found yet
      UNKNOWN = "unknown_breaker"
      # It is taken to be on, whatever else is off
      UNKNOWN_STATE = "on"
      FIXTURES = %w[luminaire fan fan_light receptacle].freeze

      # @param job [Job] as listed
      # @param situation [Situation] after the steps so far, in whatever names
      def self.of(job, situation) = new(job, situation)

      def initialize(job, situation)
        @listed = job
        @situation = situation
        @log = situation.breaker_log
        @renamed = {}
        @toggles = {}
        @more_controls = []
        @more_loads = []
        situation.opened.each { |place, found| take(place, found) }
      end

      # @return [Hash] the document of the job as it has turned out, without steps
      def document
        @document ||=
          @listed.document.merge(
            "steps" => [],
            "breakers" => breaker_rows,
            "controls" => control_rows,
            "loads" => load_rows,
            "wanted" => wanted
          )
      end

      # @return [Hash{String => String}] name that the job lists => the name that is used from now on
      def names = @names ||= @renamed.merge(@toggles)

      # @return [Boolean] whether anything differs from a job
      # @param job [Job]
      def differs?(job) = document.except("steps") != job.document.except("steps")

      # @param step [Hash] with or without its answer
      # @return [Hash] the same with devices by the names that are used now
      def translate(step)
        return step if names.empty?

        changed = step.dup
        changed["device"] = renamed(step, step["device"]) if step["device"]
        changed["load"] = names.fetch(step["load"], step["load"]) if step["load"]
        changed["positions"] = step["positions"].transform_keys { |id| names.fetch(id, id) } if step["positions"]
        lights = step.dig("answer", "loads")
        changed["answer"] = step["answer"].merge("loads" => lights.transform_keys { |id| named_load(id) }) if lights
        changed
      end

      private

      # A toggle is thrown by its own name; a device is replaced as a whole.
      def renamed(step, id)
        name = names.fetch(id, id)
        %w[set wiggle].include?(step["do"]) ? name : PointId.device(name)
      end

      def named_load(id)
        head, dot, part = id.partition(".")
        "#{@renamed.fetch(head, head)}#{dot}#{part}"
      end

      # --- what a box holds

      def take(place, found)
        return if @listed.new_places.any? { |one| one.id == place }

        rows = found["devices"].reject { |row| @listed.goal.new_ids.include?(row["id"]) }
        switches = rows.select { |row| switch?(row) }
        take_switches(place, switches, found["toggles"] || {})
        take_fixtures(place, rows.select { |row| FIXTURES.include?(row["kind"]) })
      end

      def switch?(row) = Trade::DeviceKind.known?(row["kind"]) && Trade::DeviceKind[row["kind"]].switch?

      def take_switches(place, rows, said)
        listed =
          @listed.controls.select { |control| control.place == place && !@situation.retired.include?(control.id) }
        yokes, plain = rows.partition { |row| row["kind"] == "combination" }
        ids = rows.map { |row| row["id"] }
        left = yokes.reduce(listed) { |some, row| take_yoke(place, row, some, said, ids) }
        unlisted(left, plain).each do |row|
          @more_controls << { "id" => row["id"], "place" => place, **row.slice("on_off_marked") }
        end
      end

      # Two toggles where one or two switches were listed. Which one was meant is told, or goes by their order.
      # @return [Array<Job::Control>] listed ones that are not on it
      def take_yoke(place, row, listed, said, ids)
        id = row["id"]
        toggles = ["#{id}.1", "#{id}.2"]
        known = listed.select { |control| toggles.include?(control.id) }
        own = listed - known
        meant = said.select { |name, toggle| own.any? { |one| one.id == name } && toggles.include?(toggle) }
        free = toggles - known.map(&:id) - meant.values
        rest = own.reject { |one| meant.key?(one.id) || (one.id != id && ids.include?(one.device)) }
        rest.zip(free).each { |one, toggle| meant[one.id] = toggle if toggle }
        @toggles.merge!(meant)
        (toggles - known.map(&:id) - meant.values).each do |toggle|
          @more_controls << { "id" => toggle, "place" => place, **row.slice("on_off_marked") }
        end
        listed - known - own.select { |one| meant.key?(one.id) }
      end

      # A switch that is missing and one that nobody listed are one and the same, under another name.
      # @return [Array<Hash>] those left that nobody listed
      def unlisted(listed, rows)
        missing = listed.reject { |control| rows.any? { |row| row["id"] == control.device } }
        strange = rows.reject { |row| listed.any? { |control| control.device == row["id"] } }
        missing
          .zip(strange)
          .each { |control, row| @renamed[control.id] = row["id"] if row && control.id == control.device }
        strange.reject { |row| @renamed.value?(row["id"]) }
      end

      def take_fixtures(place, rows)
        listed = @listed.loads.select { |load| load.place == place }
        missing = listed.reject { |load| rows.any? { |row| row["id"] == load.id } }
        unlisted = rows.reject { |row| @listed.loads.any? { |load| load.id == row["id"] } }
        missing.each do |load|
          row = unlisted.find { |one| one["kind"] == load.kind } or next
          @renamed[load.id] = row["id"]
          unlisted -= [row]
        end
        outlets = unlisted.select { |row| row["kind"] == "receptacle" }
        outlets.each { |row| @more_loads << { "id" => row["id"], "place" => place, "kind" => row["kind"] } }
      end

      # --- the job as it has turned out

      def control_rows
        rows =
          @listed.document["controls"].map do |row|
            name = names.fetch(row["id"], row["id"])
            name == row["id"] ? row : row.merge("id" => name)
          end
        (rows + @more_controls).map { |row| row.merge({ "kind" => with_neutral(row["id"], row["place"]) }.compact) }
      end

      # The kind of a switch that takes the neutral, where it was found with a conductor on it
      def with_neutral(id, place)
        row = (@situation.opened.dig(place, "devices") || []).find { |one| one["id"] == id }
        return unless row && Trade::DeviceKind.known?(row["kind"]) && Trade::DeviceKind[row["kind"]].neutral?

        joint = @situation.found_joints(place).find { |points| points.include?("#{id}.neutral") } || []
        grounded = joint.any? { |point| PointId.metal?(point) } || joint.intersect?(@situation.grounds(place))
        row["kind"] if joint.any? { |point| PointId.conductor?(point) } && !grounded
      end

      def load_rows
        rows = @listed.document["loads"].map { |row| row.merge("id" => @renamed.fetch(row["id"], row["id"])) }
        rows + @more_loads
      end

      # Every name in `wanted` that is used otherwise now
      def wanted
        said = @listed.wanted
        said = said.merge("was" => was) if was.any?
        return said if names.empty? && partners.empty?

        control = said["control"]&.to_h { |load, by| [named_load(load), by.map { |id| names.fetch(id, id) }] }
        {
          **said,
          "control" => control&.merge(partners),
          "always" => said["always"]&.map { |load| named_load(load) },
          "fit" => said["fit"]&.transform_keys { |id| names.fetch(id, id) },
          "retire" => said["retire"]&.map { |id| names.fetch(id, id) }
        }.compact
      end

      # Toggles that share a yoke with one of the job, and the loads they were seen to work. They are part of the job
      # then, since nothing in their box can be understood or moved without them.
      # @return [Hash{String => Array<String>}]
      def partners
        @partners ||=
          begin
            goal = @listed.goal
            yokes =
              @listed
                .controls
                .group_by(&:device)
                .values
                .select { |some| some.size > 1 && some.intersect?(goal.controls) }
            boxes = yokes.map { |some| some.first.place }
            free = @listed.controls.select { |one| boxes.include?(one.place) && !goal.controls.include?(one) }
            seen = @situation.workings.seen.slice(*free.map(&:id)).reject { |_, load| goal.works.key?(load) }
            seen.values.tally.values.all?(1) ? seen.to_h { |toggle, load| [load, [toggle]] } : {}
          end
      end

      # What a switch works now that is to work another load, as it was seen
      # @return [Hash{String => Array<String>}]
      def was
        return {} unless @listed.wanted["kind"] == Goals::Change::MOVE

        movers = @listed.goal.works.values.flatten
        @situation.workings.seen.slice(*movers).to_h { |control, load| [load, [control]] }
      end

      # --- breakers

      def breaker_rows
        listed = @listed.document["breakers"]
        own = OwnBreakers.new(@listed, @situation, known_devices).to_a
        rows = own.map { |id| row_of(listed, id) }
        others = (listed.map { |row| row["id"] } - own).map { |id| row_of(listed, id).merge("other" => true) }
        rows + others
      end

      def row_of(listed, id)
        row = listed.find { |one| one["id"] == id } || { "id" => id, "found" => true }
        @log.amps.key?(id) ? row.merge("amps" => @log.amps[id]) : row
      end

      # Devices of the job, under whatever name
      def known_devices =
        @listed.goal.controls.map(&:device) + @listed.loads.map(&:id) + @renamed.values +
          @toggles.values.map { |one| PointId.device(one) }
    end
  end
end

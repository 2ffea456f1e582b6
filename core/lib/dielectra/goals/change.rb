# frozen_string_literal: true

module Dielectra
  module Goals
    # A change that is asked for, seen from its two ends: the job as the house stands, in which the controls there are
    # work the loads there are; and the job once the change is made, in which what is new counts as there.
    class Change
      # Fields of `wanted` that allow work on the house
      WORK = %w[new places fit retire runs swap].freeze
      # A switch that is not there yet
      SWITCH = "switch"

      # @param document [Hash] of a job
      def initialize(document)
        @document = document
        @wanted = document["wanted"]
      end

      # @return [Hash] the job document of the house as it stands
      def before =
        @document.merge(
          "wanted" => {
            "kind" => "restore",
            "control" => existing,
            "as_is" => true,
            **(moved? ? { "live" => steady_now } : {}),
            **@wanted.slice(*WORK)
          }
        )

      # @return [Hash] the job document of the house as it shall be
      def after
        retired = @wanted["retire"] || []
        switches, loads = (@wanted["new"] || []).partition { |row| row["kind"] == SWITCH }
        @document.merge(
          "places" => @document["places"] + (@wanted["places"] || []),
          "controls" =>
            @document["controls"].reject { |row| retired.include?(row["id"]) } +
              switches.map { |row| row.slice("id", "place") },
          "loads" => @document["loads"] + loads,
          "wanted" => @wanted.merge("kind" => "restore", "control" => works, "live" => live | new_live)
        )
      end

      # A switch that is to work another load than it does now
      MOVE = "move"

      private

      def moved? = @wanted["kind"] == MOVE

      # What the switches work now that are to work something else: as it was seen; until then the first load that is to
      # be live is taken for it.
      # @return [Hash{String => Array<String>}] load => controls
      def worked_now =
        @wanted["was"] || { (live - works.keys).first => works.values.flatten.uniq }.reject { |load, _| load.nil? }

      # Loads that are live in every position as the house stands
      def steady_now = (live | works.keys.select { |name| known_loads.include?(name) }) - existing.keys

      def works = @wanted["control"] || {}

      def always = @wanted["always"] || []

      def known_loads = @known_loads ||= @document["loads"].map { |row| row["id"] }

      def known_controls = @known_controls ||= @document["controls"].map { |row| row["id"] }

      # Loads, or halves, that are to be live in every position and that the job knows of
      def live = always.select { |name| known_loads.include?(LoadPart.parse(name).load) }

      # New loads that are to be live in every position
      def new_live
        added = (@wanted["new"] || []).reject { |row| row["kind"] == SWITCH }.map { |row| row["id"] }
        always.select { |name| added.include?(LoadPart.parse(name).load) }
      end

      # Which controls work which loads now: as wanted, without what is new. A control that shall work something new,
      # or be taken out, works what shall be live always.
      def existing
        return worked_now if moved?

        kept =
          works
            .select { |name, _| known_loads.include?(LoadPart.parse(name).load) }
            .to_h { |name, controls| [whole(name), controls & known_controls] }
        idle = known_controls - kept.values.flatten
        idle &= works.values.flatten | (@wanted["retire"] || [])
        freed = live.map { |name| whole(name) }.uniq - kept.keys
        return beside(kept, idle & (@wanted["retire"] || [])) if freed.empty? || idle.empty?

        kept.merge(freed.to_h { |name| [name, idle] })
      end

      # A switch that is to be taken out, and frees nothing, works the first loads together with those that stay.
      def beside(kept, retired)
        first = kept.each_value.find(&:any?)
        kept.transform_values { |controls| first && controls == first ? controls | retired : controls }
      end

      # A half of a receptacle that is to be split counts as the whole of it.
      def whole(name)
        part = LoadPart.parse(name)
        part.half&.match?(/\A\d+\z/) ? part.load : name
      end
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Evidence
    # Lights and fans that nobody listed, and what they changed with: a toggle that was thrown, a breaker, wires that
    # were moved.
    class Elsewhere
      # One change that a look showed. `light` is its name or place, `shows` what it does since, `with` the one thing
      # that was done since the look before.
      Change = Struct.new(:light, :shows, :number, :with, keyword_init: true)

      # Kinds of steps that may change a light
      ACTS = %w[set breaker arrange].freeze

      # @param log [Log]
      # @param job [Job] as it has turned out
      def initialize(log, job)
        @log = log
        @listed = job.loads.map(&:id)
      end

      # @return [Array<Change>] each light with each thing it changed with, once; in the order they were seen
      def changes = @changes ||= found.uniq { |change| [change.light, act(change.with)] }

      # @return [Hash{String => Array<String>}] toggle => lights that nobody listed and that changed with it
      def works =
        changes
          .select { |change| change.with.kind == "set" }
          .group_by { |change| change.with["device"] }
          .transform_values { |some| some.map(&:light) }

      # @return [Boolean] whether such a light came on when wires were moved in a box, and is still on
      def lit_by?(place)
        now = last
        found.any? do |change|
          change.with.kind == "arrange" && change.with["place"] == place && change.shows != "off" &&
            now[change.light] != "off"
        end
      end

      private

      # Identifies what was done. A toggle thrown up and the same toggle thrown down are one.
      def act(entry) = [entry.kind, entry["device"], entry["place"]]

      # What each light showed when it was last seen
      def last = @log.select { |entry| look?(entry) }.reduce({}) { |shown, entry| shown.merge(lights(entry)) }

      # Whether a step's answer may tell of other lights. A report is what somebody else saw, earlier.
      def look?(entry) = entry.step.class::ANSWER.key?("also") && entry.done? && entry.kind != "report"

      def found
        shown = {}
        done = []
        @log.each_with_index.flat_map do |entry, index|
          done << entry if ACTS.include?(entry.kind) && entry.done?
          next [] unless look?(entry)

          rows = changed(entry, index + 1, shown, done)
          shown.merge!(lights(entry))
          done = []
          rows
        end
      end

      # Lights that differ from the look before, where one thing explains it
      def changed(entry, number, shown, done)
        with = cause(done) or return []

        said = entry.answer["also"] || {}
        lights(entry)
          .select { |light, shows| said.key?(light) || (shown.key?(light) && shown[light] != shows) }
          .map { |light, shows| Change.new(light:, shows:, number:, with:) }
      end

      # Wires that were moved, whatever was switched for it; or else the only toggle or breaker
      def cause(done)
        moved = done.select { |entry| entry.kind == "arrange" }
        return(moved.last if moved.map { |entry| entry["place"] }.uniq.one?) if moved.any?

        devices = done.map { |entry| entry["device"] }.uniq
        done.last if devices.one?
      end

      def lights(entry) = (entry.answer["loads"] || {}).except(*@listed).merge(entry.answer["also"] || {})
    end
  end
end

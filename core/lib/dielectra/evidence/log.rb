# frozen_string_literal: true

module Dielectra
  module Evidence
    # The steps taken so far, in order, each with its answer and the situation before and after it. Immutable.
    class Log
      include Enumerable

      # One step with its answer. `minutes` is the time it took by the cost table. `news` is true if its answer added an
      # observation. `trial` is true if it was the test required before power comes on.
      Entry =
        Struct.new(:step, :before, :after, :minutes, :news, :trial, keyword_init: true) do
          # @return [Hash] the step in the form of the protocol, with its answer
          def fields = step.fields

          def [](name) = step[name]

          def answer = step.answer

          # @return [String] what the step is called in the protocol
          def kind = step.class.label

          # @return [Integer, String] its number, or the name of a report
          def number = fields["id"]

          # @return [Hash] the step as it was asked for, without number and answer
          def question = fields.except("id", "answer")

          # @return [Boolean] whether it was neither refused nor answered with "unsure"
          def done? = Steps.done?(fields)

          def refused? = answer.key?("cannot")

          def unsure? = answer.key?("unsure")

          # @return [Boolean] whether a breaker was seen, or said, to have tripped
          def tripped? = !!answer["breakers"]&.value?("tripped")
        end

      def self.empty = new([])

      # @param entries [Array<Entry>]
      def initialize(entries)
        @entries = entries.freeze
      end

      # @return [Log] with one entry more
      def with(entry) = Log.new(@entries + [entry])

      def each(&) = @entries.each(&)

      def to_a = @entries

      def size = @entries.size

      def last(...) = @entries.last(...)

      # @return [Array<Hash>] every step in the form of the protocol
      def steps = @steps ||= @entries.map(&:fields).freeze

      # @return [Float] minutes of all steps
      def minutes = @entries.sum(0.0, &:minutes)

      # @param kinds [Array<String>] as they are called in the protocol
      # @return [Array<Entry>] of those kinds, neither refused nor unsure
      def done(*kinds) = @entries.select { |entry| kinds.include?(entry.kind) && entry.done? }

      # @param tool [String, nil] any where nil
      # @return [Array<Entry>] answered readings with a meter or tester
      def readings(tool = nil) = done("probe").select { |entry| tool.nil? || entry["tool"] == tool }

      # @param points [Array<String>] in either order
      # @return [Array<Entry>] readings between two points
      def readings_between(points, tool = nil) = readings(tool).select { |entry| entry["at"].sort == points.sort }

      # @return [Array<Entry>] steps that were refused, and not done later
      def refused
        done = @entries.select(&:done?).map(&:question)
        @entries.select { |entry| entry.refused? && !done.include?(entry.question) }
      end

      # @param place [String, nil] any box where nil
      # @return [Log] the steps after wires were last moved there; all steps if none were
      def since_moved(place = nil)
        at = @entries.rindex { |one| one.kind == "arrange" && one.done? && (place.nil? || one["place"] == place) }
        Log.new(@entries.drop((at || -1) + 1))
      end

      # @return [Array<Arrangement>] the arrangements since the last new observation
      def visited = @entries.drop(@entries.rindex(&:news) || 0).map { |entry| entry.after.arrangement }
    end
  end
end

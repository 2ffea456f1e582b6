# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # The observations of the latest step. Tells whether they call for a new list of hypotheses.
    class NewEvidence
      # @return [Array<Observation>] those of this step
      attr_reader :seen
      # @return [Array<String>] boxes whose unmarked switch has just been identified
      attr_reader :recognized

      # @param world [World] as it was before the step
      # @param known [Array<Observation>] of the steps before
      # @param seen [Array<Observation>] of this one
      # @param before [Evidence::Situation]
      # @param after [Evidence::Situation]
      def initialize(world, known, seen, before, after)
        @world = world
        @known = known
        @seen = once(seen.map { |one| world.interned(one) })
        @before = before
        @after = after
        @recognized = after.unmarked.reject { |device, _| after.recognized(device) == before.recognized(device) }.values
        @intermittent = !world.intermittent? && @seen.any? { |one| one.reading == "flickers" || contradicted?(one) }
        @tripping = !world.tripping? && @seen.any? { |one| TRIPPABLE.include?(one.what) && one.reading == "tripped" }
      end

      TRIPPABLE = %i[breaker held].freeze
      private_constant :TRIPPABLE

      # @return [Array<Observation>] everything observed so far
      def all = @known + @seen

      # @return [Array<Observation>] everything observed so far, except how the lights behaved
      def without_lights = all.reject { |one| one.what == :lamp }

      # @return [Boolean] whether the first look at the breakers found one off or tripped: the customer's report says
      #   nothing of the wiring then
      def excuses? = @after.found_off? && @before.breakers_found.empty?

      # @return [Boolean] whether it is the first to suggest a fault that comes and goes
      def intermittent? = @intermittent

      # @return [Boolean] whether it is the first to show a breaker that trips
      def tripping? = @tripping

      # @return [Boolean] whether hypotheses that were not listed before have become possible
      def lists?
        recognized.any? || intermittent? || tripping? || parted? ||
          @after.opened_boxes.size > @before.opened_boxes.size || @after.foreign != @before.foreign
      end

      private

      # A breaker reported as tripping and then found tripped counts once.
      def once(seen) = @known.any? { |one| found_tripped?(one) } ? seen.reject { |one| found_tripped?(one) } : seen

      def found_tripped?(one) = one.what == :breaker && one.found && one.reading == "tripped"

      # Whether a light was watched with one of two breakers off for the first time
      def parted? = seen.any? { |one| one.what == :parted } && @known.none? { |one| one.what == :parted }

      # Whether a light behaved differently before in the same state
      def contradicted?(seen)
        seen.what == :lamp && seen.toggles.known? &&
          @known.any? do |other|
            other.what == :lamp && other.at == seen.at && other.toggles == seen.toggles &&
              other.arrangement == seen.arrangement && other.reading != seen.reading
          end
      end
    end
  end
end

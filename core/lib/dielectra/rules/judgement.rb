# frozen_string_literal: true

module Dielectra
  module Rules
    # How a rule stands in one respect: met, with what shows it; not met, with what to do; or not known, with what to
    # look at. A rule that does not apply has no judgement.
    Judgement =
      Struct.new(:state, :because) do
        # @param because [String] a sentence
        def self.met(because) = new(:met, because)

        def self.not_met(because) = new(:not_met, because)

        def self.unknown(because) = new(:not_known, because)
      end

    # What judgements of one rule come to
    class Judgement
      # The most urgent first
      STATES = %i[not_met not_known met].freeze

      # @param some [Array<Judgement>]
      # @return [Judgement, nil] the most urgent of them, with what all of that state say; nil for none
      def self.together(some)
        state = STATES.find { |name| some.any? { |one| one.state == name } } or return
        new(state, some.select { |one| one.state == state }.map(&:because).uniq.join(" "))
      end
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Physics
    # Reading errors: the probability of a reading given the truth. The rates are data (priors.json): answers written
    # down wrong, and ghost voltage on floating conductors beside a live one.
    module Uncertainty
      FULL = 0.6
      NOTHING = 0.03

      module_function

      # @return [Float] share of answers that are wrong for no reason but people
      def error = Trade.priors.fetch("answer_error")

      # @return [Float] probability of a yes or no, given the truth
      def matches(predicted, seen) = predicted == seen ? 1 - error : error

      # @param ghost [Float] how often a floating conductor here shows what is not there
      # @return [Float] probability that a detector does what it was seen to do, over a conductor that floats
      def floating_glow(glow, ghost = Trade.priors.dig("ghost", "detector") * 0.5) = glow ? ghost : 1 - ghost

      # @param share [Float] volts read, as a share of the supply
      # @param ghost [Float] as above; a tester of low impedance shows none
      # @return [Float] probability of a reading between a floating conductor and anything else
      def floating_volts(share, ghost = Trade.priors.dig("ghost", "volts"))
        { full: error, nothing: 1 - ghost - error, floating: [ghost, error].max }.fetch(volts_class(share))
      end

      # @return [Symbol] :full, :nothing, or :floating for what lies between
      def volts_class(share) = share >= FULL ? :full : (share <= NOTHING ? :nothing : :floating)

      # @return [Float] probability that a continuity tester sounds through so many ohms (nil is open): sure well below
      #   the threshold and well above it, even odds on it
      def beeps(ohms, below)
        return error if ohms.nil?

        (1 / (1 + ((ohms / below.to_f)**8))).clamp(error, 1 - error)
      end
    end
  end
end

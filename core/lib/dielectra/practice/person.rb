# frozen_string_literal: true

module Dielectra
  module Practice
    # The person in a simulated house, who is sometimes unsure and sometimes writes a reading down wrong
    class Person
      OPPOSITE = { "glow" => "dark", "dark" => "glow", "beep" => "silent", "silent" => "beep" }.freeze
      # The answers a slip can be made in, and among how many of the first the one slip of a job is.
      SLIPPERY = %w[reads volts ohms loads].freeze
      FIRST = 10
      # Ohms and volts written down for a circuit that has none, and volts that count as the supply's.
      COPPER = 0.2
      LIVE = 60

      # @param random [Random, nil] without one there are no errors
      # @param slips [Float, Symbol] share of readings written down wrong, or :one for one in the whole job
      # @param unsure [Float] share of questions answered with "unsure"
      # @param volts [Float] of the supply
      def initialize(random, slips:, unsure:, volts:)
        @random = random
        @slips = slips
        @unsure = unsure
        @volts = volts
      end

      # @return [Boolean] whether this question is answered with "unsure"
      def unsure? = @random && @unsure.positive? && @random.rand < @unsure

      # @param answer [Hash] the right one
      # @return [Hash] the one that is written down
      def heard(answer) = @random && slip?(answer) ? wrong(answer) : answer

      private

      def slip?(answer)
        return @random.rand < @slips unless @slips == :one
        return false unless answer.keys.intersect?(SLIPPERY)

        @left ||= @random.rand(1..FIRST)
        (@left -= 1).zero?
      end

      def wrong(answer)
        return answer.merge("reads" => OPPOSITE[answer["reads"]]) if answer["reads"]
        return answer.merge("ohms" => answer["ohms"] ? nil : COPPER) if answer.key?("ohms")
        return answer.merge("volts" => answer["volts"] > LIVE ? 0.0 : @volts) if answer["volts"]

        lights = answer["loads"]
        lights ? answer.merge("loads" => lights.transform_values { |light| light == "off" ? "on" : "off" }) : answer
      end
    end
  end
end

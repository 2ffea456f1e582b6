# frozen_string_literal: true

module Dielectra
  module Session
    # Everything works, nothing was done, and yet somebody called: the box of the nearest switch is looked into.
    class Unreproduced < Rule
      # How a trouble began that somebody saw or did, so that working now is no reason to believe it gone
      TOLD = %w[new_switch opened smell_or_heat after_water].freeze

      # @return [Step, nil]
      def step
        return unless unexplained_call? && @situation.opened.empty? && !@situation.found_off?
        return if @session.job.as_is? || @situation.arrangement != Evidence::Arrangement.as_found

        places = @session.job.controls.map(&:place).uniq
        place = places.find { |name| !@situation.declined?({ "do" => "open", "place" => name }) }
        place && @session.approach.open(place)
      end

      private

      # Whether the trouble began with something that is seen in a box only, or nobody said what it is
      def unexplained_call?
        began = @session.job.began
        TOLD.include?(began) || (began.nil? && @session.job.steps.empty?)
      end
    end
  end
end

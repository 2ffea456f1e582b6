# frozen_string_literal: true

module Dielectra
  module Session
    # Where two breakers feed the job: a look with one of them off. It costs next to nothing on the way to or from dead,
    # and nothing else shows that the lines of two circuits touch.
    class PartedLook < Rule
      # Probability that two circuits touch above which such a look is made for its own sake
      DOUBTED = 0.01

      # @return [Step, nil] the look, while just one breaker is off
      def step
        return unless parted? && looks(@situation.breakers).empty?

        look = @session.permits.looking.step(:watch)
        look unless @situation.declined?(look.to_h)
      end

      # @return [Step, nil] the way to such a look with all lights on, before a job is called right
      def before_leaving
        return if own.size != 2 || seen_lit? || 1 - @session.certainty < DOUBTED

        step = toward(lit)
        step unless step.nil? || @situation.declined?(step.to_h)
      end

      private

      def own = @session.job.breakers

      def parted? = @situation.breakers.values_at(*own).sort_by(&:to_s) == %w[off on]

      # @param positions [Hash{String => String}, nil] of the toggles for the look
      def toward(positions)
        return unless positions

        id, to = positions.find { |control, at| @situation.positions[control] != at }
        return @session.permits.thrown(id, to) if id

        @session.permits.looking.step(:breaker, device: own.last, to: "off")
      end

      # Looks under this arrangement with the breakers as they stand
      def looks(breakers)
        fed = own.each_index.select { |number| breakers[own[number]] == "on" }
        parted.select { |seen| seen.fed == fed }
      end

      def parted
        @belief.observations.select { |seen| seen.what == :parted && seen.arrangement.equal?(@arrangement) }
      end

      # Whether such a look was made under this arrangement while a light burned
      def seen_lit? = parted.any? { |seen| seen.reading == "on" }

      # Positions in which every light was seen on
      def lit
        raised, = @session.proof.seen.find { |_, light| @session.job.goal.states(light).all?("on") }
        raised&.transform_values { |up| up ? "up" : "down" }
      end
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Presentation
    # What is left of the job if the likeliest explanation holds: legs, minutes, and walks to the panel
    class Ahead
      # @param session [Session::Troubleshooting, Session::Change]
      # @return [Ahead] for a session, whatever stage it is in
      def self.of(session)
        preparing = session.respond_to?(:surveying?) && session.surveying?
        (preparing && session.change_plans.any? { |plan, _| plan.possible? } ? AheadOfChange : self).new(session)
      end

      def initialize(session)
        @session = session
        @situation = session.situation
      end

      # @return [Hash] `minutes` expected, `spread` the least and the most that is likely, `walks` to the panel, `legs`
      #   in order
      def to_h
        if plan.nil? || @session.next.is_a?(Session::Conclusion)
          return { "minutes" => 0.0, "spread" => [0.0, 0.0], "walks" => 0, "legs" => [] }
        end

        {
          "minutes" => minutes.round(1),
          "spread" => spread.map { |one| one.round(1) },
          "walks" => walks,
          "legs" => legs.map { |title, detail| { "title" => title, "detail" => detail } }
        }
      end

      private

      def minutes = (@session.decision.action || @session.actions.first)&.value || 0.0

      # The 90% range: from the cheapest explanation to the dearest after the likeliest was tried in vain
      def spread
        expected_cost = @session.expected_cost
        work_state = Session::WorkState.of(@situation)
        prices =
          expected_cost
            .plans
            .zip(expected_cost.shares(expected_cost.weights))
            .map { |plan, share| [expected_cost.minutes(plan, work_state), share] }
            .sort
        least = at(prices, 0.05)
        most = at(prices, 0.95)
        [[least, minutes].min, [most + [minutes - least, 0.0].max, minutes].max]
      end

      # The price at a quantile of the belief
      def at(prices, mark)
        sum = 0.0
        prices.find { |_, share| (sum += share) >= mark }&.first || 0.0
      end

      def plan = @plan ||= @session.plan

      def hands? = plan.places.any?

      def walks = (hands? && !@situation.off? ? 1 : 0) + (hands? || @situation.power != "on" ? 1 : 0)

      def legs
        return [["Find out more", "The likeliest cause cannot be repaired from here."]] if plan.obstacle

        [*off, *plan.places.flat_map { |place| box(place) }, *lamp, *power, ["Watch every combination", combinations]]
      end

      def off = hands? && !@situation.off? ? [["Breaker off", nil]] : []

      def box(place)
        name = Naming.place(place)
        [
          *(@situation.open?(place) ? [] : [["Open the #{name} box", "write down what is there"]]),
          *(@situation.proved_dead?(place) ? [] : [["Prove #{name} dead", nil]]),
          ["Rewire in #{name}", work(place)]
        ]
      end

      def work(place)
        points = (plan.changed[place] || []).grep(PointId::CONDUCTOR).size
        kinds =
          plan.replacements_at(place).values.map { |kind| "a new #{@session.job.region.term(Trade::DeviceKind[kind])}" }
        tapes = plan.tapes_at(place).size
        [
          *kinds,
          ("#{points} conductor#{"s" if points > 1} to move" if points.positive?),
          ("joints made anew" if plan.remakes[place]),
          ("#{tapes} to tape" if tapes.positive?)
        ].compact.join(", ")
      end

      def lamp = plan.lamp ? [["A good lamp", nil]] : []

      def power = hands? || @situation.power != "on" ? [["Breaker on", nil]] : []

      def combinations
        left = hands? || plan.lamp ? @session.proof.combinations.size : @session.proof.missing.size
        "#{left} to watch"
      end
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Presentation
    # The next step together with the steps that a person does in the same move. Each stays a step of its own. Throwing
    # a toggle includes the look at the light, or the reading it is thrown for; a bench test includes both positions.
    class Parts
      # Aims for which a toggle is thrown to look at the light
      LOOKS = %i[throw watch].freeze

      # @param session [Session::Troubleshooting]
      # @param step [Session::Step] the next one
      # @param action [Session::Action, nil] what it is for
      def initialize(session, step, action)
        @session = session
        @step = step
        @action = action
      end

      # @return [Array<Hash>] in order; each with its `step`, a `title`, and `choices`, or the `answer` where there is
      #   only one; empty where the step stands alone
      def to_a
        case @step.do
        when "set"
          thrown_for
        when "bench"
          bench
        when "probe"
          chain.size > 1 ? chain.map { |step| asked(step.to_h) } : []
        else
          []
        end
      end

      # @return [Array<String>] the points of the reading that comes first
      def points = chain.find { |step| step.do == "probe" }&.then { |step| step["at"] }

      # @return [String, nil] what the reading has to be warned of
      def caution = chain.drop(1).filter_map { |step| Instruction.of(step.to_h, @session.situation)["caution"] }.first

      private

      # The step and what is done in the same go
      def chain = @chain ||= [@step, *chain_after(@step)]

      def chain_after(step)
        following = step.leads_to
        following && readable?(following) ? [following, *chain_after(following)] : []
      end

      # Whether one reads it where one stands, without another look at the plan
      def readable?(step) =
        step.do == "probe" &&
          @session.situation.place_of(step.to_h) == (@session.situation.place_of(@step.to_h) || @session.situation.at)

      def thrown_for
        return done(@step.to_h), asked({ "do" => "watch" }, @action) if looking?

        chain.size > 1 ? [done(@step.to_h), *chain.drop(1).map { |step| asked(step.to_h, @action) }] : []
      end

      # Whether the light is looked at right after this toggle
      def looking?
        return false unless @action
        return true if LOOKS.include?(@action.purpose)

        @action.purpose == :prove && @session.proof.next_missing&.then { |raised| thrown(raised) } == [@step["device"]]
      end

      # @return [Array<String>] toggles that stand otherwise
      def thrown(raised)
        positions = @session.situation.positions
        raised.keys.reject { |id| positions[id] && Trade::Position.raised?(positions[id]) == raised[id] }
      end

      def done(step) = { "step" => step, "title" => title(step), "answer" => { "ok" => true }, "choices" => [] }

      def asked(step, action = nil)
        choices = Choices.new(@session, step, (action if action&.answers)).to_a
        { "step" => step, "title" => title(step), "choices" => choices }
      end

      def title(step) = Instruction.of(step, @session.situation)["title"]

      # Both positions of a device on the bench
      def bench
        other = %w[up on].include?(@step["position"]) ? %w[down off] : %w[up on]
        kind = Trade::DeviceKind[@session.situation.kind_of(@step["device"])]
        position = other.find { |at| kind.positions.include?(at) } || other.first
        return [] if tried?(position)

        [@step.to_h, @step.to_h.merge("position" => position)].map do |step|
          asked(step).merge("title" => "Toggle #{step["position"]}")
        end
      end

      def tried?(position) =
        @session.log.any? do |entry|
          entry.kind == "bench" && entry["device"] == @step["device"] && entry["position"] == position
        end
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Presentation
    # What it takes until hands may go into a box, as one list with ticks: breaker off, cover off and written down,
    # proved dead.
    class Checklist
      # @param session [Session::Troubleshooting]
      # @param step [Session::Step] the next one
      # @param action [Session::Action, nil] what it is for
      def initialize(session, step, action)
        @session = session
        @situation = session.situation
        @step = step
        @action = action
      end

      # @return [Array<Hash>] each with `title` and `state`: done, now or later; empty where none is under way
      def to_a
        return [] unless place

        items.map { |title, done, now| { "title" => title, "state" => done ? "done" : (now ? "now" : "later") } }
      end

      private

      def place
        case @step.do
        when "open", "prove_dead"
          @step["place"]
        when "breaker"
          @action.subject if @step["to"] == "off" && @action&.purpose == :open
        end
      end

      def items
        name = Naming.place(place)
        breaker = (@situation.concerned - [Evidence::Roster::UNKNOWN]).join(", ")
        [
          ["Breaker #{breaker} off", @situation.off?, @step.do == "breaker"],
          ["#{name.capitalize}: cover off, write down what is there", @situation.open?(place), @step.do == "open"],
          ["Prove dead: live source, here, live source", @situation.proved_dead?(place), @step.do == "prove_dead"]
        ]
      end
    end
  end
end

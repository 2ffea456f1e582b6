# frozen_string_literal: true

module Dielectra
  module Presentation
    # What a step takes, as one list with ticks. Before hands go into a box: breaker off, cover off and written down,
    # proved dead. Before power comes on with boxes open: every loose end capped, by name, and every switch back in its
    # place.
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
        return before_power if @step.do == "breaker" && @step["to"] == "on" && @situation.opened.any?
        return [] if place.nil? || Telling::ProveDead.tried(@situation, place)

        items.map { |title, done, now| { "title" => title, "state" => done ? "done" : (now ? "now" : "later") } }
      end

      private

      # Each is looked at anew, every time.
      def before_power =
        [*caps, *seats, "Nobody has a hand or a tool in a box"].map { |title| { "title" => title, "state" => "now" } }

      def caps
        Telling::Breaker.loose_ends(@situation).map { |words| "Capped: #{words}" }
      end

      # Switches in open boxes
      def seats
        @session
          .job
          .controls
          .select { |control| @situation.open?(control.place) }
          .uniq(&:device)
          .map do |one|
            "#{Naming.switch(one.device, @session.job).capitalize} switch screwed back, or clear with its plate on"
          end
      end

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

# frozen_string_literal: true

module Dielectra
  module Presentation
    # What is on, what is off and what is proved dead, and since when: the one account that every screen shows
    class Power
      NOT_FOUND = "The breaker of this circuit is not found yet. Treat everything as live."

      # @param situation [Evidence::Situation]
      def initialize(situation)
        @situation = situation
      end

      # @return [Hash] `state` (on, off, tripped or unknown), `sentence`, and `boxes` with the same for each place
      def to_h
        {
          "state" => state,
          "sentence" => sentence,
          "breakers" => @situation.breakers.map { |id, at| { "id" => id, "state" => known(id, at) } },
          "boxes" => @situation.job.boxes.map { |place| box(place.id) }
        }
      end

      private

      # A breaker that nobody has found is not known to be on or off.
      def known(id, at) = id == Evidence::Roster::UNKNOWN || at.nil? ? "unknown" : at

      def state
        return "unknown" if @situation.job.breakers.include?(Evidence::Roster::UNKNOWN)
        return "off" if @situation.off?
        return "tripped" if @situation.breakers.value?("tripped")

        @situation.power || "unknown"
      end

      def sentence
        return NOT_FOUND if @situation.job.breakers.include?(Evidence::Roster::UNKNOWN)

        names = @situation.concerned.join(", ")
        {
          "off" => "Breaker #{names} is off.",
          "tripped" => "Breaker #{names} has tripped. Treat everything as live until it is off.",
          "on" => "Breaker #{names} is on.",
          "unknown" => "Breaker #{names} not checked. Treat everything as live."
        }.fetch(state)
      end

      def box(place)
        state, sentence = standing(place)
        {
          "place" => place,
          "name" => Naming.place(place),
          "open" => @situation.open?(place),
          "state" => state,
          "sentence" => sentence,
          "since" => (@situation.dead[place] if state == "dead")
        }
      end

      def standing(place)
        return "live", "Still live: #{@situation.live[place].join(", ")}." if @situation.live.key?(place)
        return "powered", "Power is on." if state == "on"
        return "unproved", "Treat it as live." unless state == "off"
        return "dead", "Proved dead in step #{@situation.dead[place]}." if @situation.proved_dead?(place)

        ["unproved", "Breaker off, not proved dead."]
      end
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Steps
    # An open box tested for voltage: a known live source first, every conductor and the metal, the live source again.
    # What is still live with the job's breakers off belongs to another circuit.
    class ProveDead < Kind
      FIELDS = { "place" => ID }.freeze
      ANSWER = { "live" => { "type" => "array", "items" => POINT } }.freeze
      NEEDED = %w[live].freeze

      def entry? = true

      def permit = :cover

      def touches = :live_tester

      def question? = true

      def way? = true

      def sort = [self.class.label, fields["place"]]

      def changes(situation, number)
        place = fields["place"]
        proved = situation.proved | [place]
        live = answer["live"] || []
        if live.empty?
          dead = { dead: situation.dead.merge(place => number), live: situation.live.except(place), proved: }
          return { **dead, **as_remembered(situation, place) }
        end

        {
          dead: situation.dead.except(place),
          live: situation.live.merge(place => live),
          proved:,
          **(passing(situation, number, live) || {})
        }
      end

      def answer_from(house) = { "live" => house.live(fields["place"]) }

      private

      # What a listed breaker that is on for a trial keeps live is another circuit's, where it only passes.
      def passing(situation, number, live)
        place = fields["place"]
        trial = situation.breaker_log.after(self, situation, number).trial
        return unless trial&.settled == :passing && situation.breaker_log.trial.settled.nil?

        ids = situation.job.listed_breakers.select { |id| situation.breakers[id] == "on" }
        ends = live.map { |point| PointId.owner(point) }
        {
          foreign: situation.foreign.merge(place => (situation.foreign[place] || []) | ends),
          other_breakers: situation.other_breakers.merge(place => (situation.other_breakers[place] || []) | ids)
        }
      end

      # Cable ends of another circuit whose breaker an earlier visit found, and which is off already
      def as_remembered(situation, place)
        ids = situation.remembered_breakers(place)
        memory = situation.job.memory
        unless ids.any? && situation.breakers.values_at(*ids).all?("off") && memory.standing(situation).include?(place)
          return {}
        end

        {
          foreign: situation.foreign.merge(place => memory.foreign(place)),
          other_breakers: situation.other_breakers.merge(place => ids)
        }
      end
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Evidence
    # What earlier jobs left known of a house: the boxes as they were left, which cable ends belong together, and the
    # role of every conductor. It is evidence of what is in the wall. What is joined in a box may have changed since.
    class Memory
      DAYS_A_YEAR = 365.0

      # @return [Hash{String => Hash}] place => its contents, in the form in which `open` answers
      attr_reader :places
      # @return [Array<Array(String, String)>] cable ends that belong together
      attr_reader :links
      # @return [Hash{String => String}] conductor end => role
      attr_reader :roles
      # @return [Numeric] the age of the oldest part of it
      attr_reader :days

      # @param document [Hash] `remembered` of a job file
      def initialize(document)
        @places = document["places"]
        @links = document["links"] || []
        @roles = document["roles"] || {}
        @days = document["days"] || 0
        @foreign = document["foreign"] || {}
        @breakers = document["breakers"] || {}
        @benched = (document["benched"] || []).to_h { |row| [[row["device"], row["position"] == "up"], row["closed"]] }
      end

      # @param place [String]
      # @return [Array<String>] breakers of other circuits that were found to keep a box live
      def breakers_at(place) = @breakers.fetch(place, [])

      # @return [Array<String>] the same of all boxes
      def breakers = @breakers.values.flatten.uniq

      # @param place [String]
      # @return [Array<String>] cable ends of other circuits in a box
      def foreign(place) = @foreign.fetch(place, [])

      # @param began [String, nil] how the trouble began, in one word of the job file format
      # @return [Float] probability that the cables and what they carry are still as remembered
      def trust(began)
        table = Trade.priors.fetch("memory")
        aged = table["trust"] - (table["a_year"] * days / DAYS_A_YEAR)
        [aged, table["least"]].max * table["began"].fetch(began.to_s, 1.0)
      end

      # @param situation [Situation]
      # @return [Array<String>] remembered boxes that are closed, and those that hold the cables that are remembered
      def standing(situation) =
        places.keys.select { |place| !situation.open?(place) || same_cables?(place, situation.opened.fetch(place)) }

      # The situation with the remembered boxes open that are not
      # @param situation [Situation]
      # @return [Situation]
      def recalled(situation) =
        situation.with(
          opened: places.slice(*situation.job.boxes.map(&:id)).merge(situation.opened),
          foreign: @foreign.merge(situation.foreign),
          benched: @benched.merge(situation.benched)
        )

      private

      def same_cables?(place, found) = cables(places.fetch(place)) == cables(found)

      def cables(found) =
        found["cable_ends"].map { |row| [row["id"], row["conductors"].map { |wire| wire["id"] }.sort] }.sort
    end
  end
end

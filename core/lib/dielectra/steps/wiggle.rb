# frozen_string_literal: true

module Dielectra
  module Steps
    # A toggle pressed sideways without being thrown, cover on, while the light is watched: a bad contact or connection
    # in its box flickers.
    class Wiggle < Kind
      FIELDS = { "device" => TOGGLED }.freeze
      ANSWER = { "loads" => LIGHTS, "also" => LIGHTS }.freeze
      NEEDED = %w[loads].freeze

      def permit = :toggle

      def touches = :nothing

      def question? = true

      def sort = [self.class.label, fields["device"]]

      def stirs(situation) = moved(situation)

      def sightings(situation) = Evidence::Sighting.lights(answer, situation.job, :wiggle, moved: moved(situation))

      def answer_from(house) = { "loads" => house.wiggled(fields["device"]) }

      private

      def moved(situation) = [fields["device"], situation.place_of_device(fields["device"])]
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Steps
    # A reading with an instrument at one or two points. core/data/instruments.json says whether it wants the power on.
    class Probe < Kind
      NUMBER = { "type" => "number" }.freeze
      STATE = { "enum" => %w[found open reversed] }.freeze
      FIELDS = {
        "tool" => {
          "enum" => %w[ncv voltage low_z continuity resistance plug_in clamp]
        },
        "at" => {
          "type" => "array",
          "items" => {
            "type" => "string"
          },
          "minItems" => 1,
          "maxItems" => 2
        }
      }.freeze
      ANSWER = {
        "reads" => {
          "enum" => %w[glow dark beep silent]
        },
        "volts" => NUMBER,
        "ohms" => {
          "type" => %w[number null],
          "minimum" => 0
        },
        "amps" => {
          "type" => "number",
          "minimum" => 0
        },
        # What was tapped instead of a number: "under 3 Ω"
        "said" => {
          "type" => "string",
          "maxLength" => 40
        },
        "hot" => STATE,
        "neutral" => STATE,
        "ground" => STATE
      }.freeze
      # The words an instrument may read.
      READS = { "ncv" => %w[glow dark], "continuity" => %w[beep silent] }.freeze

      # A receptacle tester goes in from the front.
      PLUG_IN = "plug_in"

      def permit = tool == PLUG_IN ? :looking : (live? ? :live : :hands)

      def touches = tool == PLUG_IN ? :nothing : (live? ? :live_tester : :dead_tester)

      def question? = true

      def sort = [self.class.label, tool]

      def stirs(_situation) = []

      def tool = fields["tool"]

      # @return [Boolean] whether the instrument wants the power on
      def live? = Trade.instruments.fetch(tool)["power"] == "on"

      # Loose metal tells nothing of the wiring: nobody knows what it touches out of sight.
      def sightings(situation)
        return socket(situation) if tool == PLUG_IN
        return [] if tool == "clamp"
        return [] if points.any? { |point| situation.loose_metal?(point) } || between_legs?(situation)

        reading = answer.fetch("reads") { answer.key?("volts") ? answer["volts"] : answer["ohms"] }
        [sighting(tool.to_sym, fields["at"], reading)]
      end

      # Volts from hot to hot, as a share of the supply, above which they are on opposite legs
      OPPOSITE = 1.5

      # Which leg a circuit is on says nothing of how it is wired.
      def between_legs?(situation) = answer["volts"].to_f > OPPOSITE * situation.job.supply_volts

      # An outlet is a load that nobody sees.
      def socket(situation)
        load, light = Evidence::Sockets.shown(fields, situation.job)&.first
        light ? [sighting(:lamp, load, light, along: [])] : []
      end

      def answer_from(house) = house.read(tool, fields["at"])

      def check_meant!(situation)
        super
        check_number
        check_points(situation) unless tool == "plug_in"
      end

      private

      def check_number
        number = Trade.instruments.fetch(tool)["points"]
        refuse("#{tool} touches #{number} point#{"s" if number > 1}.", "/at") unless points.size == number
      end

      def check(situation)
        wanted = READS[tool]
        refuse("#{tool} answers #{wanted.join(" or ")}.", "/answer/reads") if wanted&.include?(answer["reads"]) == false
        refuse("lacks volts.", "/answer") if %w[voltage low_z].include?(tool) && !answer["volts"].is_a?(Numeric)
        refuse("lacks amps.", "/answer") if tool == "clamp" && !answer["amps"].is_a?(Numeric)
        refuse("lacks ohms.", "/answer") if tool == "resistance" && !answer.key?("ohms")
        check_number
        check_points(situation) unless tool == "plug_in"
      end

      def check_points(situation)
        points.each_with_index do |point, index|
          place = situation.place_of_point(point)
          needs_open(situation, place, "/at/#{index}")
          refuse("#{point} is not in #{place}.", "/at/#{index}") unless situation.points(place).include?(point)
        end
      end
    end
  end
end

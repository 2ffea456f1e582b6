# frozen_string_literal: true

module Dielectra
  module Presentation
    # What the sums of the bench start from in a job: its fullest open box, its breaker, its runs, its dimmers.
    class Prefilled
      # @param session [Session::Troubleshooting, Session::Change]
      def initialize(session)
        @session = session
        @job = session.job
        @asked = session.respond_to?(:asked) ? session.asked : @job
        @situation = session.situation
      end

      # @return [Hash{String => Hash{String => Object}}] sum => field => value; what the job does not know is left out
      def to_h
        {
          "box_fill" => box,
          "breaker" => { "gauge" => gauge, "amps" => amps }.compact,
          "drop" => { "gauge" => gauge, "feet" => feet, "volts" => @job.supply_volts }.compact,
          "distance" => { "gauge" => gauge }.compact,
          "amperes" => { "volts" => @job.supply_volts, "ohms" => lowest_ohms }.compact,
          "cable" => { "feet" => feet }.compact,
          "dimmer" => ganged,
          "led" => leds,
          "connector" => { "conductors" => largest_splice }.compact
        }
      end

      private

      def fullest = @fullest ||= @situation.opened_boxes.max_by { |place| @situation.conductors(place).size }

      def box
        return {} unless fullest

        found = @situation.opened[fullest]
        ends = @situation.cable_ends(fullest)
        {
          "gauge" => gauge,
          "conductors" => ends.sum { |one| one.insulated.size },
          "devices" => found["devices"].size,
          "grounds" => ends.count(&:grounding),
          "volume" => found["volume_in3"]
        }.compact
      end

      # The gauge of the cables in the open boxes, or else the one that goes with the breaker
      def gauge
        seen = @situation.opened_boxes.flat_map { |place| @situation.cable_ends(place) }
        found = seen.filter_map { |one| one.type&.split("/")&.first }.find { |name| Calculators::GAUGES.include?(name) }
        found || (amps && Calculators::GAUGES.find { |name| Sums::Breaker.most(name) >= amps })
      end

      def amps = @job.document["breakers"].filter_map { |row| row["amps"] }.max

      # The longest of the new runs that may be pulled
      def feet = Evidence::NewRun.allowed(@asked).map(&:length_ft).max&.then { |length| length if length.positive? }

      # The lowest number that was read. A tap on "under 3 Ω" is none.
      def lowest_ohms
        read = @session.log.readings("resistance").map(&:answer).reject { |answer| answer["said"] }
        read.filter_map { |answer| answer["ohms"] }.select(&:positive?).min
      end

      def ganged
        place = @job.goal.controls.map(&:place).tally.max_by(&:last)&.first
        gangs = @job.controls.count { |control| control.place == place }
        gangs > 1 ? { "gangs" => gangs, "at" => 1 } : {}
      end

      def leds
        lamps = @job.document["loads"].filter_map { |row| row["lamp"] }.select { |lamp| lamp["kind"] == "led" }
        lamps.any? ? { "lamps" => lamps.size, "watts" => lamps.first["watts"] }.compact : {}
      end

      def largest_splice =
        @situation
          .opened_boxes
          .flat_map { |place| @situation.joints(place) }
          .map do |joint|
            joint.grep(PointId::CONDUCTOR).size + (joint.any? { |point| !PointId.conductor?(point) } ? 1 : 0)
          end
          .select { |size| size > 1 }
          .max
    end
  end
end

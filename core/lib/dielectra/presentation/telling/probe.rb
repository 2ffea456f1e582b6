# frozen_string_literal: true

module Dielectra
  module Presentation
    module Telling
      # Words for a reading.
      class Probe < Words
        TITLES = {
          "ncv" => "Hold the detector to %s",
          "voltage" => "Measure volts from %s",
          "low_z" => "Measure volts from %s, low impedance",
          "continuity" => "Test continuity from %s",
          "resistance" => "Measure ohms from %s",
          "plug_in" => "Plug the tester into %s",
          "clamp" => "Clamp the meter around %s"
        }.freeze
        LIVE = "The power is on. Touch with the probes only. One hand if you can."
        # Ohms that stand for a choice.
        COPPER = 0.5
        LOAD = 20

        def told(situation)
          points = @step.points.map { |point| named(point, situation) }.join(" to ")
          [format(TITLES.fetch(@step.tool), points), "In the #{place(situation)} box.", (LIVE if @step.live?)]
        end

        # Name of the probed point, or of the receptacle that the tester is plugged into
        def named(point, situation) = @step.tool == "plug_in" ? Naming.load(point, situation.job) : Naming.point(point)
        private :named

        def choices(session)
          volts = session.job.supply_volts
          case @step.tool
          when "continuity"
            [["Beeps", { "reads" => "beep" }, true], ["Silent", { "reads" => "silent" }, false]]
          when "resistance"
            [
              told_as("Under #{limit} Ω", "under #{limit} Ω", { "ohms" => COPPER }, :read),
              told_as("More: a load", "over #{limit} Ω", { "ohms" => LOAD }, :read),
              ["No reading", { "ohms" => nil }, :read]
            ]
          when "ncv"
            [["Glows", { "reads" => "glow" }, true], ["Dark", { "reads" => "dark" }, false]]
          else
            [
              told_as("About #{volts} V", "about #{volts} V", { "volts" => volts }, true),
              told_as("Nothing", "about 0 V", { "volts" => 0 }, false)
            ]
          end
        end

        def answered(answer, _region)
          return answer["said"] || answer["reads"] if answer["said"] || answer["reads"]
          return "#{answer["volts"]} V" if answer["volts"]
          return "#{answer["amps"]} A" if answer["amps"]

          answer["ohms"] ? "#{answer["ohms"]} Ω" : "open"
        end

        # A tap says less than a number, and is kept as what it says.
        def told_as(label, said, answer, outcome) = [label, { **answer, "said" => said }, outcome]
        private :told_as

        def limit = Diagnosis::Prediction::COPPER_OHMS.round
        private :limit

        def refused(situation) = "a reading in the #{place(situation)} box could not be taken"
      end
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Presentation
    module Telling
      # Words for a new device, or a good bulb.
      class Replace < Words
        BULB = "Use a bulb that was seen to burn elsewhere."
        HOT = "Switch the light off first, and let a hot bulb cool."

        def told(situation)
          return "Put a good bulb into the fixture", BULB, HOT if @step.lamp?

          [
            "Fit a new #{term(self["kind"], situation.job.region)} in the #{place(situation)} box#{which(situation)}",
            "Conductor for conductor, by the marks on the terminals.",
            nil
          ]
        end

        # Which of several switches it is for
        def which(situation)
          name = Naming.switch(self["device"], situation.job)
          name == place(situation) ? "" : ", for the #{name.split.first} switch"
        end

        def refused(situation)
          return "the bulb could not be changed" if @step.lamp?

          "there was no new #{term(self["kind"], situation.job.region)} for the #{place(situation)} box"
        end
      end
    end
  end
end

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
            [same?(situation) ? SAME : OTHER, (BARE if self["kind"] == "luminaire")].compact.join(" "),
            nil
          ]
        end

        SAME =
          "One conductor at a time, from the old terminal to the one with the same mark. The colors of the screws " \
            "may differ from the old one's: go by what is printed."
        OTHER =
          "It is of another kind: its terminals differ. The next step says where each conductor goes. " \
            "Cap them until then."
        # A new luminaire comes without a bulb.
        BARE = "Put a bulb in it that was seen to burn elsewhere."
        private_constant :SAME, :OTHER, :BARE

        # Whether the new device has the terminals of the old one
        def same?(situation)
          old = situation.kind_of(self["device"])
          old.nil? || Trade::KindName.plain(old) == self["kind"]
        end

        # How a device is exchanged
        HOW = [
          "Tag the conductor on the common before the old one comes off.",
          "Test the new one before it goes in: each position, with the meter.",
          "Cut back nicked ends. Keep the conductors to one length, so that they fold back without pushing it out."
        ].freeze

        def done_well(_situation) = @step.lamp? ? [] : HOW

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

# frozen_string_literal: true

module Dielectra
  module Presentation
    module Telling
      # Words for a conductor taped.
      class Mark < Words
        def told(situation)
          [
            "Tape #{Naming.point(self["point"])} #{self["tape"]}",
            "In the #{place(situation)} box. It is hot, and its color does not say so.",
            nil
          ]
        end

        def refused(situation) = "there was no tape for #{Naming.point(self["point"])} in the #{place(situation)} box"
      end
    end
  end
end

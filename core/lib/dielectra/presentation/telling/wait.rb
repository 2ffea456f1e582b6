# frozen_string_literal: true

module Dielectra
  module Presentation
    module Telling
      # Words for a while with nothing touched, and the look after it.
      class Wait < Watch
        def told(situation)
          [
            "Wait #{self["minutes"].round} minutes with everything on, then look",
            ["Switch on what the customer had on. Touch nothing meanwhile.", *toggles(situation)].join(" "),
            nil
          ]
        end
      end
    end
  end
end

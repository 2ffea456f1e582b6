# frozen_string_literal: true

module Dielectra
  module Presentation
    module Telling
      # Words for a while with nothing touched, and the look after it.
      class Wait < Watch
        def told(situation)
          [
            "Wait #{self["minutes"].round} minutes with everything on, then look",
            "Switch on what the customer had on. Touch nothing meanwhile. Toggles as they are: #{toggles(situation)}.",
            nil
          ]
        end
      end
    end
  end
end

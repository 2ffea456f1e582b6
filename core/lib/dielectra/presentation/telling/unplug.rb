# frozen_string_literal: true

module Dielectra
  module Presentation
    module Telling
      # Words for an outlet emptied.
      class Unplug < Words
        def told(situation)
          name = Naming.load(self["load"], situation.job)
          ["Unplug everything at #{name}", "Read the watts off each plate, and note them.", nil]
        end

        def answered(_answer, _region) = "nothing plugged in"

        def refused(situation) = "#{Naming.load(self["load"], situation.job)} could not be emptied"
      end
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Presentation
    module Telling
      # Words for a toggle thrown.
      class Set < Words
        def told(situation) = ["Throw the #{switch(situation)} switch #{self["to"]}", nil, nil]

        def refused(situation) = "the #{switch(situation)} switch could not be thrown"

        private

        def switch(situation) = Naming.switch(self["device"], situation.job)
      end
    end
  end
end

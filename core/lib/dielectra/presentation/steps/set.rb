# frozen_string_literal: true

module Dielectra
  module Presentation
    module Steps
      # Words for a toggle thrown.
      class Set < Words
        def told(situation) = ["Throw the #{place(situation)} switch #{self["to"]}", nil, nil]

        def refused(situation) = "the #{place(situation)} switch could not be thrown"
      end
    end
  end
end

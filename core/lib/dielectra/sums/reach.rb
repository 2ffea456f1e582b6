# frozen_string_literal: true

module Dielectra
  module Sums
    # How far a hand reaches from a switch to grounded metal, in feet. Source: 404.9(B), exception for replacements.
    module Reach
      UP = 8
      ACROSS = 5
    end
  end
end

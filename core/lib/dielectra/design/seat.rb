# frozen_string_literal: true

module Dielectra
  module Design
    # A device at a place. A box has a seat for each switch in it and each load fed there. `kind` is that of a switch
    # that takes the neutral.
    Seat = Struct.new(:id, :place, :kind)
  end
end

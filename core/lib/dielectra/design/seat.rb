# frozen_string_literal: true

module Dielectra
  module Design
    # A device at a place. A box has a seat for each switch in it and each load fed there.
    Seat = Struct.new(:id, :place)
  end
end

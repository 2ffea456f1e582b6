# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # One assignment of ports to the runs of a layout, an upper bound of its weight, and for single conductors the
    # reading of each box
    Assignment = Struct.new(:bound, :layout, :sides, :weight, :read)
  end
end

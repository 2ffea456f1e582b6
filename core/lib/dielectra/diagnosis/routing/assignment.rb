# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # Which port each run of a layout is, with the most that it can weigh, and for single conductors what it says of
    # each box
    Assignment = Struct.new(:bound, :layout, :sides, :weight, :read)
  end
end

# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # How a closed box may be joined: right, either way round, or with one thing wrong. `deviation` is nil where right.
    Box = Struct.new(:place, :device, :kind, :joints, :weight, :deviation, keyword_init: true)
  end
end

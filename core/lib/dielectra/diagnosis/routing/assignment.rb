# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # A way the runs can be the ports: the most it can weigh, and where every conductor is a run of its own, what it says of
    # each box.
    Assignment = Struct.new(:bound, :layout, :sides, :weight, :read)
  end
end

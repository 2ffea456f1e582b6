# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # How a box is joined: as found, or, of a box nobody has opened, right, either way round, or with one thing wrong.
    # `deviation` is nil where right; `damaged` are points of joints that were seen to be loose or scorched.
    Box =
      Struct.new(:place, :device, :kind, :joints, :weight, :deviation, :damaged, keyword_init: true) do
        # The joints by the numbers of their points.
        # @return [Array<Array<Integer>>]
        def numbered(index) = @numbered ||= index.joints(joints)
      end
  end
end

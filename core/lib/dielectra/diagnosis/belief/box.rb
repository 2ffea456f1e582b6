# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # How a box is joined. An opened box is joined as found. A closed one may be right, right the other way round, or
    # deviate in one way. `devices` are its switches and loads with their kinds. `deviation` is nil where it is right.
    # `damaged` are points of joints that were seen to be loose or scorched.
    Box =
      Struct.new(:place, :devices, :joints, :weight, :deviation, :damaged, keyword_init: true) do
        # @return [Array<Array<Integer>>] the joints by the numbers of their points
        def numbered(index) = @numbered ||= index.joints(joints)

        # @return [Array<Array(String, String)>] switches, each with its kind
        def switches = @switches ||= devices.select { |_, kind| kind && Trade::DeviceKind[kind].switch? }.to_a
      end
  end
end

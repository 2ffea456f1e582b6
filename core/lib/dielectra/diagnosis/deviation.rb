# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # One way in which a circuit is not as it was meant: how a closed box is joined, or a fault that hides.
    # `kind` is a word of priors.json; the other fields say where.
    Deviation = Struct.new(:kind, :place, :device, :points, :contact, :cable, keyword_init: true) do
      def initialize(...)
        super
        freeze
      end

      # The word for it in a conclusion.
      def cause
        {exchanged: "miswired", apart: "miswired", capped: "miswired", other: "miswired", wrong_device: "wrong_device",
         contact_stuck_open: "device_failed", contact_stuck_closed: "device_failed", joint_open: "joint_open",
         conductor_open: "conductor_open", lamp_burnt: "lamp", no_supply: "no_supply"}.fetch(kind)
      end
    end
  end
end

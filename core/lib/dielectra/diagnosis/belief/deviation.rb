# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # One way in which a circuit is not as it was meant: how a closed box is joined, or a fault that hides.
    # `kind` is a word of priors.json; the other fields say where. `seen_as` is, for marks that lie, terminal => mark.
    Deviation =
      Struct.new(:kind, :place, :device, :points, :contact, :cable, :seen_as, keyword_init: true) do
        # What is wrong and where, as far as it can be said without knowing what the boxes hold.
        attr_reader :wrong

        def initialize(...)
          super
          @wrong = [kind, place || device || cable&.map { |name| name[%r{\A[^/]+}] }&.sort].freeze
          freeze
        end

        # The word for it in a conclusion.
        def cause = Deviation::CAUSES.fetch(kind)
      end

    # The kinds of them, what they are called in a conclusion, and how they keep each other co_occurrence.
    class Deviation
      CAUSES = {
        exchanged: "miswired",
        apart: "miswired",
        capped: "miswired",
        other: "miswired",
        old_scheme: "miswired",
        wrong_device: "wrong_device",
        tab: "tab",
        contact_stuck_open: "device_failed",
        contact_stuck_closed: "device_failed",
        contact_resistive: "device_failed",
        contact_intermittent: "device_failed",
        joint_open: "joint_open",
        joint_intermittent: "joint_open",
        conductor_open: "conductor_open",
        short: "short",
        leak: "short",
        marks_wrong: "marks_wrong",
        lamp_burnt: "lamp",
        no_supply: "no_supply"
      }.freeze
      # What eyes do not find.
      HIDDEN = %i[
        contact_stuck_open
        contact_stuck_closed
        contact_resistive
        contact_intermittent
        joint_open
        joint_intermittent
        conductor_open
        short
        leak
        marks_wrong
        lamp_burnt
        no_supply
      ].freeze

      # One thing wrong makes another one no likelier: a person is called for the one.
      # @param kinds [Array<Symbol>] what is wrong already; boxes that were all taken apart are one thing
      # @return [Float] the share of its prior that one thing more keeps
      def self.co_occurrence(kinds, kind) =
        if kinds.empty? || (kind == :apart && kinds.include?(:apart))
          1.0
        else
          Trade.priors.dig("deviation", "co_occurrence")
        end
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # One deviation of a circuit from what was meant: how a closed box is joined, or a hidden fault. `kind` is a word of
    # priors.json; the other fields say where. `seen_as` maps terminal to mark, for marks that lie; `device_kind` is
    # named for electronics, which have no contact that one could point to.
    Deviation =
      Struct.new(:kind, :place, :device, :points, :contact, :cable, :seen_as, :device_kind, keyword_init: true) do
        # What is wrong and where, as far as it is known without knowing what the boxes hold
        attr_reader :wrong

        def initialize(...)
          super
          @wrong = [kind, place || device || cable&.map { |name| name[%r{\A[^/]+}] }&.sort].freeze
          freeze
        end

        # The word for it in a conclusion.
        def cause = Deviation::CAUSES.fetch(kind)
      end

    # The kinds of deviations, their words in a conclusion, and how they occur together
    class Deviation
      CAUSES = {
        exchanged: "miswired",
        apart: "miswired",
        capped: "miswired",
        joined: "miswired",
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
        load_shorted: "load_failed",
        device_shorted: "short",
        contact_leaking: "device_failed",
        overload: "overload",
        breaker_weak: "breaker_failed",
        marks_wrong: "marks_wrong",
        lamp_burnt: "lamp",
        no_supply: "no_supply"
      }.freeze
      # Copper that touches: in a run, in a fixture or an appliance, in a switch
      SHORTS = %i[short load_shorted device_shorted].freeze
      # Insulation that lets some current through: in a run, over an open contact
      LEAKS = %i[leak contact_leaking].freeze
      # What trips a breaker after a while with nothing wrong in the wiring
      SLOW = %i[overload breaker_weak].freeze
      # Deviations that cannot be seen
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
        load_shorted
        device_shorted
        contact_leaking
        overload
        breaker_weak
        marks_wrong
        lamp_burnt
        no_supply
      ].freeze

      # Factor on the prior of a further deviation. Deviations are not independent: a call is usually about one of them.
      # @param kinds [Array<Symbol>] deviations so far; several boxes taken apart count as one
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

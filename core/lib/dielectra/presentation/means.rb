# frozen_string_literal: true

module Dielectra
  module Presentation
    # What a change takes further on, asked before the first wall is cut or joint undone: a no then costs nothing.
    class Means
      # @param session [Session::Change] that is being prepared
      def initialize(session)
        @session = session
        @situation = session.situation
      end

      # @return [String, nil] a question; nil where nothing is left to be asked
      def to_s
        parts = plan ? [*work, *plan.rewire.tabs.map { |tab| broken(*tab) }, *new_devices] : []
        "First: will you be able to #{parts.join("; ")}? If not, say so now." if parts.any?
      end

      private

      def plan
        return @plan if defined?(@plan)

        found = @session.respond_to?(:change_plans) ? @session.change_plans.first&.first : nil
        @plan = (found if found&.possible?)
      end

      def work = plan.work.drop(1).filter_map { |step| named(step) }

      def named(step)
        case step["do"]
        when "box"
          "set a box in the #{Naming.place(step["place"])}"
        when "cable"
          from, to = step["between"].map { |place| Naming.place(place) }
          "pull #{step["type"] || Naming.list(step["colors"])} from #{from} to #{to}"
        when "fit", "replace"
          "fit #{Trade.article(term(step["kind"]))} in the #{Naming.place(@situation.place_of_device(step["device"]))}"
        end
      end

      def broken(device, tab) = "break off the #{Trade::Tab.word(tab)} tab of #{device}"

      def new_devices =
        plan.rewire.replacements.map do |device, kind|
          "replace #{device} by #{Trade.article(term(Trade::KindName.plain(kind)))}"
        end

      def term(kind) = @session.job.region.term(Trade::DeviceKind[kind])
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # The findings of a change: what was joined anew was asked for and is no fault.
    class ChangeFindings < Findings
      # @return [Array<Hash>] faults that turned up on the way
      def causes
        best = @belief.hypotheses.first
        best ? best.faults.map { |fault| Findings.cause(fault) } : []
      end

      # @param steps [Array<Hash>] everything that was done
      # @return [Array<String>] what was put in or taken out, a sentence each with the number of its step
      def because(steps, _causes) = steps.filter_map { |step| sentence(step) unless step.dig("answer", "cannot") }

      private

      def sentence(step)
        done = DONE[step["do"]] or return
        "#{format(done, **words(step))} (step #{step["id"]})."
      end

      DONE = {
        "box" => "A box was set in the %<place>s",
        "cable" => "%<type>s was pulled from %<from>s to %<to>s",
        "fit" => "%<device>s is now a %<kind>s",
        "retire" => "%<device>s was taken out",
        "tab" => "The tab of %<device>s was broken off",
        "replace" => "%<device>s is now a %<kind>s"
      }.freeze
      private_constant :DONE

      def words(step)
        from, to = (step["between"] || []).map { |place| Presentation::Naming.place(place) }
        kind =
          step["kind"] && Trade::DeviceKind.known?(step["kind"]) ? Trade::DeviceKind[step["kind"]].term : step["kind"]
        place = step["place"] && Presentation::Naming.place(step["place"])
        { place:, from:, to:, type: step["type"] || step["colors"]&.join(" and "), device: step["device"], kind: }
      end
    end
  end
end

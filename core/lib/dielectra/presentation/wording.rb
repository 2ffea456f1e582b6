# frozen_string_literal: true

module Dielectra
  module Presentation
    # The core's findings in sentences of the trade.
    module Wording
      SCHEMES = {
        "neutral_switched" => "The switches interrupt the neutral",
        "both_on_travelers" => "Line and neutral are both on traveler screws, with the light between the commons"
      }.freeze

      SCORCHED = ": a loose screw, too much load, or aluminum under it"
      NO_SPARE = "and no spare can take the place of one. Replace the run"
      private_constant :NO_SPARE, :SCORCHED

      module_function

      # @param cause [Hash] in the form of a conclusion
      # @return [String] without a full stop
      def cause(cause)
        place = cause["place"] ? "the #{Naming.place(cause["place"])} box" : "an unknown junction"
        return SCHEMES.fetch(cause["scheme"]) if cause["scheme"]

        case cause["kind"]
        when "miswired"
          word = cause["loose"] ? "Wires loose" : "Miswired"
          cause["points"] ? "#{word} in #{place} (#{wires(cause["points"])})" : "#{word} in #{place}"
        when "wrong_device"
          "Wrong kind of switch in #{place}"
        when "device_failed"
          device_failed(cause, place)
        when "overload"
          "Too much is on the circuit"
        when "breaker_failed"
          "The breaker trips too early"
        when "load_failed"
          "A short inside #{load(cause["device"], cause["place"])}"
        when "joint_open"
          "#{joint(cause["points"])} in #{place} makes no good contact"
        when "conductor_open"
          conductor = cause["points"] ? first(cause["points"]) : "A conductor"
          "#{conductor} is broken #{inside(cause["between"])}"
        when "short"
          short(cause, place)
        when "marks_wrong"
          "The marks on the switch in #{place} are wrong"
        when "lamp"
          "The bulb is burnt out"
        when "no_supply"
          cause["place"] ? "The breaker was off or tripped, and nothing is wrong now" : "No line comes from the panel"
        when "tab"
          "The tab of #{cause["device"] || "the receptacle"} in #{place} is still in"
        else
          cause["kind"]
        end
      end

      def device_failed(cause, place)
        return "The switch in #{place} was scorched#{SCORCHED}" if cause["scorched"]
        return "The #{Trade::DeviceKind[cause["device_kind"]].term} in #{place} has failed" if cause["device_kind"]

        cause["contact"] ? "A contact of the switch in #{place} has failed" : "The switch in #{place} has failed"
      end

      def short(cause, place)
        return "A hot screw of the switch in #{place} touches ground" if cause["device"]
        return "Something hot touches the metal in #{place}" if cause["points"]&.any? { |point| PointId.metal?(point) }

        "Two conductors touch #{inside(cause["between"])}"
      end

      # @param device [String, nil] a light, a fan or a receptacle; nil where somebody named the place only
      def load(device, place)
        return "the fixture, or what is plugged in, at #{Naming.place(place)}" if device.nil?

        plugged = device.start_with?("R")
        if plugged
          "what is plugged in at #{device} in the #{Naming.place(place)}"
        else
          "the fixture at #{Naming.place(place)} (#{device})"
        end
      end

      # Where on a run: inside it, or, where nobody has opened its far end, anywhere beyond the near one
      # @param ends [Array<String>, nil] cable ends
      def inside(ends)
        near, beyond = (ends || []).partition { |name| !Design::Layout.onward?(EndId.place(name)) }
        return "inside the run#{between(ends)}" if beyond.empty? || near.empty? || !near.first.include?("/")

        "beyond cable #{EndId.number(near.first)} of the #{Naming.place(EndId.place(near.first))} box: in the cable, " \
          "in the next outlet, or in what is plugged in there"
      end

      def remedy(ends) =
        ends.any? { |name| Design::Layout.onward?(EndId.place(name)) } ? "so look in the next outlet first" : NO_SPARE

      def joint(points) = points ? first(points) : "A connection"

      def first(points) =
        points.first.then { |point| Naming.point(point) }.then { |words| words[0].upcase + words[1..] }

      def wires(points) =
        Naming.list(
          points.grep_v(/bare|green/).then { |some| some.empty? ? points : some }.map { |point| Naming.point(point) }
        )

      def between(ends)
        places = (ends || []).map { |name| Naming.place(EndId.place(name)) }
        places.empty? ? "" : " from #{places.join(" to ")}"
      end

      # @param share [Float] a probability
      def percent(share) = share > 0.995 ? "over 99%" : (share < 0.005 ? "under 1%" : "#{(share * 100).round}%")

      # Several causes in one sentence.
      def causes(list) = list.empty? ? "Nothing is wrong" : list.map { |item| cause(item) }.join("; ")

      # Why a session has to stop.
      # @return [String] without a full stop
      def obstacle(deviation)
        case deviation&.kind
        when :no_supply
          "no line arrives from the panel on the feed. Check the run and its breaker at the panel"
        when :conductor_open
          "#{Naming.point(deviation.points.first)} is broken #{inside(deviation.cable)}, #{remedy(deviation.cable)}"
        when :leak
          "the insulation between two conductors of the run#{between(deviation.cable)} leaks, #{NO_SPARE}"
        when :short
          "two conductors touch #{inside(deviation.cable)}, #{remedy(deviation.cable)}"
        when :overload
          "too much is on the circuit for its breaker. Move some of it to another circuit"
        when :breaker_weak
          "the breaker trips below what it is rated for. A licensed electrician has to replace it at the panel"
        when :load_shorted
          "there is a short inside #{load(deviation.device, deviation.place)}. Replace it"
        when :joint_open
          "a connection makes no contact in an unknown junction. Find the junction first"
        when :old_scheme
          "the circuit follows an obsolete scheme that is not allowed now, " \
            "and its cables do not carry enough conductors for another"
        else
          "nothing within reach fixes it"
        end
      end
    end
  end
end

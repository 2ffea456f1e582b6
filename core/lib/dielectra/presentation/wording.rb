# frozen_string_literal: true

module Dielectra
  module Presentation
    # The core's findings in sentences of the trade.
    module Wording
      SCHEMES = {
        "neutral_switched" => "The switches interrupt the neutral",
        "both_on_travelers" => "Line and neutral are both on traveler screws, with the light between the commons"
      }.freeze

      module_function

      # @param cause [Hash] in the form of a conclusion
      # @return [String] without a full stop
      def cause(cause)
        place = cause["place"] ? "the #{Instruction.name(cause["place"])} box" : "an unknown junction"
        return SCHEMES.fetch(cause["scheme"]) if cause["scheme"]

        case cause["kind"]
        when "miswired" then cause["points"] ? "Miswired in #{place} (#{wires(cause["points"])})" : "Miswired in #{place}"
        when "wrong_device" then "Wrong kind of switch in #{place}"
        when "device_failed" then "A contact of the switch in #{place} has failed"
        when "joint_open" then "#{joint(cause["points"])} in #{place} makes no good contact"
        when "conductor_open" then "#{cause["points"] ? first(cause["points"]) : "A conductor"} is broken inside the run#{between(cause["between"])}"
        when "short" then short(cause, place)
        when "marks_wrong" then "The marks on the switch in #{place} are wrong"
        when "lamp" then "The bulb is burnt out"
        when "no_supply" then cause["place"] ? "The breaker was off or tripped, with nothing wrong any more" : "No line comes from the panel"
        when "tab" then "The tab of the receptacle in #{place} is intact"
        else cause["kind"]
        end
      end

      def short(cause, place)
        if cause["points"]&.any? do |point|
          point.end_with?(".box", ".ground") && !point.include?("/")
        end
          "Something hot touches the metal in #{place}"
        else
          "Two conductors touch inside the run#{between(cause["between"])}"
        end
      end

      def joint(points) = points ? first(points) : "A connection"

      def first(points) = points.first.then { |point| Instruction.wire(point) }.then { |words| words[0].upcase + words[1..] }

      def wires(points) = Instruction.list(points.grep_v(/bare|green/).then { |some| some.empty? ? points : some }.map { |point| Instruction.wire(point) })

      def between(ends)
        places = (ends || []).map { |name| Instruction.name(name.split("/").first) }
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
        when :no_supply then "no line arrives from the panel on the feed. Check the run and its breaker at the panel"
        when :conductor_open
          "#{Instruction.wire(deviation.points.first)} is broken inside the run#{between(deviation.cable)}, and no spare can take its place. Replace the run"
        when :leak then "the insulation between two conductors of the run#{between(deviation.cable)} leaks, and no spare can take the place of one. Replace the run"
        when :short then "two conductors touch inside the run#{between(deviation.cable)}, and no spare can take the place of one. Replace the run"
        when :joint_open then "a connection makes no contact in an unknown junction. Find the junction first"
        when :old_scheme then "the circuit follows an old scheme that is not allowed now, and its cables do not carry enough conductors for another"
        else "nothing within reach mends it"
        end
      end
    end
  end
end

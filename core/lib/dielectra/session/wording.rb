# frozen_string_literal: true

module Dielectra
  module Session
    # The core's findings in sentences of the trade.
    module Wording
      SCHEMES = {
        "neutral_switched" => "The switches stand in the neutral",
        "both_on_travelers" => "Line and neutral both lie on the traveler screws, and the light between the commons"
      }.freeze

      module_function

      # @param cause [Hash] in the form of a conclusion
      # @return [String] without a full stop
      def cause(cause)
        place = cause["place"] ? Instruction.name(cause["place"]) : "a junction nobody knows of"
        return SCHEMES.fetch(cause["scheme"]) if cause["scheme"]

        case cause["kind"]
        when "miswired" then cause["points"] ? "Joined wrongly in #{place} (#{wires(cause["points"])})" : "Joined wrongly in #{place}"
        when "wrong_device" then "The switch in #{place} is of the wrong kind"
        when "device_failed" then "A contact of the switch in #{place} has failed"
        when "joint_open" then "#{joint(cause["points"])} in #{place} makes no contact"
        when "conductor_open" then "#{cause["points"] ? first(cause["points"]) : "A conductor"} is broken inside the run#{between(cause["between"])}"
        when "short" then "Two conductors touch inside the run#{between(cause["between"])}"
        when "marks_wrong" then "The screws of the switch in #{place} are not what they look like"
        when "lamp" then "The lamp is burnt out"
        when "no_supply" then cause["place"] ? "The breaker was found off" : "No line comes from the panel"
        else cause["kind"]
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
      def obstacle(deviation)
        case deviation&.kind
        when :no_supply then "no line arrives from the panel on the feed: the run or its breaker has to be seen to at the panel"
        when :conductor_open
          "#{Instruction.wire(deviation.points.first)} is broken inside the run#{between(deviation.cable)} and no spare can take its place: the run has to be replaced"
        when :leak then "the insulation between two conductors of the run#{between(deviation.cable)} leaks and no spare can take the place of one: the run has to be replaced"
        when :short then "two conductors touch inside the run#{between(deviation.cable)} and no spare can take the place of one: the run has to be replaced"
        when :joint_open then "a connection makes no contact in a junction that nobody knows of: it has to be found first"
        when :old_scheme then "the circuit follows a scheme of old days that is not allowed now, and the cables there are do not carry enough conductors for another"
        else "nothing within reach mends it"
        end
      end
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Presentation
    # Work that was done on a house, in the past tense.
    module Done
      SENTENCES = {
        "box" => "A box was set in the %<place>s",
        "cable" => "%<type>s was pulled from %<from>s to %<to>s",
        "fit" => "%<device>s is now a %<kind>s",
        "retire" => "%<device>s was taken out",
        "tab" => "The tab of %<device>s was broken off",
        "replace" => "%<device>s is a new %<kind>s",
        "arrange" => "The %<place>s box was rewired",
        "mark" => "%<point>s in the %<box>s box was taped %<tape>s"
      }.freeze

      module_function

      # @param step [Hash] with its answer
      # @return [String, nil] without a full stop; nil where nothing was done
      def sentence(step)
        return if step.dig("answer", "cannot") || step.dig("answer", "unsure")

        SENTENCES[step["do"]]&.then { |words| format(words, **named(step)) }
      end

      def named(step)
        from, to = (step["between"] || []).map { |place| Naming.place(place) }
        kind = step["kind"]
        {
          place: step["place"] && Naming.place(step["place"]),
          from:,
          to:,
          type: step["type"] || step["colors"]&.join(" and "),
          device: step["device"],
          kind: kind && Trade::DeviceKind.known?(kind) ? Trade::DeviceKind[kind].term : kind,
          point: step["point"] && Naming.point(step["point"]).then { |words| words[0].upcase + words[1..] },
          box: step["point"] && Naming.place(PointId.head(step["point"])),
          tape: step["tape"]
        }
      end
    end
  end
end

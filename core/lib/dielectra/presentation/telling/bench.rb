# frozen_string_literal: true

module Dielectra
  module Presentation
    module Telling
      # Words for a switch tried by itself.
      class Bench < Words
        def told(situation)
          [
            "Bench-test the #{Naming.switch(self["device"], situation.job)} switch, toggle #{self["position"]}",
            "Test continuity between each pair of its screws. Which pairs beep?",
            nil
          ]
        end

        # What a switch by itself may join: nothing, two of its screws, or of four two and two.
        def choices(session)
          screws = tried(session.situation)
          pairs = screws.combination(2).to_a
          ways = screws.size < 4 ? pairs.zip : pairs.first(3).map { |pair| [pair, screws - pair] }
          labels = labels(session)
          beeping =
            ways.map do |way|
              named = way.map { |pair| pair.map { |terminal| labels.fetch(terminal, terminal) }.join("–") }
              ["#{Naming.list(named)} beep#{"s" if way.one?}", { "closed" => way }, nil]
            end
          [*beeping, ["Nothing beeps", { "closed" => [] }, nil]]
        end

        def answered(answer, _region) =
          answer["closed"].empty? ? "nothing closed" : answer["closed"].map { |pair| pair.join("–") }.join(", ")

        private

        # The screws that had something on them, or all.
        def tried(situation)
          used = situation.used_screws(@step.place(situation), self["device"])
          used.size > 1 ? used : kind(situation).live_terminals
        end

        def kind(situation) = Trade::DeviceKind[situation.kind_of(self["device"])]

        # What is printed beside each screw in the drawing.
        def labels(session)
          kind = kind(session.situation)
          kind.screws.to_h { |screw| [screw["terminal"], session.job.region.labeled(kind, screw)["label"]] }
        end
      end
    end
  end
end

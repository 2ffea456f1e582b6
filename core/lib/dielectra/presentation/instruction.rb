# frozen_string_literal: true

module Dielectra
  module Presentation
    # A step in sentences: what to do, where, with what, and what matters while doing it.
    module Instruction
      PROBES = {
        "ncv" => "Hold the detector to %s",
        "voltage" => "Measure volts from %s",
        "low_z" => "Measure volts from %s, low impedance",
        "continuity" => "Test continuity from %s",
        "resistance" => "Measure ohms from %s",
        "plug_in" => "Plug the tester into %s"
      }.freeze

      module_function

      # @param step [Hash] in the form of the protocol
      # @param situation [Evidence::Situation] before it
      # @return [Hash{String => Object}] `title`, `detail`, `place` and `caution` (each nil where there is nothing to say)
      def of(step, situation)
        title, detail, caution = send("on_#{step["do"]}", step, situation)
        { "title" => title, "detail" => detail, "place" => situation.place_of(step), "caution" => caution }
      end

      def on_watch(_step, situation)
        ["Look at the light", "Toggles as they are: #{toggles(situation)}.", nil]
      end

      def on_report(step, _situation) =
        ["The light with #{step["positions"].map { |id, at| "#{id} #{at}" }.join(", ")}", nil, nil]

      def on_set(step, situation)
        ["Throw the #{name(situation.place_of_device(step["device"]))} switch #{step["to"]}", nil, nil]
      end

      def on_wiggle(step, situation)
        [
          "Wiggle the #{name(situation.place_of_device(step["device"]))} toggle without throwing it",
          "Cover on. Press it sideways and watch the light. Listen for crackling, smell for heat.",
          nil
        ]
      end

      def on_tab(step, situation)
        [
          "Break off the #{step["tab"].delete_suffix("_tab")} tab of #{step["device"]}",
          "In the #{name(situation.place_of(step))} box. The tab joins the two screws of one side.",
          nil
        ]
      end

      def on_breaker(step, situation)
        if step["to"] == "off"
          return [
            "Turn breaker #{step["device"]} off",
            "Leave the light on if it burns. If it goes off, the breaker is the right one. Lock the breaker, or tag it.",
            nil
          ]
        end

        [
          "Turn breaker #{step["device"]} on",
          "Every loose end is capped. Nobody is at the boxes.",
          situation.opened.empty? ? nil : "Boxes are open. Keep hands and tools out while the power is on."
        ]
      end

      def on_open(step, situation)
        place = situation.job.place(step["place"])
        return on_open_fixture(place) if place&.luminaire_box?

        [
          "Open the #{name(step["place"])} box",
          "Take the cover plate off and draw the device out on its wires. Pull nothing loose. Enter what you see.",
          "Not proved dead yet. Touch no metal."
        ]
      end

      def on_open_fixture(place)
        [
          "Open the #{name(place.id)} fixture",
          "Take the canopy down and let the fixture hang on a hook, not on its wires. Pull nothing loose. Enter what you see.",
          "Not proved dead yet. Touch no metal. Stand on a ladder that does not rock, with somebody near."
        ]
      end

      def on_prove_dead(step, _situation)
        [
          "Prove the #{name(step["place"])} box dead",
          "Test a known live source, then every conductor and the metal, then the live source again.",
          "A tester that was not seen to work proves nothing."
        ]
      end

      def on_arrange(step, situation)
        place = step["place"]
        before = situation.joints(place)
        after = step["joints"] == "as_found" ? situation.found_joints(place) : step["joints"]
        [rearranging(place, before, after, situation), stays(place, before, after), nil]
      end

      # @return [String] what the hands do in a box, in one sentence
      def rearranging(place, before, after, situation)
        moved = Evidence::Arrangement.changed(before, after).grep(%r{/})
        if after.none? { |joint| joint.size > 1 && joint.grep(%r{/}).any? && joint.intersect?(moved) } && moved.size > 4
          return "Take everything apart in the #{name(place)} box"
        end

        freed = moved.reject { |point| after.any? { |joint| joint.size > 1 && joint.include?(point) } }
        if freed.any? &&
             (moved - freed).all? { |point| before.any? { |joint| joint.include?(point) && joint.intersect?(freed) } }
          return "In the #{name(place)} box, take off #{list(freed.map { |point| wire(point) })} and look at the ends"
        end
        if remade?(place, moved, after, situation)
          return "In the #{name(place)} box, make up #{list(moved.map { |point| wire(point) })} again"
        end

        if moved.size > 8
          "Rewire the #{name(place)} box as listed"
        else
          "In the #{name(place)} box, move #{list(moved.map { |point| wire(point) })}"
        end
      end

      # Whether conductors go back to what they were found on.
      def remade?(place, moved, after, situation)
        found = Evidence::Arrangement.partners(situation.found_joints(place))
        now = Evidence::Arrangement.partners(after)
        moved.any? && moved.all? { |point| found[point] && found[point] == now[point] }
      end

      # @return [String] what stays as it is, and what is to be capped
      def stays(place, before, after)
        loose =
          Evidence::Arrangement
            .changed(before, after)
            .grep(%r{/})
            .reject { |point| after.any? { |joint| joint.size > 1 && joint.include?(point) } }
        still = before.any? { |joint| joint.size > 1 && after.any? { |other| other.sort == joint.sort } }
        [
          ("Cap #{list(loose.map { |point| wire(point) })}." if loose.any?),
          ("Cut back, strip and tighten what you make up." if loose.empty?),
          ("Everything else in the #{name(place)} box stays as it is." if still)
        ].compact.join(" ")
      end

      def on_probe(step, situation)
        at = step["at"].map { |point| wire(point) }
        live = Trade.instruments.dig(step["tool"], "power") == "on"
        [
          format(PROBES.fetch(step["tool"]), at.join(" to ")),
          "In the #{name(situation.place_of(step))} box.",
          live ? "The power is on. Touch with the probes only. One hand if you can." : nil
        ]
      end

      def on_bench(step, situation)
        [
          "Bench-test the #{name(situation.place_of_device(step["device"]))} switch, toggle #{step["position"]}",
          "Test continuity between each two of its screws. Which of them beep?",
          nil
        ]
      end

      def on_replace(step, situation)
        if step["kind"] == "lamp"
          return [
            "Put a good bulb into the fixture",
            "Use a bulb that was seen to burn elsewhere.",
            "Switch the light off first, and let a hot bulb cool."
          ]
        end

        term = situation.job.region.term(Trade::DeviceKind[step["kind"]])
        [
          "Fit a new #{term} in the #{name(situation.place_of_device(step["device"]))} box",
          "Conductor for conductor, by the marks on the terminals.",
          nil
        ]
      end

      def on_mark(step, situation)
        [
          "Tape #{wire(step["point"])} #{step["tape"]}",
          "In the #{name(situation.place_of(step))} box. It is hot, and its color does not say so.",
          nil
        ]
      end

      def on_find_breaker(step, situation)
        [
          "Find the breaker of #{wire(step["point"])}",
          "In the #{name(situation.place_of_point(step["point"]))} box it stays live with #{list(situation.breakers.keys)} off. " \
            "Turn off one breaker after the other until it goes dead.",
          nil
        ]
      end

      # What could not be done, as the start of a sentence.
      def refused(step, situation)
        place = name(situation.place_of(step))
        case step["do"]
        when "open"
          "the #{place} box could not be opened"
        when "prove_dead"
          "the #{place} box could not be proved dead"
        when "breaker"
          "breaker #{step["device"]} could not be switched #{step["to"]}"
        when "find_breaker"
          "the breaker behind #{wire(step["point"])} in the #{place} box could not be found"
        when "replace"
          if step["kind"] == "lamp"
            "the bulb could not be changed"
          else
            "there was no new #{situation.job.region.term(Trade::DeviceKind[step["kind"]])} for the #{place} box"
          end
        when "arrange"
          "the wires in the #{place} box could not be moved"
        when "tab"
          "the tab of #{step["device"]} could not be broken off"
        when "mark"
          "there was no tape for #{wire(step["point"])} in the #{place} box"
        when "probe"
          "a reading in the #{place} box could not be taken"
        when "watch", "wiggle"
          "the light could not be watched"
        when "set"
          "the #{place} switch could not be thrown"
        else
          "a step in the #{place} box could not be taken"
        end
      end

      # An answer in a few words.
      # @param region [Trade::Region] whose words are used
      def answered(step, answer, region = Trade::Region.all.first)
        return "cannot: #{answer["cannot"]}" if answer["cannot"]
        return "not sure" if answer["unsure"]

        case step["do"]
        when "watch", "report", "wiggle"
          seen(answer)
        when "open"
          inside(answer["found"], region)
        when "prove_dead"
          answer["live"].empty? ? "dead" : "still live: #{answer["live"].join(", ")}"
        when "probe"
          read(answer)
        when "find_breaker"
          answer["device"] || "none found"
        when "bench"
          answer["closed"].empty? ? "nothing closed" : answer["closed"].map { |pair| pair.join("–") }.join(", ")
        else
          "done"
        end
      end

      def inside(found, region)
        devices = found["devices"].map { |row| region.term(Trade::DeviceKind[row["kind"]]) }
        ["#{found["cable_ends"].size} cables", *devices, "#{found["joints"].size} joints"].join(", ")
      end

      def seen(answer)
        lights = (answer["loads"] || {}).map { |id, light| "#{id} #{light}" }
        (lights + (answer["breakers"] || {}).reject { |_, at| at == "on" }.map { |id, at| "#{id} #{at}" }).join(", ")
      end

      def read(answer)
        return answer["reads"] if answer["reads"]
        return "#{answer["volts"]} V" if answer["volts"]

        answer["ohms"] ? "#{answer["ohms"]} Ω" : "open"
      end

      def toggles(situation)
        situation
          .job
          .controls
          .map { |control| "#{name(control.place)} #{situation.positions[control.id] || "not noted"}" }
          .join(", ")
      end

      def name(place) = Design::Layout.unseen?(place) ? "unknown junction" : place.tr("_", " ")

      # A point in words: `porch/2.red` is "red of cable 2", `S1.common` is "the common screw of S1".
      def wire(point)
        owner, part = point.split(".")
        return part == "box" ? "the metal box" : "the #{part.tr("_", " ")} screw of #{owner}" unless point.include?("/")

        number = owner.split("/").last.delete("~")
        "#{part.tr("_", " ")} of cable #{number}"
      end

      # A piece of metal with its place: "the metal box in the pantry", "the yoke of S1 in the pantry".
      def metal(point, situation)
        owner, part = point.split(".")
        "#{part == "box" ? "the metal of the" : "the yoke of #{owner} in the"} #{name(situation.place_of_point(point))} box"
      end

      def list(items) = items.size < 2 ? items.join : "#{items[0..-2].join(", ")} and #{items.last}"
    end
  end
end

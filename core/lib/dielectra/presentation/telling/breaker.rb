# frozen_string_literal: true

module Dielectra
  module Presentation
    module Telling
      # Words for a breaker switched.
      class Breaker < Words
        LOCK = "Lock the breaker and tag it."
        DARK = "#{LOCK} No load is on, so nothing shows yet that it is the right one. Test before hands go in.".freeze
        TRIPPED =
          "It has tripped, and nothing here is on: it may feed this, whatever the label says. " \
            "#{LOCK} Test before hands go in.".freeze
        NAMED = "The label names it. #{LOCK} What it feeds shows later.".freeze
        HANDS = "Boxes are open. Nobody has a hand or a tool in one while the power is on."
        SEATED =
          "A switch that will be thrown is screwed back, or stands clear of everything with its plate on. " \
            "Never throw one that is hanging on its wires."

        def told(situation)
          title = "#{self.class.asked(situation)} breaker #{self["device"]} #{self["to"]}"
          if off?
            return [
              title,
              [other(situation) || off(situation), learned(situation), locked(situation)].compact.join(" "),
              nil
            ]
          end

          [
            title,
            [on(situation), warned(situation)].compact.join(" ").then { |text| text.empty? ? nil : text },
            hands(situation)
          ]
        end

        # The start of a title: what one does, or has somebody at the panel do
        def self.asked(situation) = (helper = situation.job.helper) ? "Have #{helper} turn" : "Turn"

        # @param situation [Evidence::Situation]
        # @return [Array<String>] insulated conductors in open boxes that touch nothing, in words
        def self.loose_ends(situation)
          situation.opened.keys.flat_map do |place|
            joined = situation.joints(place).select { |joint| joint.size > 1 }.flatten
            ends = situation.box(place).cable_ends.flat_map { |one| one.insulated.map { |wire| one.point(wire) } }
            (ends - joined).map { |point| "#{Naming.point(point)} in the #{Naming.place(place)} box" }
          end
        end

        def refused(_situation) = "breaker #{self["device"]} could not be switched #{self["to"]}"

        private

        def off? = self["to"] == "off"

        def hands(situation) = (HANDS if situation.opened.any?)

        # Safety reminder with a helper at the panel: test for dead yourself
        def locked(situation)
          helper = situation.job.helper or return
          "#{helper} says back which one it is, and stays there. What you read in the box counts, not what you hear."
        end

        def warned(situation)
          helper = situation.job.helper or return
          "Say that all hands are clear before #{helper} switches it, and wait for the word that it is on."
        end

        # With a load on, the load shows whether it is the right breaker.
        def off(situation)
          lit = situation.breaker_log.lit
          return passing(situation) if passing(situation)
          return NAMED if situation.breaker_log.doubted(situation.job.listed_breakers).include?(self["device"])
          return TRIPPED if lit.empty? && situation.breaker_log.tripped.include?(self["device"])
          return DARK if lit.empty? && situation.breaker_log.proved.empty?
          return LOCK if lit.empty?

          names = Naming.list(lit.map { |load| Naming.load(load, situation.job) }.uniq)
          "Leave #{names} on, and have somebody watch. It goes out if this is the right breaker. #{LOCK}"
        end

        # Share of wrong labels, learned from one's own jobs, from which it is said
        WORTH_SAYING = 0.3
        private_constant :WORTH_SAYING

        # How often labels were wrong, before the first breaker is seen to be the right one
        def learned(situation)
          wrong = Trade.priors.dig("label", "wrong")
          return if wrong < WORTH_SAYING || situation.breaker_log.proved.any?
          return unless situation.job.listed_breakers.include?(self["device"])

          "On your own jobs about #{(wrong * 10).round} labels in 10 were wrong."
        end

        # The breaker of a circuit that goes through a box of the job
        def passing(situation)
          places = situation.other_breakers.select { |_, ids| ids.include?(self["device"]) }.keys
          return if places.empty?

          names = Naming.list(places.map { |place| "the #{Naming.place(place)} box" })
          "It keeps wires live in #{names} that only pass through. #{LOCK}"
        end

        def on(situation)
          loose = Breaker.loose_ends(situation)
          capped = "Cap these loose ends first: #{loose.join("; ")}." if loose.any?
          [capped, (SEATED if situation.opened.any?)].compact.join(" ").then { |text| text.empty? ? nil : text }
        end

        # Why the breaker of another circuit goes off too
        # @return [String, nil] nil for a breaker that no earlier visit found
        def other(situation)
          boxes =
            situation.job.boxes.map(&:id).select { |id| situation.remembered_breakers(id).include?(self["device"]) }
          return if boxes.empty?

          names = boxes.map { |id| "the #{Naming.place(id)} box" }
          "It kept wires live in #{Naming.list(names)} on an earlier visit. Lock it too, and tag it."
        end
      end
    end
  end
end

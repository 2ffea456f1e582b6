# frozen_string_literal: true

module Dielectra
  module Presentation
    # The ways to make a change, side by side: what each takes, and how sure it is that it is that way.
    class ChangeChoices
      # Ways shown
      MOST = 4
      # Times the minutes of the best that another way may take to be shown
      DEARER = 1.5
      # Probability below which a way is not shown
      LEAST = 0.01

      NEW = { "switch" => "a new switch", "luminaire" => "a new light", "receptacle" => "a new receptacle" }.freeze
      private_constant :NEW

      # @param asked [Evidence::Job] with several changes asked for
      # @return [String] all of them
      def self.several(asked)
        wanted = asked.wanted
        added =
          asked.goal.new_items.map { |row| "#{NEW.fetch(row["kind"], "a new load")} at #{Naming.place(row["place"])}" }
        fits =
          (wanted["fit"] || {}).map do |device, kind|
            "#{device} to be #{Trade.article(asked.region.term(Trade::DeviceKind[kind]))}"
          end
        retired = (wanted["retire"] || []).map { |id| "the #{Naming.switch(id, asked)} switch taken out" }
        swaps = asked.goal.swaps.map { |id| "#{id} exchanged for a new one" }
        Naming.list([*added, *fits, *retired, *swaps])
      end

      # @param asked [Evidence::Job] with a change asked for
      # @return [String] what that is, in words
      def self.asked(asked)
        return several(asked) if asked.wanted["kind"] == Evidence::Asked::SEVERAL

        retired = asked.wanted["retire"] || []
        return "#{Naming.list(retired.map { |id| "the #{Naming.switch(id, asked)} switch" })} taken out" if retired.any?

        words = Evidence::Asked::KINDS.fetch(asked.wanted["kind"], "a change")
        swaps = asked.goal.swaps
        words += ": #{Naming.list(swaps)}" if swaps.any?
        fits =
          (asked.wanted["fit"] || {}).map do |device, kind|
            "#{device} to be #{Trade.article(asked.region.term(Trade::DeviceKind[kind]))}"
          end
        places = asked.new_places.map { |place| Naming.place(place.id) }
        [words, *fits, (Naming.list(places) if places.any?)].compact.join(": ")
      end

      # @param session [Session::Change]
      # @param local [Rules::Local]
      def initialize(session, local = Rules::Local.new)
        @session = session
        @local = local
        @asked = session.asked
        @region = @asked.region
      end

      # @return [Hash] `asked` in words, `ways` that are left, `impossible` (a sentence) where none does it, and
      #   `taken`: the work of the way that is being made, nil before any is done; `first`: what comes before, nil where
      #   nothing does; and `instead`: what would do without a new run, where every way needs one or there is none
      def to_h
        plans = @session.surveying? ? @session.change_plans : []
        possible = alike(plans.select { |plan, share| plan.possible? && share >= LEAST })
        possible += others(possible) if @session.surveying?
        {
          "asked" => asked,
          "ways" => possible.first(MOST).map { |plan, share| way(plan, share) },
          "impossible" => impossible(plans),
          "taken" => (taken unless @session.restoring?),
          "first" => (FIRST if @session.restoring?),
          "instead" => instead(plans, possible)
        }
      end

      private

      # Other ways under the likeliest hypothesis, which cost more
      def others(possible)
        best = @session.belief.hypotheses.first or return []
        known = possible.map { |plan, _| plan.work }
        ways = @session.change_planner.ways(best, @session.situation, MOST)
        near = ways.select { |plan| plan.cost <= ways.first.cost * DEARER }
        near.reject { |plan| known.include?(plan.work) }.map { |plan| [plan, nil] }
      end

      # What other devices would do without a new run
      # @return [Array<String>] sentences
      def instead(plans, possible)
        return [] if plans.empty? || possible.any? { |plan, _| plan.work.none? { |step| step["do"] == "cable" } }

        found = []
        found << BY_RADIO if @asked.wanted["kind"] == "add_control"
        found << WITHOUT_NEUTRAL if electronic?
        found << AT_THE_LIGHT if electronic? && fed_light?
        found
      end

      BY_RADIO = "A switch that sends to a receiver in a box that is there. The new place needs no run then."
      WITHOUT_NEUTRAL = "A kind that needs no neutral, where its maker has one. Its least load has to suit the lamp."
      AT_THE_LIGHT = "A control in the box of the light, which has a line and a neutral."
      private_constant :BY_RADIO, :WITHOUT_NEUTRAL, :AT_THE_LIGHT

      # Whether a switch is asked for that takes a neutral
      def electronic? = (@asked.wanted["fit"] || {}).each_value.any? { |kind| Trade::DeviceKind[kind].neutral? }

      # Whether line and neutral most likely reach a load without a switch between
      def fed_light?
        best = @session.belief.hypotheses.first or return false
        @session.job.goal.loads.any? do |load|
          roles = best.skeleton.functions_at(load.place).values.compact.map { |name| Design::Layout.role(name) }
          (%w[line neutral] - roles).empty?
        end
      end

      # Plans that take the same, with their probabilities together
      def alike(plans)
        plans
          .group_by { |plan, _| [plan.work, plan.rewire.replacements, plan.rewire.tabs] }
          .values
          .map { |some| [some.first.first, some.sum(&:last)] }
          .sort_by { |_, share| -share }
      end

      def way(plan, share)
        {
          "share" => share&.round(4),
          "percent" => share && Wording.percent(share),
          "minutes" => plan.minutes.round,
          "cable" => cable(plan),
          "work" => plan.work.map { |step| Instruction.of(step, @session.situation)["title"] },
          "materials" => materials(plan),
          "moves" => plan.rewire.changed.each_value.sum(&:size),
          "mishaps" => mishaps(plan),
          "boxes" => plan.places.map { |place| Naming.place(place) },
          "rules" => rules(plan)
        }
      end

      # @return [Array<String>] what it stays safe in, and what fails together
      def mishaps(plan)
        safe = "Stays safe with any one device out, a bulb missing and the toggles anywhere."
        [
          safe,
          *plan.mishaps.disturbing.map do |device, loads|
            "With #{device} out #{Naming.list(loads)} #{loads.one? ? "fails" : "fail"} too."
          end
        ]
      end

      # @return [Array<String>] new runs by type and feet
      def cable(plan)
        plan
          .work
          .select { |step| step["do"] == "cable" }
          .map do |step|
            from, to = step["between"].map { |place| Naming.place(place) }
            feet = Evidence::NewRun.allowed(@asked).find { |run| run.between?(step["between"]) }&.length_ft.to_i
            what = step["type"] || "#{step["colors"].size} in the raceway"
            "#{what}, #{from} to #{to}#{", #{feet} ft" unless feet.zero?}"
          end
      end

      def materials(plan)
        kinds = plan.work.filter_map { |step| step["kind"] } + plan.rewire.replacements.values
        boxes = plan.work.count { |step| step["do"] == "box" }
        [
          *Materials.devices(kinds, @region),
          (Materials.thing("box", "#{boxes} × box") if boxes.positive?),
          *plan.work.select { |step| step["do"] == "cable" }.map { |step| run(step) }
        ].compact
      end

      # A new run, with free ends and slack
      def run(step)
        feet = Evidence::NewRun.allowed(@asked).find { |run| run.between?(step["between"]) }&.length_ft.to_i
        needed = feet.positive? ? "#{Sums::Wire.needed(feet)} ft" : "length to be measured"
        Materials.thing(step["type"] || "raceway", "#{step["type"] || step["colors"].join(" and ")}, #{needed}")
      end

      def rules(plan) = RuleSheet.new(@session, @local).with(plan)

      FIRST = "It does not work as it is. That is put right first, like any other job."
      private_constant :FIRST

      def taken
        titles =
          @session
            .log
            .select { |entry| entry.step.builds? && entry.done? }
            .map { |entry| Instruction.of(entry.question, entry.before)["title"] }
        return if titles.empty? && @session.surveying?

        { "work" => titles, "boxes" => to_rewire, "minutes" => @session.minutes.round }
      end

      # Boxes that are left to rewire
      def to_rewire
        rewire = Rewire.new(@session).to_h unless @session.surveying?
        (rewire || {}).fetch("boxes", []).map { |box| box["name"] }
      end

      def impossible(plans)
        share = plans.sum { |plan, part| plan.possible? ? 0.0 : part }
        best, = plans.find { |plan, _| !plan.possible? }
        return unless best && share >= LEAST

        {
          "share" => share.round(4),
          "percent" => Wording.percent(share),
          "sentence" => Session::ChangeConclusion.sentence(best.needs, @asked, together(best))
        }
      end

      # Runs that do it only together, under the likeliest hypothesis
      def together(plan)
        best = @session.belief.hypotheses.first
        return [] unless plan.needs.empty? && @session.surveying? && best

        @session.change_planner.needed_together(best, @session.situation)
      end

      def asked = ChangeChoices.asked(@asked)
    end
  end
end

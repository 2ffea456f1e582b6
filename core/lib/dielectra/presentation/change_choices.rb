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

      # @param asked [Evidence::Job] with a change asked for
      # @return [String] what that is, in words
      def self.asked(asked)
        retired = asked.wanted["retire"] || []
        return "#{Naming.list(retired.map { |id| "the #{Naming.switch(id, asked)} switch" })} taken out" if retired.any?

        words = Evidence::Asked::KINDS.fetch(asked.wanted["kind"])
        fits =
          (asked.wanted["fit"] || {}).map do |device, kind|
            "#{device} to be #{Trade.article(asked.region.term(Trade::DeviceKind[kind]))}"
          end
        places = asked.new_places.map { |place| Naming.place(place.id) }
        [words, *fits, (Naming.list(places) if places.any?)].compact.join(": ")
      end

      # @param session [Session::Change]
      def initialize(session)
        @session = session
        @asked = session.asked
        @region = @asked.region
      end

      # @return [Hash] `asked` in words, `ways`, and `impossible` (a sentence) where none does it
      def to_h
        plans = @session.surveying? ? @session.change_plans : []
        possible = alike(plans.select { |plan, share| plan.possible? && share >= LEAST })
        possible += others(possible) if @session.surveying?
        {
          "asked" => asked,
          "ways" => possible.first(MOST).map { |plan, share| way(plan, share) },
          "impossible" => impossible(plans)
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

      def rules(plan) = Rules::Book.of(@asked.region.name).notes(Rules::Facts.of_plan(@session, plan))

      def impossible(plans)
        share = plans.sum { |plan, part| plan.possible? ? 0.0 : part }
        best, = plans.find { |plan, _| !plan.possible? }
        return unless best && share >= LEAST

        {
          "share" => share.round(4),
          "percent" => Wording.percent(share),
          "sentence" => Session::ChangeConclusion.sentence(best.needs)
        }
      end

      def asked = ChangeChoices.asked(@asked)
    end
  end
end

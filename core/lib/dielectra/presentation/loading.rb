# frozen_string_literal: true

module Dielectra
  module Presentation
    # What to load for the calls of a day: the parts that the repairs they may come to would take.
    module Loading
      # Probability of a hypothesis below which nothing is loaded for it
      UNLIKELY = 0.02
      # Parts expected over all calls below which one is not named
      LEAST = 0.1

      module_function

      # @param session [Session::Troubleshooting]
      # @return [Array<Hash>] for each `item` of Materials the number that is `expected`, and the `most` that it may be
      def of(session)
        cost = session.search.expected_cost
        wanted = asked(session.job)
        counts =
          cost
            .hypotheses
            .zip(cost.labels, cost.weights)
            .filter_map do |house, label, share|
              next if share < UNLIKELY

              needs = needs(cost.plans[label], house, session.situation.arrangement)
              [needs.merge(wanted) { |_, one, other| [one, other].max }, share]
            end
        items = counts.flat_map { |count, _| count.keys }.uniq
        items.map do |item|
          {
            "item" => item,
            "expected" => counts.sum { |count, share| count.fetch(item, 0) * share }.round(3),
            "most" => counts.map { |count, _| count.fetch(item, 0) }.max
          }
        end
      end

      # @param calls [Array<Array<Hash>>] what each call may need; see .of
      # @param stock [Array<String>] items that the van has
      # @param region [Trade::Region]
      # @return [Array<Hash>] `item`, `words` and whether it is `stocked`, the likeliest first
      def of_day(calls, stock, region)
        by_item = calls.flatten(1).group_by { |row| row["item"] }
        sums = by_item.transform_values { |rows| %w[expected most].map { |key| rows.sum { |row| row[key] } } }
        sums
          .select { |_, (expected, _)| expected >= LEAST }
          .sort_by { |_, (expected, _)| -expected }
          .map do |item, (expected, most)|
            { "item" => item, "words" => words(item, expected.round, most, region), "stocked" => stock.include?(item) }
          end
      end

      # Parts named in the request: devices to fit, new lights and outlets, and switches for new locations. A chain has
      # two three-ways and a four-way for each switch between them; two old switches are three-ways already.
      # @return [Hash{String => Integer}]
      def asked(job)
        goal = job.goal
        new = goal.new_items.map { |item| item["kind"] }
        switches = new.count(Goals::Change::SWITCH)
        old = goal.controls.size - switches
        needs = ((job.wanted["fit"] || {}).values + (new - [Goals::Change::SWITCH])).tally
        return needs if switches.zero?

        ends = old >= 2 ? 0 : 2
        needs.merge({ "three_way" => ends, "four_way" => [switches + old - 2, 0].max }.select { |_, n| n.positive? })
      end
      private_class_method :asked

      # What a plan takes. A device that failed in a closed box is in no plan yet, and is needed all the same.
      # @return [Hash{String => Integer}]
      def needs(plan, house, arrangement)
        kinds = house.kinds(arrangement)
        failed = house.faults.filter_map(&:device).to_h { |device| [device, kinds[device]] }
        needs = failed.merge(plan.replacements).values.compact.map { |kind| Trade::KindName.plain(kind) }.tally
        needs = { "lamp" => 1 } if plan.lamp
        needs["tape"] = 1 if plan.tapes.any?
        needs
      end
      private_class_method :needs

      def words(item, likely, most, region)
        name = Materials::THINGS[item] || region.term(Trade::DeviceKind[item])
        return name[0].upcase + name[1..] if item == "tape"

        "#{name[0].upcase}#{name[1..]}: #{likely.zero? ? "perhaps" : "#{likely} likely"}, #{most} at most"
      end
      private_class_method :words
    end
  end
end

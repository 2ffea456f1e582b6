# frozen_string_literal: true

module Dielectra
  module Learning
    # Priors and step times learned from finished jobs. Counts update the shipped shares as Dirichlet and beta priors;
    # step times are log-normal, shrunk to the shipped minutes. A floor keeps every cause in the search.
    #
    #   Experience.new(tallies).to_h
    #   # => {"priors" => {"deviation" => {"exchanged" => 0.17, …}, …}, "minutes" => {…}}
    class Experience
      # Fewest jobs to learn from
      LEAST_JOBS = 10
      # Fewest jobs in a subgroup (wiring method, era) for it to be used alone
      ENOUGH = 20
      # Weight of the shipped tables, as pseudo-counts of jobs, boxes, conductors, steps and labels
      JOBS = 30.0
      BOXES = 20.0
      CONDUCTORS = 20.0
      STEPS = 8.0
      LABELS = 10.0
      # Limits on the ratio of a learned share to the shipped one
      TIMES = [0.25, 4.0].freeze
      # Limits on a learned color habit
      SHARES = [0.05, 0.99].freeze
      # Causes to count, by their names in priors.json
      CAUSES = (Trade.priors.fetch("deviation").keys - %w[co_occurrence apart_again other_wiring]).freeze
      # Groups a user can switch on and off
      GROUPS = {
        "causes" => "what is wrong",
        "colors" => "color habits",
        "labels" => "labels at the panel",
        "layouts" => "how circuits are laid out",
        "minutes" => "how long a step takes"
      }.freeze
      # One learned value: its `group`, its `name` in the table, the `shipped` value, the `learned` value, and how many
      # observations were `counted`
      Row = Struct.new(:group, :name, :shipped, :learned, :counted)

      # @param tallies [Array<Hash>] see Tally#to_h
      # @param groups [Array<String>] that are switched on
      def initialize(tallies, groups: GROUPS.keys)
        @tallies = tallies
        @groups = groups
      end

      # @param tallies [Array<Hash>]
      # @param document [Hash] of a new job
      # @return [Array<Hash>] those of houses wired the same way and of the same time where there are enough; else those
      #   wired the same way; else all
      def self.alike(tallies, document)
        same = tallies.select { |one| one["method"] == document["method"] }
        era = same.select { |one| era(one["year_built"]) == era(document["year_built"]) }
        [era, same].find { |some| some.size >= ENOUGH } || tallies
      end

      # @return [Symbol, nil] whether a house is from before grounding conductors, from the years of aluminum, or later
      def self.era(year)
        return unless year

        if year < 1965
          :early
        else
          (year < 1974 ? :aluminum : :late)
        end
      end

      # @return [Integer] jobs that count
      def jobs = @tallies.size

      # @return [Array<Row>] whatever is switched on and off; empty below LEAST_JOBS
      def rows
        return [] if jobs < LEAST_JOBS

        @rows ||= causes + colors + labels + schemes + boxes + minutes
      end

      # @return [Hash] `priors` as tables to lay over the shipped ones, and `minutes`; empty where nothing is learned
      def to_h
        on = rows.select { |row| @groups.include?(row.group) }.group_by(&:group)
        priors = {
          "deviation" => table(on["causes"]),
          "color" => table(on["colors"]),
          "label" => table(on["labels"]),
          "layout" => on["layouts"] && layouts(on["layouts"])
        }.compact
        { "priors" => priors, "minutes" => table(on["minutes"]) }.compact.reject { |_, some| some.empty? }
      end

      private

      def table(rows) = rows&.to_h { |row| [row.name, row.learned] }

      # Splits the layout rows into schemes and runs onward
      def layouts(rows)
        onward, schemes = rows.partition { |row| row.name.match?(/\A\d/) }
        {
          "onward" => onward.map(&:learned),
          "scheme" => schemes.to_h { |row| [row.name, row.learned] }
        }.reject { |_, some| some.empty? }
      end

      # Posterior prior of each cause, by its share among all causes
      def causes
        shipped = Trade.table("priors").fetch("deviation").slice(*CAUSES)
        counts = @tallies.map { |one| one["causes"] }.reduce { |all, more| all.merge(more) { |_, a, b| a + b } }
        met = counts.sum { |_, count| count }
        shipped.map do |name, prior|
          share = prior / shipped.values.sum
          times = ((counts.fetch(name, 0) + (JOBS * share)) / (met + JOBS) / share).clamp(*TIMES)
          Row.new("causes", name, prior, (prior * times).round(5), counts.fetch(name, 0))
        end
      end

      def colors
        Trade
          .table("priors")
          .fetch("color")
          .filter_map do |name, prior|
            pairs = @tallies.filter_map { |one| one["colors"][name] }
            hits, of = pairs.transpose.map(&:sum)
            next unless of

            learned = ((hits + (CONDUCTORS * prior)) / (of + CONDUCTORS)).clamp(*SHARES)
            Row.new("colors", name, prior, learned.round(3), of)
          end
      end

      # A tally from before labels were counted has none.
      def labels
        wrong, seen = @tallies.filter_map { |one| one["labels"] }.transpose.map(&:sum)
        return [] unless seen&.positive?

        prior = Trade.table("priors").dig("label", "wrong")
        learned = ((wrong + (LABELS * prior)) / (seen + LABELS)).clamp(*SHARES)
        [Row.new("labels", "wrong", prior, learned.round(3), seen)]
      end

      def schemes
        shipped = Trade.table("priors").dig("layout", "scheme")
        shipped.map do |name, prior|
          count = @tallies.count { |one| one["scheme"] == name }
          Row.new(
            "layouts",
            name,
            prior,
            (prior * ((count + (JOBS * prior)) / (jobs + JOBS) / prior).clamp(*TIMES)).round(5),
            count
          )
        end
      end

      def boxes
        shipped = Trade.table("priors").dig("layout", "onward")
        counts = @tallies.map { |one| one["onward"] }.select(&:any?).transpose.map(&:sum)
        return [] if counts.empty?

        shipped.each_with_index.map do |prior, number|
          learned = (counts[number] + (BOXES * prior)) / (counts.sum + BOXES)
          Row.new("layouts", number.to_s, prior, [learned, prior * TIMES.first].max.round(4), counts[number])
        end
      end

      def minutes
        Trade.costs.filter_map do |name, usual|
          logs = @tallies.flat_map { |one| one["minutes"].fetch(name, []) }
          next if logs.empty?

          times = Math.exp(logs.sum / (logs.size + STEPS)).clamp(*TIMES)
          learned = (usual * times).clamp(Evidence::Costs::LEAST, Evidence::Costs::MOST)
          Row.new("minutes", name, usual, learned.round(2), logs.size)
        end
      end
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Learning
    # What the finished jobs of one's own change in the shipped tables. Counts are added to the shipped shares as to so
    # many jobs seen before (Dirichlet and beta priors), and minutes are means of logarithms shrunk to the usual ones.
    # Nothing falls below a floor, so that what was never met is still looked for.
    #
    #   Experience.new(tallies).to_h   # => {"priors" => {"deviation" => {"exchanged" => 0.17, …}, …}, "minutes" => {…}}
    class Experience
      # Jobs below which nothing is learned
      LEAST_JOBS = 10
      # Jobs of a house's own kind from which they alone count
      ENOUGH = 20
      # Jobs, boxes, conductors and steps that the shipped tables count for
      JOBS = 30.0
      BOXES = 20.0
      CONDUCTORS = 20.0
      STEPS = 8.0
      # The least and the most that a share is multiplied by
      TIMES = [0.25, 4.0].freeze
      # The least and the most of a color habit
      SHARES = [0.05, 0.99].freeze
      # Kinds of cause that are counted, as the priors name them
      CAUSES = (Trade.priors.fetch("deviation").keys - %w[co_occurrence apart_again other_wiring]).freeze
      # What can be switched on and off
      GROUPS = {
        "causes" => "what is wrong",
        "colors" => "color habits",
        "layouts" => "how circuits are laid out",
        "minutes" => "how long a step takes"
      }.freeze
      # One line of what was learned: `group`, `name` in the tables, the `shipped` value, the `learned` one, and of how
      # many things it was `counted`
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

        @rows ||= causes + colors + schemes + boxes + minutes
      end

      # @return [Hash] `priors` as tables to lay over the shipped ones, and `minutes`; empty where nothing is learned
      def to_h
        on = rows.select { |row| @groups.include?(row.group) }.group_by(&:group)
        priors = {
          "deviation" => table(on["causes"]),
          "color" => table(on["colors"]),
          "layout" => on["layouts"] && layouts(on["layouts"])
        }.compact
        { "priors" => priors, "minutes" => table(on["minutes"]) }.compact.reject { |_, some| some.empty? }
      end

      private

      def table(rows) = rows&.to_h { |row| [row.name, row.learned] }

      # Schemes by name, and runs onward by their number
      def layouts(rows)
        onward, schemes = rows.partition { |row| row.name.match?(/\A\d/) }
        {
          "onward" => onward.map(&:learned),
          "scheme" => schemes.to_h { |row| [row.name, row.learned] }
        }.reject { |_, some| some.empty? }
      end

      # How often each cause was met, against its share of all that is shipped
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

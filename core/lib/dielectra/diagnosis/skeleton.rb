# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # The wiring that hypotheses of one routing share: cables from end to end, and which conductor of the feed is hot.
    # Ways of naming functions that nobody could tell apart by any reading are one skeleton; their roles are a sum.
    class Skeleton
      attr_reader :layout, :runs, :weight, :roles, :verdicts, :links

      # Where a switch stands between line and load.
      # @return [Symbol] :only, :first, :last or :none
      def self.chain_place(chain, place)
        return :none unless chain.include?(place)
        return :only if chain.size == 1

        {chain.first => :first, chain.last => :last}.fetch(place, :none)
      end

      # All skeletons that agree with the boxes opened so far, heaviest first; weights sum to one.
      # @return [Array<Skeleton>]
      def self.all(job, situation, index, most: 80)
        merged = {}
        Routing.new(job, situation).each do |layout, runs, weight, verdicts|
          key = physical_key(layout, runs, situation)
          (merged[key] ||= []) << [weight, layout, runs, verdicts]
        end
        total = merged.values.sum { |ways| ways.sum(&:first) }
        merged.values.map { |ways| from_ways(ways, total, job, index) }.sort_by { |skeleton| -skeleton.weight }.first(most)
      end

      def self.from_ways(ways, total, job, index)
        _, layout, runs, verdicts = ways.max_by(&:first)
        roles = Hash.new { |hash, point| hash[point] = Hash.new(0.0) }
        ways.each { |weight, its_layout, its_runs, _| add_roles(roles, its_layout, its_runs, weight / total) }
        new(layout:, runs:, weight: ways.sum(&:first) / total, roles:, verdicts:, index:, job:)
      end
      private_class_method :from_ways

      def self.add_roles(roles, layout, runs, weight)
        runs.each do |run|
          run.strands.each do |strand|
            role = strand.function ? Design::Layout.role(strand.function) : "spare"
            role = "onward" if role == "line" && run.places.any? { |place| place.start_with?("onward") }
            strand.points.each { |point| roles[point][role] += weight }
          end
          run.grounding&.each { |point| roles[point]["ground"] += weight }
        end
        layout
      end
      private_class_method :add_roles

      # What tells two routings apart for any reading in the boxes opened so far.
      def self.physical_key(layout, runs, situation)
        closed = (layout.chain + [layout.light]).reject { |place| situation.open?(place) }
        told = runs.select { |run| run.outer? || run.places.any? { |place| closed.include?(place) } }
        [runs.map(&:physical_key).sort_by(&:to_s), told.map(&:functions_key).sort_by(&:to_s),
         (layout.chain if closed.intersect?(layout.chain))]
      end
      private_class_method :physical_key

      def initialize(layout:, runs:, weight:, roles:, verdicts:, index:, job:)
        @layout = layout
        @runs = runs
        @weight = weight
        @roles = roles
        @verdicts = verdicts
        @index = index
        @job = job
        @links = runs.flat_map { |run| run.strands.map(&:points) + [run.grounding].compact }
                     .map { |points| points.map { |point| index[point] } }
        @outer = outer_links
      end

      # Feed and bond: pairs of points that the panel joins. The supply's own bond comes last.
      attr_reader :outer

      # @return [Hash{String => String, nil}] conductor's point => function in a place
      def functions_at(place)
        runs.select { |run| run.at?(place) }.map { |run| run.functions_at(place) }.reduce({}, :merge)
      end

      # @return [Array<String>] the points of the grounding conductors in a place
      def grounds_at(place) = runs.select { |run| run.at?(place) && run.grounding }.map { |run| run.grounding[run.side(place)] }

      def workmanship(place, kind)
        device = @job.wanted_controls.find { |control| control.place == place }&.id
        device ||= @job.wanted_load.id if layout.light == place
        Design::Workmanship.new(device:, kind:, chain_place: Skeleton.chain_place(layout.chain, place))
      end

      private

      def outer_links
        feed = runs.find(&:feed?)
        line = @index[PointIndex::SOURCE]
        neutral = @index[PointIndex::RETURN]
        pairs = [[line, @index[feed.point(Design::Layout::FEED, "line")]], [neutral, @index[feed.point(Design::Layout::FEED, "neutral")]]]
        pairs << [@index[PointIndex::EARTH], @index[feed.grounding[feed.side(Design::Layout::FEED)]]] if feed.grounding
        pairs << [neutral, @index[PointIndex::EARTH]]
      end
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # Layouts that agree with the number of cables in each opened box.
    class CandidateLayouts
      # Boxes up to which an unknown junction is considered
      MOST_AROUND_JUNCTION = 4

      # @param job [Evidence::Job]
      # @param situation [Evidence::Situation]
      # @param boxes [BoxReadings]
      # @param wide [Boolean] whether rarer layouts are looked for too
      def initialize(job, situation, boxes, wide:)
        @job = job
        @situation = situation
        @boxes = boxes
        @wide = wide
      end

      # Layouts that look alike in every opened box are one: the commonest of them, with the weight of them all.
      # @return [Array<Design::Layout>] likeliest first
      def to_a
        return trees.flat_map(&:sketches) if @boxes.places.empty?

        known = distinct(trees)
        known += distinct(trees(unseen: true)) if junction?(known)
        known.sort_by { |layout| -layout.weight }
      end

      # @return [Array] everything in the opened boxes that the layouts depend on
      def key = [@boxes.ports.transform_values { |ports| ports.map(&:size) }, @boxes.singles?, @wide, halves]

      private

      # @param trees [Array<Design::CableTrees>]
      # @return [Array<Design::Layout>]
      def distinct(trees)
        known = {}
        trees.each do |listed|
          listed.each do |layout|
            alike = (known[layout.seen_from(@boxes.places)] ||= [layout, 0.0])
            alike[0] = layout if layout.weight > alike[0].weight
            alike[1] += layout.weight
          end
        end
        known.each_value.map { |layout, weight| layout.with(weight:) }
      end

      # Whether an unknown junction is considered
      def junction?(known) = !@boxes.singles? && @job.boxes.size <= MOST_AROUND_JUNCTION && (@wide || known.empty?)

      # @param unseen [Boolean] whether to include an unknown junction
      # @return [Array<Design::CableTrees>] for each way the groups of loads can be on the circuits
      def trees(unseen: false) =
        (@trees ||= {})[unseen] ||= Design::Circuits
          .splits(@job.goal.groups.size, @job.circuits)
          .map { |circuits| trees_of(circuits, unseen) }

      def trees_of(circuits, unseen)
        goal = @job.goal
        known = [*goal.controls, *goal.loads].map(&:place)
        ends = @boxes.singles? ? {} : @boxes.ports.transform_values { |ports| ports.map(&:size) }
        singles = @boxes.singles? ? @boxes.ports.transform_values(&:size) : {}
        Design::CableTrees.new(
          circuits:,
          passing: (circuits.max + 1 if circuits.max + 1 < @job.circuits && circuits.none?(Design::Circuits::SHARING)),
          chains: goal.groups.map { |group| [group.controls, group.loads] },
          others: @job.boxes.map(&:id) - known,
          ends:,
          singles:,
          wide: @wide || @boxes.singles?,
          halves:,
          unseen:,
          beyond: @job.bystanders.any?
        )
      end

      # Whether receptacles that the job names whole are switched wholly or by one half. The broken tab says so once it
      # is seen.
      def halves
        places = @job.goal.loads.select { |load| load.kind == "receptacle" && load.part.nil? }.map(&:place)
        return { [] => 1.0 } if places.empty?
        return { places => 1.0 } if @job.goal.loads.any? { |load| @job.goal.half?(load.id) }

        seen = places.select { |place| @situation.open?(place) }
        shown = seen.map { |place| hot_tab(place) }
        share = Trade.priors.dig("layout", "half_switched")
        {
          [] => (shown.include?(:broken) ? 0.0 : 1 - share),
          places => (shown.include?(:whole) ? 0.0 : share)
        }.select { |_, weight| weight.positive? }
      end

      # @return [Symbol, nil] :broken or :whole; nil where it was not reported and the screws do not show it
      def hot_tab(place)
        row = @situation.opened[place]["devices"].find { |device| device["kind"] == "receptacle" } or return
        return :broken if Trade::KindName.tab_broken?(@situation.found_kind(place, row), Trade::Tab::HOT)

        :whole if row.key?(Trade::Tab::HOT) || @situation.found_joints(place).flatten.include?("#{row["id"]}.hot_1")
      end
    end
  end
end

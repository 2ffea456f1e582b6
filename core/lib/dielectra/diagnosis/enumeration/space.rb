# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # The hypothesis space given the opened boxes: skeletons, states of the closed boxes and hidden faults, by falling
    # prior. Unlikely ones are left out and can be added back by a wider listing.
    #
    # Listing lists them, Agreement ranks skeletons by what was observed, Selection prunes to a budget.
    class Space
      # Skeletons listed with all their deviations; three times as many in a wider listing
      MOST_SKELETONS = 24
      WIDER = 3
      # Skeletons ranked to pick those from once a box is open
      MOST_RANKED = 300
      # Further skeletons held without a hidden fault, and their least weight relative to the heaviest
      MOST_PLAIN = 250
      LEAST_PLAIN = 0.005
      # Hypotheses weighed by the latest answers for each that is wanted
      LOOKED_THROUGH = 4

      # @param wide [Boolean] whether to look for layouts seldom met
      # @param guide [Hash{Array => Float}] how much likelier the observations have made each thing that may be wrong,
      #   by what and where; hypotheses are picked by it, and weighed without it
      # @param observations [Array<Observation>] skeletons are ranked by how well they agree with them
      def initialize(world, situation, wide: false, guide: {}, observations: [])
        @world = world
        @job = world.job
        @situation = situation
        @wide = wide
        @observations = observations
        @boxes = BoxStates.new(world, situation)
        nothing = nothing(situation)
        @listing = Listing.new(world, @boxes, wide:, guide:, nothing:)
        @agreement = Agreement.new(world, @listing, @boxes, observations)
        @selection = Selection.new(world, situation, @agreement, guide:, wide:, nothing:)
      end

      # Deviations and places, opened boxes included: the key of a guide
      # @param skeleton [Skeleton]
      # @param deviations [Array<Deviation>]
      # @return [Array]
      def self.wrong(skeleton, deviations)
        all = skeleton.wrong_places + deviations.map(&:wrong)
        all.size < 2 ? all : all.sort_by(&:hash)
      end

      # @return [Array<Hypothesis>]
      def hypotheses
        skeletons, others = ranked
        return [] if skeletons.empty?

        found = @listing.of_all(skeletons)
        return @selection.merged(found) if @situation.opened_boxes.empty?

        @selection.held(found).map { |row| hypothesis(*row) } + others.flat_map { |skeleton| @listing.plain(skeleton) }
      end

      # @param count [Integer]
      # @return [Array<Hypothesis>] the most common a priori
      def most_common(count)
        return hypotheses.max_by(count, &:prior) if @situation.opened_boxes.empty?

        skeletons = Skeleton.all(@job, @situation, @world, most: MOST_SKELETONS)
        @listing.common(skeletons).max_by(count, &:last).map { |row| hypothesis(*row) }
      end

      # Extensions of a hypothesis by one deviation: a hidden fault, or a closed box that deviates. Source: de Kleer and
      # Williams (1987): candidates grow from probable ones instead of being listed.
      # @param hypothesis [Hypothesis]
      # @return [Array<Hypothesis>]
      def extended(hypothesis)
        wrong = hypothesis.skeleton.wrong + hypothesis.deviations.map(&:kind)
        more = with_fault(hypothesis, wrong)
        more += with_deviating_box(hypothesis, wrong) if hypothesis.faults.empty?
        more.map { |row| hypothesis(*row) }
      end

      # Extensions of a hypothesis by one hidden fault
      # @return [Array<Hypothesis>]
      def faulty(hypothesis) = with_fault(hypothesis, hypothesis.deviations.map(&:kind)).map { |row| hypothesis(*row) }

      # Neighbors of a skeleton: two single conductors exchanged that no observation tells apart. Skeletons were sampled
      # where there were too many to list.
      # @param skeleton [Skeleton]
      # @return [Array<Hypothesis>]
      def exchanged(skeleton) = skeleton.exchanged(@world).flat_map { |other| @listing.plain(other) }

      # @param hypotheses [Array<Hypothesis>]
      # @return [Array<Hypothesis>] the likeliest of them by prior and latest answers
      def likeliest(hypotheses, most)
        return hypotheses if hypotheses.size <= most

        hypotheses.max_by(most * LOOKED_THROUGH, &:prior).max_by(most) { |one| @agreement.weight(one) }
      end

      private

      # Prior of a call where nothing is wrong: a breaker that is merely off is all of it, one that has tripped seldom
      # is
      def nothing(situation)
        return Trade.priors.fetch("nothing_tripped") if situation.breakers_found.value?("tripped")

        situation.found_off? || @job.as_is? ? 1.0 : Trade.priors.dig("deviation", "nothing")
      end

      def hypothesis(assembly, faults, prior) = Hypothesis.new(assembly:, faults:, prior:, world: @world)

      # Skeletons that agree best with the observations, and the remaining ones
      # @return [Array(Array<Skeleton>, Array<Skeleton>)]
      def ranked
        blind = @situation.opened_boxes.empty?
        found = blind ? MOST_SKELETONS : MOST_RANKED
        skeletons =
          on_breakers(Skeleton.all(@job, @situation, @world, most: found, wide: @wide, draw: @observations.size))
        most = MOST_SKELETONS * (@wide ? WIDER : 1)
        return skeletons, [] if skeletons.size <= most

        rows = @agreement.ranked(skeletons)
        held = Skeleton.with_old_schemes(rows.map(&:last), most) { |skeleton| skeleton.layout.scheme }
        [held, blind ? [] : plain(rows, most) - held]
      end

      # Which breaker feeds which circuit matters once a light was watched with one of them off.
      def on_breakers(skeletons)
        return skeletons if @observations.none? { |seen| seen.what == :parted }

        skeletons.flat_map { |one| [one, one.swapped].map { |way| way.weighing(0.5) } }
      end

      def plain(rows, most)
        least = rows.first.first * LEAST_PLAIN
        rows.drop(most).take_while { |weight, _| weight >= least }.first(MOST_PLAIN).map(&:last)
      end

      def with_fault(hypothesis, wrong)
        faults = Faults.new(hypothesis.assembly, @world).all.reject { |pair| hypothesis.faults.include?(pair.first) }
        faults.map do |fault, prior|
          share = prior * Deviation.co_occurrence(wrong, fault.kind)
          [hypothesis.assembly, hypothesis.faults + [fault], hypothesis.prior * share]
        end
      end

      # Extensions by a deviation in one more closed box
      def with_deviating_box(hypothesis, wrong)
        closed = @boxes.closed_places.reject { |place| hypothesis.boxes[place].deviation }
        closed.flat_map do |place|
          box = hypothesis.boxes[place]
          ways = ClosedBox.of(hypothesis.skeleton, place, @world).deviating
          ways.map do |way|
            share = way.weight / box.weight * Deviation.co_occurrence(wrong, way.deviation.kind)
            boxes = hypothesis.boxes.merge(place => way)
            [Assembly.new(hypothesis.skeleton, boxes, @world), hypothesis.faults, hypothesis.prior * share]
          end
        end
      end
    end
  end
end

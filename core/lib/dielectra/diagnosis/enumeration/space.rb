# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # The hypotheses worth holding, given what the opened boxes show: skeletons, ways the closed boxes may be joined,
    # and hidden faults, by falling prior. What is too unlikely is left out, and can be grown back by looking wider.
    #
    # Listing lists them, Agreement ranks skeletons by what was observed, Selection prunes what was listed to a budget.
    class Space
      # Skeletons of which everything that may be wrong is held; three times as many where one looks wider.
      MOST_SKELETONS = 24
      WIDER = 3
      # Skeletons that are ranked to pick those from, once a box is open.
      MOST_RANKED = 300
      # Further skeletons that are held without a hidden fault, and the least share of the heaviest that they need.
      MOST_PLAIN = 250
      LEAST_PLAIN = 0.005

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
        nothing = situation.found_off? ? 1.0 : Trade.priors.dig("deviation", "nothing")
        @listing = Listing.new(world, @boxes, wide:, guide:, nothing:)
        @agreement = Agreement.new(world, @listing, @boxes, observations)
        @selection = Selection.new(world, situation, @agreement, guide:, wide:, nothing:)
      end

      # What is wrong and where, in opened boxes too: what a guide is keyed by.
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
      # @return [Array<Hypothesis>] the commonest, whatever was observed
      def most_common(count)
        return hypotheses.max_by(count, &:prior) if @situation.opened_boxes.empty?

        skeletons = Skeleton.all(@job, @situation, @world, most: MOST_SKELETONS)
        @listing.common(skeletons).max_by(count, &:last).map { |row| hypothesis(*row) }
      end

      # What a hypothesis becomes with one thing more wrong: a hidden fault, or a closed box that is not as it was
      # meant. Source: de Kleer and Williams (1987): candidates are grown from the probable ones, not listed.
      # @param hypothesis [Hypothesis]
      # @return [Array<Hypothesis>]
      def extended(hypothesis)
        wrong = hypothesis.skeleton.wrong + hypothesis.deviations.map(&:kind)
        more = with_fault(hypothesis, wrong)
        more += with_spoilt_box(hypothesis, wrong) if hypothesis.faults.empty?
        more.map { |row| hypothesis(*row) }
      end

      # What a skeleton becomes with two single conductors exchanged that nothing observed tells apart. Those that are
      # held were drawn from too many.
      # @param skeleton [Skeleton]
      # @return [Array<Hypothesis>]
      def exchanged(skeleton) = skeleton.exchanged(@world).flat_map { |other| @listing.plain(other) }

      # @param hypotheses [Array<Hypothesis>]
      # @return [Array<Hypothesis>] so many of them, the likeliest by prior and by the last answers
      def likeliest(hypotheses, most) =
        hypotheses.size > most ? hypotheses.max_by(most) { |one| @agreement.weight(one) } : hypotheses

      private

      def hypothesis(assembly, faults, prior) = Hypothesis.new(assembly:, faults:, prior:, world: @world)

      # The skeletons that agree best with the observations, and those that come after.
      # @return [Array(Array<Skeleton>, Array<Skeleton>)]
      def ranked
        blind = @situation.opened_boxes.empty?
        found = blind ? MOST_SKELETONS : MOST_RANKED
        skeletons = Skeleton.all(@job, @situation, @world, most: found, wide: @wide, draw: @observations.size)
        most = MOST_SKELETONS * (@wide ? WIDER : 1)
        return skeletons, [] if skeletons.size <= most

        rows = @agreement.ranked(skeletons)
        held = Skeleton.with_old_schemes(rows.map(&:last), most) { |skeleton| skeleton.layout.scheme }
        [held, blind ? [] : plain(rows, most) - held]
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

      # Every way to spoil one more closed box.
      def with_spoilt_box(hypothesis, wrong)
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

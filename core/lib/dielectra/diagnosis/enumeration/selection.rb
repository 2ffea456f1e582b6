# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # Prunes hypotheses to a budget. Survivors inherit the weight of pruned ones with the same deviation, since many
    # unlikely ones may be likely together.
    class Selection
      # Hypotheses held
      MOST = 240
      # Least rows held of each group, and the factor of candidates weighed by the latest answers
      FEW = 4
      LOOKED_THROUGH = 4
      # Share of a group below which an account of the opened boxes counts as far-fetched
      FAR_FETCHED = 0.01
      # Rows considered for merging before a box is open
      MOST_BLIND = 900

      # @param world [World]
      # @param situation [Evidence::Situation]
      # @param agreement [Agreement]
      # @param guide [Hash{Array => Float}] see Space
      # @param wide [Boolean] whether an answer surprised
      # @param nothing [Float] probability of a call where nothing is wrong
      def initialize(world, situation, agreement, guide:, wide:, nothing:)
        @world = world
        @situation = situation
        @agreement = agreement
        @guide = guide
        @wide = wide
        @nothing = nothing
        @wrongs = {}
        @wrongs_of = {}.compare_by_identity
        @accounts = {}
        @account_of = {}.compare_by_identity
      end

      # @param found [Array<Array(Assembly, Array<Deviation>, Float)>]
      # @return [Array<Array(Assembly, Array<Deviation>, Float)>]
      def held(found)
        return found if found.size <= MOST

        groups = grouped(found)
        total = groups.sum { |rows| rows.sum(&:first) }
        groups.flat_map { |rows| represented(rows, total) }
      end

      # Merges hypotheses before a box is open, when only the light can be observed. Those with the same deviation in
      # the same place and the same light in every combination are one.
      # @return [Array<Hypothesis>]
      def merged(found)
        found = thinned(found) if found.size > MOST_BLIND
        all = found.map { |assembly, faults, prior| Hypothesis.new(assembly:, faults:, prior:, world: @world) }
        groups = all.group_by { |one| [Space.wrong(one.skeleton, one.deviations), shown(one)] }
        groups
          .map { |(wrong, lights), alike| one_of(alike, called_for_nothing?(wrong, lights, alike) ? @nothing : 1.0) }
          .max_by(MOST, &:prior)
      end

      private

      # Rows grouped by deviation, scheme and position of a fault in an opened box, with the weight of each group
      def grouped(found)
        weighed = @wide ? @agreement.weighed(found) : found.map { |row| [row[2] * guided(wrong_of(*row)), row] }
        groups = {}
        weighed.each do |weight, row|
          kind = [row[0].skeleton.layout.scheme.name, exactly(row[1].first)]
          ((groups[wrong_of(*row)] ||= {})[kind] ||= []) << [weight, row]
        end
        groups.values.flat_map(&:values)
      end

      # Exact position of a fault. It does not matter while its box is closed.
      def exactly(fault) = ([fault.points, fault.contact, fault.seen_as] if fault && @situation.open?(fault.place))

      # The heaviest rows of a group with the weight of the whole group. Few rows are held of an obsolete scheme: those
      # that agree best with the latest answers. Every account of the opened boxes that is not far-fetched is
      # represented.
      def represented(rows, total)
        sum = rows.sum(&:first)
        return [] if sum.zero?

        most = [(MOST * sum / total).ceil, FEW].max
        rows = agreeing_best(rows, most) if !@wide && rows.size > most && obsolete?(rows)
        all = rows.sum(&:first)
        accounts = by_account(rows)
        raised = all / accounts.sum { |some| some.sum(&:first) }
        accounts.flat_map do |some|
          share = some.sum(&:first) * raised / all
          heaviest(some, (most * share).ceil, share * all)
        end
      end

      def obsolete?(rows) = rows.first.last.first.skeleton.layout.scheme != Design::Scheme::PRESENT

      # The heaviest rows, scaled to the weight of all
      def heaviest(rows, most, weight)
        held = rows.max_by(most, &:first)
        raised = weight / held.sum(&:first)
        held.map { |_, (assembly, faults, prior)| [assembly, faults, prior * raised] }
      end

      # Rows grouped by their account of the conductors in opened boxes, without far-fetched ones
      def by_account(rows)
        least = rows.sum(&:first) * FAR_FETCHED
        accounts =
          rows
            .group_by { |_, (assembly, *)| account(assembly.skeleton) }
            .values
            .select { |some| some.sum(&:first) >= least }
        accounts.empty? ? [rows] : accounts
      end

      # A skeleton's account of the conductors in opened boxes, as an id
      def account(skeleton)
        @account_of[skeleton] ||= begin
          said = @situation.opened_boxes.map { |place| skeleton.functions_at(place) }
          @accounts[said] ||= @accounts.size
        end
      end

      def agreeing_best(rows, most)
        some = rows.max_by(most * LOOKED_THROUGH) { |weight, _| weight }
        found = @agreement.weighed(some.map(&:last)).select { |weight, _| weight.positive? }
        found.empty? ? rows : found
      end

      # Deviation and place, interned
      def wrong_of(assembly, faults, _)
        mine = @wrongs_of[assembly] ||= same_wrong(assembly, [])
        return mine.first if faults.empty?

        mine.last[faults.first] ||= same_wrong(assembly, faults).first
      end

      # @return [Array(Array, Hash)] the deviations, and those with one further fault
      def same_wrong(assembly, faults)
        wrong = Space.wrong(assembly.skeleton, assembly.deviations + faults)
        @wrongs[wrong] ||= [wrong, {}.compare_by_identity]
      end

      def guided(wrong)
        return 1.0 if @guide.empty?

        @guide.fetch(wrong) { @guide.fetch(:others) }
      end

      # The heaviest rows of each deviation, with the weight of all of its rows
      def thinned(found)
        total = found.sum(&:last)
        groups = found.group_by { |row| wrong_of(*row) }
        groups.each_value.flat_map do |rows|
          sum = rows.sum(&:last)
          heaviest(rows.map { |row| [row.last, row] }, [(MOST_BLIND * sum / total).ceil, FEW].max, sum)
        end
      end

      # The light pattern over all combinations
      def shown(hypothesis)
        @world.combinations.map do |raised|
          @agreement.prediction.lights(hypothesis, Evidence::Arrangement.as_found, raised)
        end
      end

      def one_of(alike, share)
        alike.max_by(&:prior).tap { |one| one.prior = one.weight = alike.sum(&:prior) * share }
      end

      # Whether there is a deviation although every control works the light, so that nobody had reason to call
      def called_for_nothing?(wrong, lights, alike) =
        wrong.any? && alike.none?(&:intermittent?) && obeying?(@world.combinations.zip(lights).to_h)

      def obeying?(shown)
        goal = @world.job.goal
        shown.all? do |raised, light|
          goal.clear?(light) &&
            raised.keys.all? { |id| goal.heeded?(id, light, shown[raised.merge(id => !raised[id])]) }
        end
      end
    end
  end
end

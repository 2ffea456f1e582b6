# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # Prunes what was listed to a budget. Rows that are held inherit the weight of those pruned that say that the same
    # is wrong: much that is unlikely each may be likely together.
    class Selection
      # Hypotheses that are held.
      MOST = 240
      # Rows that are held of each group at least, and of how many times as many they are picked by the last answers.
      FEW = 4
      LOOKED_THROUGH = 4
      # Share of a group below which an account of the opened boxes is far-fetched.
      FAR_FETCHED = 0.01
      # Rows looked at before a box is open, to be merged.
      MOST_BLIND = 900

      # @param world [World]
      # @param situation [Evidence::Situation]
      # @param agreement [Agreement]
      # @param guide [Hash{Array => Float}] see Space
      # @param wide [Boolean] whether an answer surprised
      # @param nothing [Float] how seldom somebody is called where nothing is wrong
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

      # Before a box is open, all that can be observed is the light. Hypotheses with the same thing wrong in the same
      # place that show the same light in every combination are one.
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

      # Rows by what is wrong, the scheme, and where in an opened box a fault sits, each with what it weighs.
      def grouped(found)
        weighed = @wide ? @agreement.weighed(found) : found.map { |row| [row[2] * guided(wrong_of(*row)), row] }
        groups = {}
        weighed.each do |weight, row|
          kind = [row[0].skeleton.layout.scheme.name, exactly(row[1].first)]
          ((groups[wrong_of(*row)] ||= {})[kind] ||= []) << [weight, row]
        end
        groups.values.flat_map(&:values)
      end

      # Of a fault in a closed box, or in none, it makes no difference as yet where it sits.
      def exactly(fault) = ([fault.points, fault.contact, fault.seen_as] if fault && @situation.open?(fault.place))

      # The heaviest of a group, with the weight of all of it. Of an obsolete scheme, of which few are held, those that
      # agree best with the last answers. Some are of every account of the opened boxes that is not far-fetched.
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

      # The heaviest so many, weighing what all of them do.
      def heaviest(rows, most, weight)
        held = rows.max_by(most, &:first)
        raised = weight / held.sum(&:first)
        held.map { |_, (assembly, faults, prior)| [assembly, faults, prior * raised] }
      end

      # Rows by what the conductors in the opened boxes are said to be, far-fetched accounts left out.
      def by_account(rows)
        least = rows.sum(&:first) * FAR_FETCHED
        accounts =
          rows
            .group_by { |_, (assembly, *)| account(assembly.skeleton) }
            .values
            .select { |some| some.sum(&:first) >= least }
        accounts.empty? ? [rows] : accounts
      end

      # What a skeleton says of the conductors in the opened boxes, as a number.
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

      # What is wrong and where, the one object for all rows of which the same is.
      def wrong_of(assembly, faults, _)
        mine = @wrongs_of[assembly] ||= same_wrong(assembly, [])
        return mine.first if faults.empty?

        mine.last[faults.first] ||= same_wrong(assembly, faults).first
      end

      # @return [Array(Array, Hash)] what is wrong, and what is with a fault more
      def same_wrong(assembly, faults)
        wrong = Space.wrong(assembly.skeleton, assembly.deviations + faults)
        @wrongs[wrong] ||= [wrong, {}.compare_by_identity]
      end

      def guided(wrong)
        return 1.0 if @guide.empty?

        @guide.fetch(wrong) { @guide.fetch(:others) }
      end

      # The heaviest of everything that says that the same is wrong, with the weight of all of it.
      def thinned(found)
        total = found.sum(&:last)
        groups = found.group_by { |row| wrong_of(*row) }
        groups.each_value.flat_map do |rows|
          sum = rows.sum(&:last)
          heaviest(rows.map { |row| [row.last, row] }, [(MOST_BLIND * sum / total).ceil, FEW].max, sum)
        end
      end

      # What the lights do in every combination.
      def shown(hypothesis)
        @world.combinations.map do |raised|
          @agreement.prediction.lights(hypothesis, Evidence::Arrangement.as_found, raised)
        end
      end

      def one_of(alike, share)
        alike.max_by(&:prior).tap { |one| one.prior = one.weight = alike.sum(&:prior) * share }
      end

      # Whether something is wrong and every control works the light all the same, so that nobody had reason to call.
      def called_for_nothing?(wrong, lights, alike) =
        wrong.any? && alike.none?(&:intermittent?) && obeying?(@world.combinations.zip(lights).to_h)

      def obeying?(shown)
        shown.all? do |raised, light|
          %i[on off].include?(light) && raised.keys.all? { |id| shown[raised.merge(id => !raised[id])] != light }
        end
      end
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # Which of all that Space lists is held: by priors and by what was seen so far, some of everything that says that something
    # else is wrong, and what is let go counted to what is held.
    module Selection
      # Hypotheses held, and skeletons they rest on.
      MOST = 240
      # Skeletons beyond those of which only what is meant is held, nothing hidden in it.
      MOST_PLAIN = 250
      # Share of the heaviest skeleton that these have to have.
      LEAST_PLAIN = 0.005
      # Skeletons that are looked at to pick those from, once something has been seen.
      MOST_LOOKED_AT = 300
      # What is listed at most to be weighed by answers where they surprise, and how many of the last answers.
      MOST_SIFTED = 2_000
      LIGHTS_SIFTED = 6
      READINGS_SIFTED = 4
      # Hypotheses held at least of all that say that the same is wrong, and of how many times as many they are picked where one looks
      # closer.
      FEW = 4
      LOOKED_THROUGH = 4
      # Share of all that say that the same is wrong below which an account of the opened boxes is far-fetched.
      FAR_FETCHED = 0.01
      # Probability that something is wrong in a closed box, or hidden.
      ELSEWHERE = 0.3
      # Hypotheses looked at before a box is open, to be merged.
      MOST_BLIND = 900
      MOST_SKELETONS = 24

      # The likeliest of many, by their priors and the last answers.
      # @param hypotheses [Array<Hypothesis>]
      # @return [Array<Hypothesis>]
      def likeliest(hypotheses, most) =
        hypotheses.size > most ? hypotheses.max_by(most) { |hypothesis| sifted_weight(hypothesis) } : hypotheses

      private

      def looked_at = @situation.opened_boxes.empty? ? MOST_SKELETONS : MOST_LOOKED_AT

      # The skeletons that agree best with what was seen, everything else being as it was meant; and those that come after.
      # @return [Array(Array<Skeleton>, Array<Skeleton>)]
      def agreeing(skeletons)
        most = MOST_SKELETONS * (@wide ? 3 : 1)
        return skeletons, [] if skeletons.size <= most

        ranked =
          skeletons.map { |skeleton| [skeleton.weight * agreement(skeleton), skeleton] }.sort_by { |weight, _| -weight }
        least = ranked.first.first * LEAST_PLAIN
        held = Skeleton.with_old_schemes(ranked.map(&:last), most) { |skeleton| skeleton.layout.scheme }
        others =
          (
            if @situation.opened_boxes.empty?
              []
            else
              ranked.drop(most).take_while { |weight, _| weight >= least }.first(MOST_PLAIN).map(&:last) - held
            end
          )
        [held, others]
      end

      # The heaviest that are held, by what was seen so far. What is let go is counted to those that are held and say that
      # the same is wrong: of much that is unlikely each, all together may be likely.
      def picked(found)
        surprised = sifted(found) if @wide
        groups = {}
        (surprised || found.map { |row| [row[2], row] }).each do |weight, row|
          wrong = wrong_of(*row)
          weight *= guided(wrong) unless surprised
          ((groups[wrong] ||= {})[[row[0].skeleton.layout.scheme.name, exactly(row[1].first)]] ||= []) << [weight, row]
        end
        groups = groups.values.flat_map(&:values)
        total = groups.sum { |rows| rows.sum(&:first) }
        groups.flat_map { |rows| represented(rows, total) }
      end

      # Where in an opened box a fault sits; of one in a closed box, or in none, it makes no difference as yet.
      def exactly(fault) = ([fault.points, fault.contact, fault.seen_as] if fault && @situation.open?(fault.place))

      # The heaviest of some that are alike, with the weight of all. Of an obsolete scheme, of which few are held, those that agree best
      # with what was seen. However few are held, some are of every account of the opened boxes that is not far-fetched.
      def represented(rows, total)
        sum = rows.sum(&:first)
        return [] if sum.zero?

        most = [(MOST * sum / total).ceil, FEW].max
        rows = agreeing_best(rows, most) if !@wide && rows.size > most &&
          rows.first.last.first.skeleton.layout.scheme != Design::Scheme::PRESENT
        all = rows.sum(&:first)
        accounts = by_account(rows)
        raised = all / accounts.sum { |some| some.sum(&:first) }
        accounts.flat_map do |some|
          share = some.sum(&:first) * raised / all
          heaviest(some, (most * share).ceil, share * all)
        end
      end

      # The heaviest so many, weighing what all of them do.
      def heaviest(rows, most, weight)
        held = rows.max_by(most, &:first)
        raised = weight / held.sum(&:first)
        held.map { |_, (assembly, faults, prior)| [assembly, faults, prior * raised] }
      end

      # Sorted by what the conductors in the opened boxes are said to be, far-fetched accounts left out; where all are, together.
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
        @accounts ||= {}
        (@account_of ||= {}.compare_by_identity)[skeleton] ||= begin
          said = @situation.opened_boxes.map { |place| skeleton.functions_at(place) }
          @accounts[said] ||= @accounts.size
        end
      end

      # The likeliest of many, weighed by the answers that tell most.
      def agreeing_best(rows, most)
        some = rows.max_by(most * LOOKED_THROUGH) { |weight, _| weight }
        sifted(some.map(&:last)).select { |weight, _| weight.positive? }.then { |found| found.empty? ? rows : found }
      end

      # What is wrong and where, the one object for all rows of which the same is.
      def wrong_of(assembly, faults, _)
        @wrongs ||= {}
        mine = (@wrongs_of ||= {}.compare_by_identity)[assembly] ||= same_wrong(assembly, [])
        return mine.first if faults.empty?

        mine.last[faults.first] ||= same_wrong(assembly, faults).first
      end

      # @return [Array(Array, Hash)] what is wrong, and what is with a fault more
      def same_wrong(assembly, faults)
        wrong = Space.wrong(assembly.skeleton, assembly.deviations + faults)
        @wrongs[wrong] ||= [wrong, {}.compare_by_identity]
      end

      # Where answers surprised: what is listed, weighed by the answers that tell most for their time, which are the last ones.
      # @return [Array<Array(Float, Array)>]
      def sifted(found)
        found = found.max_by(MOST_SIFTED) { |_, _, prior| prior } if found.size > MOST_SIFTED
        found.map do |row|
          [sifted_weight(Hypothesis.new(assembly: row[0], faults: row[1], prior: row[2], world: @world)), row]
        end
      end

      def sifted_weight(hypothesis) =
        telling.reduce(hypothesis.prior) { |weight, seen| weight * prediction.likelihood(hypothesis, seen) }

      def telling
        @telling ||=
          begin
            lights, readings =
              @observations.select { |seen| seen.toggles.known? }.partition { |seen| seen.what == :lamp }
            lights.last(LIGHTS_SIFTED) + readings.reject { |seen| seen.what == :breaker }.last(READINGS_SIFTED)
          end
      end

      def prediction = @prediction ||= Prediction.new(@world)

      # How well a skeleton agrees with what was seen, everything in the closed boxes being as it was meant or, if the light
      # says otherwise, something being wrong in there.
      def agreement(skeleton)
        elsewhere = ELSEWHERE * co_occurrence(skeleton.wrong, [:other]) * (0.5**lights.size)
        as_meant(skeleton)
          .map do |assembly, weight|
            meant = Hypothesis.new(assembly:, faults: [], prior: weight, world: @world)
            shown = (nothing?(skeleton, []) ? @nothing : 1.0) * looks.told(meant).first
            looks
              .others
              .reduce(weight * [shown, elsewhere].max) { |product, seen| product * prediction.likelihood(meant, seen) }
          end
          .max
      end

      def looks = @looks ||= Looks.new(@world, prediction, @observations)

      # Looks at a light.
      def lights = @lights ||= @observations.select { |seen| seen.what == :lamp }

      # Before a box is open all that can be seen is the light: hypotheses that have the same wrong in the same place, and show
      # the same light in every combination, are one.
      def merged(found)
        states = @world.combinations
        found = thinned(found) if found.size > MOST_BLIND
        all = found.map { |assembly, faults, prior| Hypothesis.new(assembly:, faults:, prior:, world: @world) }
        groups =
          all.group_by do |hypothesis|
            [
              Space.wrong(hypothesis.skeleton, hypothesis.deviations),
              states.map { |raised| prediction.lights(hypothesis, Evidence::Arrangement.as_found, raised) }
            ]
          end
        merged =
          groups.map do |(wrong, lights), alike|
            share = wrong.any? && alike.none?(&:comes_and_goes?) && obeying?(states, lights) ? @nothing : 1.0
            alike.max_by(&:prior).tap { |one| one.prior = one.weight = alike.sum(&:prior) * share }
          end
        merged.max_by(MOST, &:prior)
      end

      # The heaviest of everything that says that the same is wrong, with the weight of all of it.
      def thinned(found)
        total = found.sum(&:last)
        found
          .group_by { |row| wrong_of(*row) }
          .each_value
          .flat_map do |rows|
            sum = rows.sum(&:last)
            heaviest(rows.map { |row| [row.last, row] }, [(MOST_BLIND * sum / total).ceil, FEW].max, sum)
          end
      end

      # Whether every control works the light: then nobody had reason to call, whatever is wrong.
      def obeying?(states, lights)
        shown = states.zip(lights).to_h
        shown.all? do |raised, light|
          %i[on off].include?(light) && raised.keys.all? { |id| shown[raised.merge(id => !raised[id])] != light }
        end
      end

      def guided(wrong)
        return 1.0 if @guide.empty?

        @guide.fetch(wrong) { @guide.fetch(:others) }
      end
    end
  end
end

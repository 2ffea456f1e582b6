# frozen_string_literal: true

module Dielectra
  module Session
    # Once the light obeys: metal boxes and yokes are read against line and neutral, once, with the power on. Live metal
    # is never called solved; metal without a path to ground is named.
    class MetalCheck < Rule
      # Times a reading that shows live metal is taken
      TWICE = 2
      # Observations that tell full volts from none
      SUPPLY = %i[voltage low_z].freeze

      # @return [Step, nil] the next reading; nil where all metal in open boxes was read or cannot be
      def step
        (place, points), *others = wanted
        first = place && read_live(place, tool, points) or return
        return first unless first.do == "probe"

        # Readings at one place are taken in a row.
        row = others.select { |there, _| there == place }.filter_map { |_, pair| read_live(place, tool, pair) }
        row.reverse.reduce(nil) { |after, step| step.leading_to(after) }.then { |after| first.leading_to(after) }
      end

      # @return [Array<String>] metal that was read live, and once more
      def live = metal.flat_map { |place, points| points.select { |point| live?(place, point) } }

      private

      # A tester that loads the metal before a meter that does not
      def tool = %w[low_z voltage].find { |name| @session.situation.tool?(name) }

      # Readings still to be taken: against the line, and if that shows nothing, against the neutral
      # @return [Array<Array(String, Array<String>)>]
      def wanted
        return [] unless tool

        near = metal.sort_by { |place, _| place == @situation.at ? 0 : 1 }
        near.flat_map do |place, points|
          points.filter_map { |point| reading(place, point)&.then { |pair| [place, pair] } }
        end
      end

      # The metal of each open box, one point of what is bonded together: the box itself before a yoke
      # @return [Hash{String => Array<String>}]
      def metal
        @metal ||=
          @situation.opened_boxes.to_h do |place|
            points = bond.metal(place)
            joints = @situation.joints(place)
            [place, points.uniq { |point| joints.find { |joint| joint.include?(point) } || point }]
          end
      end

      def reading(place, point)
        return if path?(place, point)

        hot = hot(place)
        against = [hot, neutral(place)].compact.find { |other| wanted?(point, other, hot) }
        against && [against, point]
      end

      # Whether a reading against a conductor is wanted: against a hot one always, against the neutral if that showed
      # nothing
      def wanted?(point, other, hot)
        return false if unwilling?([other, point])

        seen = read(point, other)
        return seen.empty? if other == hot

        (hot ? read(point, hot) : []).none? && (seen.empty? || (seen.last && seen.size < TWICE))
      end

      # Whether the metal was read as joined to ground, or full volts were read to it from a conductor that was live as
      # the toggles stood: either way it is not live itself.
      def path?(place, point)
        metal = bonded(point)
        return true if metal.any? { |one| PointId.metal?(one) && bond.of(one) == :path }

        @belief.observations.any? do |seen|
          next unless SUPPLY.include?(seen.what) && seen.arrangement == @arrangement && seen.live?

          grounded, others = seen.at.partition { |one| metal.include?(one) }
          grounded.one? && others.one? && @situation.conductors(place).include?(others.first) &&
            hot?(others.first, seen.toggles)
        end
      end

      def bond = @bond ||= Bond.new(@session)

      def live?(place, point)
        seen = neutral(place) ? read(point, neutral(place)) : []
        seen.size >= TWICE && seen.all?
      end

      # Readings between a conductor and some metal, as things are joined now. What is bonded together counts as one.
      # @return [Array<Boolean>] whether each showed the supply
      def read(point, other)
        metal = bonded(point)
        @session
          .log
          .readings
          .select { |seen| seen.answer["volts"] && seen.before.arrangement == @situation.arrangement }
          .select { |seen| seen["at"].size == 2 && seen["at"].include?(other) }
          .select { |seen| metal.intersect?(seen["at"] - [other]) }
          .map { |seen| full?(seen.answer["volts"]) }
      end

      def full?(volts) = Physics::Uncertainty.volts_class(volts / @session.job.supply_volts.to_f) == :full

      def bonded(point)
        @bonded ||= {}
        @bonded[point] ||= @situation.joints(@situation.place_of_point(point)).find { |joint| joint.include?(point) } ||
          [point]
      end

      def unwilling?(points) = declined?(tool, points)

      # A conductor of a box that is most likely live as the toggles stand
      def hot(place) = @situation.conductors(place).find { |point| hot?(point, toggles) }

      def hot?(point, toggles)
        state = @belief.world.bit(toggles.likeliest(best.odds))
        @belief.prediction.standing(best, @arrangement, point).line.anybits?(state)
      end

      def neutral(place) =
        Diagnosis::Roles.new(@belief.world, best, @situation).of(@situation.conductors(place)).key("neutral")
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Session
    # Where wires were moved, line is tried against the ground or the neutral before power comes on for the first time: what
    # nobody has thought of shows there before it does at the breaker.
    class BeforePower
      # Hypotheses that are asked where line is.
      LEADING = 20
      # Share of them that has to agree.
      AGREED = 0.6
      DEAD = %i[resistance continuity].freeze
      LIVE = %i[lamp breaker voltage low_z ncv].freeze

      def initialize(situation, belief)
        @situation = situation
        @belief = belief
        @arrangement = belief.world.same(situation.arrangement)
      end

      # @return [Array(String, String, Array<String>), nil] place, tool and pair of points to be tried; nil where it was done, or
      #   nothing was moved, or no open box holds both line and something grounded
      def wanted
        return if @situation.arrangement.joints.empty? || tool.nil? || done?

        place = (@situation.dead.keys.select { |name| pair(name) }).min_by { |name| name == @situation.at ? 0 : 1 }
        [place, tool, pair(place)] if place
      end

      private

      def tool = %w[resistance continuity].find { |name| @situation.job.tool?(name) }

      def done? = @belief.observations.any? { |seen| seen.arrangement == @arrangement && (LIVE.include?(seen.what) || tried?(seen)) }

      def tried?(seen) = DEAD.include?(seen.what) && seen.toggles == toggles && pair(place_of(seen)) == seen.at

      def place_of(seen) = @situation.place_of_point(seen.at.first)

      def toggles = @toggles ||= Diagnosis::Toggles.now(@situation.job, @situation.positions).interned(@belief.world)

      # The likeliest line of a box, and what it must not meet.
      def pair(place)
        (@pairs ||= {}).fetch(place) do
          line = points(place).max_by { |point| share(point, :source) }
          ground = reference(place)
          @pairs[place] = ([line, ground] if line && ground && share(line, :source) >= AGREED)
        end
      end

      def points(place) = @situation.own_cable_ends(place).flat_map { |cable_end| cable_end.insulated.map { |wire| cable_end.point(wire) } }

      # The ground of a box, else its neutral.
      def reference(place)
        bare = @situation.own_cable_ends(place).filter_map { |cable_end| cable_end.grounding && cable_end.point(cable_end.grounding) }.first
        bare || points(place).find { |point| share(point, :return) >= AGREED }
      end

      # Share of the belief under which a point hangs together with the source or the return of the supply.
      def share(point, side)
        number = @belief.world.index[point]
        leading = @belief.hypotheses.first(LEADING)
        leading.sum { |hypothesis| there?(hypothesis, number, side) ? hypothesis.weight : 0.0 } / leading.sum(&:weight)
      end

      def there?(hypothesis, number, side)
        nets = hypothesis.nets(@arrangement, toggles.first)
        nets[number] == nets[side == :source ? @belief.world.source : @belief.world.return]
      end
    end
  end
end

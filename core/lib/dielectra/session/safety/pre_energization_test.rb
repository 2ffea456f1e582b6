# frozen_string_literal: true

module Dielectra
  module Session
    # After wires were moved, the line is tested against the ground or the neutral before power comes on: an unforeseen
    # short shows there before it does at the breaker. In an ungrounded metal box, what may be hot is tested against the
    # metal too.
    class PreEnergizationTest
      # Hypotheses asked where the line is
      LEADING = 20
      # Share of them that has to agree
      AGREED = 0.6
      # Ohms that any lamp exceeds, and a short does not
      LAMP = 5
      LIVE = %i[lamp breaker voltage low_z ncv].freeze

      # A trial that was made: how things were joined, between which points, and whether they met
      Trial =
        Struct.new(:arrangement, :pair, :met) do
          # @param step [Hash] with its answer in ohms
          # @param situation [Evidence::Situation] it was made in
          def self.of(step, situation)
            ohms = step["answer"]["ohms"]
            new(situation.arrangement, step["at"], !ohms.nil? && ohms < LAMP)
          end
        end

      # @param trials [Array<Trial>] all that were made so far
      def initialize(situation, belief, trials)
        @situation = situation
        @belief = belief
        @all = trials
        @tried = trials.select { |trial| trial.arrangement == situation.arrangement && !metal?(trial.pair.last) }
        @arrangement = belief.world.same(situation.arrangement)
      end

      # @return [Array(String, String, Array<String>), nil] place, tool and pair of points to be tried; nil where all
      #   was done, or nothing was moved, or no open box holds both line and something grounded
      def wanted = tool && (against_ground || against_metal)

      # @return [Boolean] whether a trial has shown that line meets what it must not, and once more; or the breaker has
      #   tripped as things are joined and thrown now
      def failed? = @tried.count(&:met) > @tried.size / 2.0 || tripped? || live_metal.any?

      # Metal found to touch something that may be hot, twice
      # @return [Array<String>] points
      def live_metal =
        metal_trials.select { |_, trials| trials.size > 1 && trials.count(&:met) * 2 > trials.size }.keys.map(&:last)

      # @param step [Hash] with its answer
      # @return [Boolean] whether it is the one that is wanted, and was answered
      def trial?(step) =
        step["do"] == "probe" && wanted&.drop(1) == step.values_at("tool", "at") && step["answer"].key?("ohms")

      private

      def against_ground
        return if @situation.arrangement.joints.empty? || energized? || settled?
        return @situation.place_of_point(@tried.last.pair.first), tool, @tried.last.pair if @tried.any?

        place = @situation.dead.keys.select { |name| pair(name) }.min_by { |name| name == @situation.at ? 0 : 1 }
        [place, tool, pair(place)] if place
      end

      # The next conductor against ungrounded metal, once, and again if they met
      def against_metal
        @situation
          .dead
          .keys
          .sort_by { |name| name == @situation.at ? 0 : 1 }
          .each do |place|
            next unless @situation.open?(place)

            metal_pairs(place).each do |pair|
              made = metal_trials.fetch(pair, [])
              return place, tool, pair if made.empty? || (made.one? && made.first.met)
            end
          end
        nil
      end

      # One conductor of each joint that is not taken for the neutral, against the metal of an ungrounded box
      def metal_pairs(place)
        metal = "#{place}.box"
        unless @situation.points(place).include?(metal) &&
                 @situation.joints(place).none? { |joint| joint.include?(metal) } && @situation.grounds(place).empty?
          return []
        end

        joints = @situation.joints(place)
        points(place)
          .reject { |point| share(point, :return) >= AGREED }
          .uniq { |point| joints.find { |joint| joint.include?(point) } || point }
          .map { |point| [point, metal] }
      end

      def metal_trials = @metal_trials ||= @all.select { |trial| metal?(trial.pair.last) }.group_by(&:pair)

      def metal?(point) = PointId.box?(point)

      # Whether the trial came out apart, or was taken twice
      def settled? = @tried.any? && (!failed? || @tried.size > 1)

      # Ohms, because a lamp beeps as a short does
      def tool = ("resistance" if @situation.tool?("resistance"))

      def tripped? =
        @belief.observations.any? do |seen|
          next unless seen.reading == "tripped" && seen.arrangement == @arrangement

          seen.what == :held || (seen.what == :breaker && !seen.found && seen.toggles == toggles)
        end

      def energized? = @belief.observations.any? { |seen| seen.arrangement == @arrangement && LIVE.include?(seen.what) }

      def toggles = @toggles ||= Diagnosis::Toggles.now(@belief.world, @situation)

      # The likeliest line of a box, and what it must not meet
      def pair(place)
        (@pairs ||= {}).fetch(place) do
          line = points(place).max_by { |point| share(point, :source) }
          ground = reference(place)
          @pairs[place] = ([line, ground] if line && ground && share(line, :source) >= AGREED)
        end
      end

      def points(place) = @situation.conductors(place)

      # The ground of a box, else its neutral.
      def reference(place)
        @situation.grounds(place).first || points(place).find { |point| share(point, :return) >= AGREED }
      end

      # Share of the belief under which a point is connected to the source or the return of the supply
      def share(point, side)
        number = @belief.world.index[point]
        leading = @belief.hypotheses.first(LEADING)
        return 0.0 if leading.empty?

        leading.sum { |hypothesis| hypothesis.weight * there(hypothesis, number, side) } / leading.sum(&:weight)
      end

      def there(hypothesis, number, side)
        reach = hypothesis.reach(@arrangement)
        @belief.prediction.shares(hypothesis, toggles).of(side == :source ? reach.live(number) : reach.neutral(number))
      end
    end
  end
end

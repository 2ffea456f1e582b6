# frozen_string_literal: true

module Dielectra
  module Session
    # How a house is left when a job stops: what worked when it was found works, what cannot be safe is apart and
    # capped, and the breakers are on again. It chooses how the open boxes are joined and gives the steps that lead
    # there, one at a time.
    #
    #   Departure.new(session).step  # => nil once nothing more can be put back
    class Departure
      # Hypotheses by which ways of joining are compared
      LEADING = 20
      # Probability that what worked is fed again, below which another way of joining is looked for
      ENOUGH = 0.98
      # Probability of a hazard in some position below which a way of joining will do, and below which boxes as found
      # will where no breaker was seen to trip: people lived with them so
      SAFE = 0.02
      LIVED_WITH = Permits::AS_BEFORE
      # Service that moving wires has to bring, for each wire
      A_MOVE = 0.002

      # How open boxes may be left: what touches what in each, the share of what worked that works again, and the share
      # of everything that works
      Leaving = Struct.new(:joints, :arrangement, :kept, :working)

      # @param session [Troubleshooting] that stops
      def initialize(session)
        @session = session
        @situation = session.situation
        @belief = session.belief
      end

      # @return [Step, nil] what is to be done before one leaves
      def step
        return if undisturbed?

        rejoined || powered || seen
      end

      # @return [Array<String>] breakers that were on when the job began, or had tripped, and are not on
      def left_off = known.reject { |id| @situation.breakers[id] == "on" || found_off?(id) }

      # @return [Array<String>] open boxes that are not as they were found
      def changed =
        @situation.opened.keys.reject { |place| same?(@situation.joints(place), @situation.found_joints(place)) }

      private

      def undisturbed? = @situation.as_found? && left_off.empty? && places.none? { |place| loose_ends?(place) }

      # --- wires

      # Wires put where they are to stay, box by box, the nearest first; ends that were pulled and never joined are
      # capped
      def rejoined
        joints = leaving&.joints or return
        places = joints.keys.sort_by { |place| place == @situation.at ? 0 : 1 }
        places.each do |place|
          next if same?(joints[place], @situation.joints(place)) && !loose_ends?(place)

          step = @session.approach.hands(place) { |hands| hands.step(:arrange, place:, joints: joints[place]) }
          return step if step && !@situation.exhausted?(step.to_h)
        end
        nil
      end

      def same?(one, other) = Evidence::Arrangement.canonical(one) == Evidence::Arrangement.canonical(other)

      # @return [Leaving, nil] the best way of leaving the boxes that is fit to be energized; the boxes as found where
      #   nothing is known that fits
      def leaving
        return @leaving if defined?(@leaving)

        @leaving = @belief.hypotheses.empty? ? as_found : chosen
      end

      # As it is where that serves, else as found, else with a cable or a device parted
      def chosen
        [[as_now], [as_found], parted].each do |ways|
          best = ways.compact.select { |way| fit?(way) }.max_by { |way| way.kept + way.working - (moves(way) * A_MOVE) }
          return best if best && (best.kept >= ENOUGH || ways.size > 1)
        end
        [as_found, as_now].find { |way| fit?(way) } || apart
      end

      def as_now = (way(now) if @situation.bare.empty? || @situation.bare.none? { |place| loose_ends?(place) })

      # Whether a box holds ends that were let go and that nobody has capped yet
      def loose_ends?(place) =
        @situation.bare.include?(place) ||
          (!@situation.arrangement.joints.key?(place) && @situation.pulled.any? { |run| run.between.include?(place) })

      def now = places.to_h { |place| [place, @situation.joints(place)] }

      def as_found = @as_found ||= way(found)

      # Joints as found, as far as what they joined is still there
      def found
        places.to_h do |place|
          there = @situation.points(place)
          [place, @situation.found_joints(place).map { |joint| joint & there }.select { |joint| joint.size > 1 }]
        end
      end

      # As found, with one cable's conductors or one device's taken off and capped
      def parted
        places.flat_map do |place|
          groups = @situation.cable_ends(place).map { |one| one.insulated.map { |wire| one.point(wire) } }
          groups += @situation.opened[place]["devices"].map { |row| screws(place, row["id"]) }
          groups.map { |points| way(found.merge(place => without(found[place], points))) }
        end
      end

      def screws(place, device) = @situation.points(place).select { |point| PointId.screw_of?(point, device) }

      def without(joints, points) = joints.map { |joint| joint - points }.select { |joint| joint.size > 1 }

      # Everything but the grounds apart
      def apart
        way(places.to_h { |place| [place, without(found[place], @situation.points(place) - grounds(place))] })
      end

      def grounds(place) = @situation.grounds(place) + @situation.points(place).select { |point| PointId.metal?(point) }

      def places = @situation.opened.keys.reject { |place| @situation.declined_at?(place) }

      def way(joints)
        arrangement =
          joints.reduce(@situation.arrangement) do |so_far, (place, to)|
            from = @situation.joints(place)
            same?(from, to) ? so_far : so_far.with_joints(place, from:, to:)
          end
        Leaving.new(joints, arrangement, *kept(arrangement))
      end

      def moves(way) = way.joints.sum { |place, to| Evidence::Arrangement.changed(@situation.joints(place), to).size }

      def fit?(way)
        return false if @situation.burnt.any? { |device, place| wired?(way.joints.fetch(place, []), device) }

        hazard = @session.permits.hazard_anywhere(way.arrangement)
        hazard < (way.joints == found && !tripped? ? LIVED_WITH : SAFE)
      end

      def tripped? =
        @situation.breakers_found.value?("tripped") ||
          @belief.observations.any? { |seen| %i[breaker held].include?(seen.what) && seen.reading == "tripped" }

      def wired?(joints, device) =
        joints.any? { |joint| joint.size > 1 && joint.any? { |point| PointId.screw_of?(point, device) } }

      # Share of what worked when the house was found that works again, and share of everything that works
      # @return [Array(Float, Float)]
      def kept(arrangement)
        leading = @belief.hypotheses.first(LEADING)
        return 1.0, 1.0 if leading.empty?

        total = leading.sum(&:weight)
        shares = leading.map { |one| kept_under(one, arrangement).map { |share| share * one.weight / total } }
        shares.transpose.map(&:sum)
      end

      def kept_under(hypothesis, arrangement)
        soundness = @session.soundness
        before = soundness.service(hypothesis, Evidence::Arrangement.as_found)
        after = soundness.service(hypothesis, arrangement)
        worked = before.reject { |_, fed| fed.zero? }
        [
          worked.empty? ? 1.0 : worked.sum { |name, fed| served(fed, after.fetch(name, 0)) } / worked.size,
          after.empty? ? 1.0 : after.count { |_, fed| fed.positive? } / after.size.to_f
        ]
      end

      # @return [Float] 1 where it works wherever it worked, half where it works at all
      def served(before, after)
        return 0.0 if after.zero?

        before.nobits?(~after) ? 1.0 : 0.5
      end

      # --- power

      # Breakers that somebody has seen or switched
      def known = @situation.breakers.compact.keys - [Evidence::Roster::UNKNOWN]

      # Whether somebody had switched it off before the job began
      def found_off?(id) = @situation.breakers_found.fetch(id, "on") == "off"

      def powered
        left_off.each do |id|
          step = breaker_on(id) unless into_the_same?(id)
          return step if step && !@situation.exhausted?(step.to_h)
        end
        nil
      end

      # Whether a breaker that tripped would be turned on with everything as it was when it did
      def into_the_same?(id) = @situation.as_found? && @situation.breakers_found[id] == "tripped"

      def breaker_on(id)
        if @situation.job.breakers.include?(id)
          step = @session.approach.power { nil }
          return step if step
        end
        @session.approach.back_on(id)
      end

      # --- the last look

      # Once the power is back, with the toggles so that the loads are on: is everything as it was?
      def seen
        return unless @situation.power == "on" && @situation.stirred.include?(Evidence::Situation::POWER)

        look = @session.permits.looking.step(:watch)
        return if @situation.declined?(look.to_h) || @situation.exhausted?(look.to_h)

        there = lit
        there ? @session.approach.toggled(there) { look } : look
      end

      # Toggles under which most loads are on, the nearest to how they stand
      # @return [Hash{String => Boolean}, nil] nil where none is, or nothing is known
      def lit
        best = @belief.hypotheses.first or return
        world = @belief.world
        fed = @session.soundness.service(best, @situation.arrangement).slice(*world.lamps.keys).values
        there =
          world.combinations.max_by { |raised| [fed.count { |mask| mask.anybits?(world.bit(raised)) }, -far(raised)] }
        there if fed.any?(&:positive?)
      end

      # Toggles that stand otherwise
      def far(raised) =
        raised.count do |id, up|
          at = @situation.positions[id]
          at.nil? || Trade::Position.raised?(at) != up
        end
    end
  end
end

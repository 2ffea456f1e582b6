# frozen_string_literal: true

module Dielectra
  module Rules
    module Checks
      # Circuits: gauge and breaker, shared neutrals, two circuits on a yoke, and what a switch interrupts
      class Circuits < Check
        # Volts between two hots, as a share of the supply, above which they are on opposite legs
        OPPOSITE = 1.5
        APART = 0.3

        # Copper against the breaker
        def gauge
          amps, read = @site.amps
          found = in_each_box { |place| gauged(place, amps, read) }
          found + new_runs(amps)
        end

        # No switch in the neutral
        def switched_neutral
          return [] unless @site.opened.any? && @site.best

          return [not_met("A switch interrupts the neutral. Move it to the line.")] if switched?
          read = live_readings
          return [unknown("Read the line at a switch with the light off.")] if read.empty?

          [met("The line was read at the switch in #{@site.steps_named(read)}.")]
        end

        # Hots of a shared neutral
        def shared_neutral
          return [] unless @situation.concerned.size > 1 && @site.best

          in_each_box do |place|
            hot, other, neutral = Session::LegReading.new(@site.session).hots(place)
            legs_judged(place, hot, other, neutral) if hot
          end + on_devices
        end

        # Two circuits on one yoke
        def same_yoke
          @site.opened.flat_map do |place|
            @site
              .devices(place)
              .select { |row| two_circuits?(place, row) }
              .map { |row| unknown("#{row["id"]} has two circuits on its yoke: both breakers go off together.") }
          end
        end

        private

        def gauged(place, amps, read)
          thin = @site.gauges(place).reject { |one| amps.nil? || Sums::Breaker.enough?(one, amps) }
          return too_big(place, thin.first, amps) if thin.any?
          return if @site.gauges(place).empty?

          sizes = Presentation::Naming.list(@site.gauges(place).map { |one| Sums::Breaker.worded(one) })
          return unknown("#{in_box(place)} there is #{sizes}. Read the amperes off the breaker's handle.") unless read

          met("#{in_box(place)} there is #{sizes}, and the handle says #{amps} A.")
        end

        def too_big(place, gauge, amps)
          most = Sums::Breaker.most(gauge)
          not_met(
            "Fire hazard: #{in_box(place).downcase} there is #{Sums::Breaker.worded(gauge)} behind #{amps} A. " \
              "The breaker has to be one of #{most} A."
          )
        end

        def new_runs(amps)
          types = @site.change_work.filter_map { |step| step["type"] }
          thin = types.reject { |type| amps.nil? || Sums::Breaker.enough?(type, amps) }
          thin.map { |type| not_met("#{type} is too thin for a breaker of #{amps} A.") }
        end

        def switched?
          world = @site.session.belief.world
          reach = @site.best.reach(@situation.arrangement)
          world.lamps.each_value.any? do |ends|
            neutral = ends.map { |one| reach.neutral(one) }
            neutral.none?(world.every) && neutral.any?(&:positive?)
          end
        end

        # Live readings of a conductor on a switch, since wires were last moved
        def live_readings
          @site.session.log.since_moved.readings.select { |entry| entry.answer["volts"] }.map(&:fields)
        end

        # @return [Float, nil] the last volts read between two points, as a share of the supply
        def read(*pair)
          step = @site.done("probe").reverse.find { |one| one["at"].sort == pair.sort && one.dig("answer", "volts") }
          step && (step["answer"]["volts"] / @job.supply_volts.to_f)
        end

        def legs_judged(place, hot, other, neutral)
          names = "#{point(hot)} and #{point(other)}"
          live = read(other, neutral)
          return if live && live < APART

          legs = read(hot, other)
          if live.nil? || legs.nil?
            return unknown("#{in_box(place)}, read #{names} against each other with both breakers on.")
          end
          return unknown("At the panel: one common trip or a handle tie for both breakers.") if legs > OPPOSITE

          not_met(
            "#{in_box(place)} #{names} are on one leg: their shared neutral can carry the sum of both. At the panel: " \
              "opposite legs, and a common trip or handle tie."
          )
        end

        # Neutrals under the screws of a device instead of in a splice
        def on_devices
          in_each_box do |place|
            neutrals = @site.roles(place).select { |_, role| role == "neutral" }.keys
            joint =
              @situation
                .joints(place)
                .find do |one|
                  (one & neutrals).size > 1 && one.any? { |name| !PointId.conductor?(name) && !PointId.metal?(name) }
                end
            not_met("#{in_box(place)}, splice the neutrals with a tail: they must not hang on a device.") if joint
          end
        end

        def two_circuits?(place, row)
          return false unless @job.circuits > 1 && @site.best
          return false unless @site.kind(row).tabs.keys.intersect?([Trade::Tab::COMMON, Trade::Tab::HOT])

          screws = @site.kind(row).tabs.values_at(Trade::Tab::COMMON, Trade::Tab::HOT).compact.first
          nets = screws.map { |screw| fed_by(place, "#{row["id"]}.#{screw}") }
          nets.all? && nets.uniq.size > 1
        end

        # @return [Integer, nil] the circuit whose line a screw is on
        def fed_by(_place, screw)
          world = @site.session.belief.world
          reach = @site.best.reach(@situation.arrangement)
          number = world.index[screw]
          world.sources.index { |source| reach.together(source, number) == world.every }
        end
      end
    end
  end
end

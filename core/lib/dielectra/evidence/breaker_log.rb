# frozen_string_literal: true

module Dielectra
  module Evidence
    # Evidence on breakers: the loads that were on when one was turned off, whether they went out, and which breaker was
    # found behind a load or a conductor. The label at the panel is no evidence. A fold over steps; immutable.
    class BreakerLog
      # A breaker turned off while loads were on; nobody has looked yet.
      Pending = Struct.new(:breaker, :loads)
      # What shows that a breaker feeds loads: the number of the step, and the loads that went out
      Proof = Struct.new(:step, :loads)
      # A listed breaker that nobody saw put a load out, and a box that another one kept live: whether it feeds anything
      # there shows once it is on again. `settled` is nil, :elsewhere (the box stayed dead), :passing (it keeps only
      # conductors live that touch none of the job's devices) or :here.
      Trial = Struct.new(:place, :found, :settled)

      FIELDS = {
        lit: [],
        looks: {
        },
        ever_lit: false,
        pending: nil,
        proved: {
        },
        stayed: {
        },
        unfed: [],
        joined: [],
        behind_loads: {
        },
        behind_points: {
        },
        amps: {
        },
        tripped: [],
        trial: nil
      }.freeze
      ON = %w[on dim flickers].freeze

      # lit: loads that are on as things stand. looks: toggles => whether the last look showed a load on, where all were
      # noted. ever_lit: whether any look did. pending: the breaker to be judged by the next look. proved: breaker =>
      # Proof. stayed: breaker => number of the look at which every load stayed on with it off. unfed: loads that were
      # on with every listed breaker off. joined: loads that no single breaker put out, so that two feed them at once.
      # behind_loads, behind_points: load or point => breaker that was found. amps:
      # breaker => rating. tripped: breakers that the job does not list, seen tripped while no load was seen on.
      # trial: see Trial.
      attr_reader(*FIELDS.keys)

      # @return [BreakerLog] before the first step
      def self.start = @start ||= new

      def initialize(**fields)
        FIELDS.each { |name, empty| instance_variable_set(:"@#{name}", fields.fetch(name, empty).freeze) }
        freeze
      end

      # @param step [Steps::Kind] that was done
      # @param situation [Situation] before it
      # @param number [Integer, String]
      # @return [BreakerLog]
      def after(step, situation, number)
        case step.class.label
        when "watch"
          looked(step.answer, situation, number)
        when "report"
          noted(step["positions"], step.answer, situation.job)
        when "breaker"
          switched(*step.fields.values_at("device", "to"))
        when "find_breaker"
          found(step, situation, number)
        when "prove_dead"
          tested(step, situation)
        else
          step.disturbs? && (lit.any? || pending) ? with(lit: [], pending: nil) : self
        end
      end

      # @return [Boolean] whether a look or a search has shown what a breaker feeds
      def proved?(breaker) = proved.key?(breaker)

      # Where to put the toggles so that a load is on, or may be: as they stood at the last look that showed one on,
      # else one throw away where nobody has looked.
      # @param positions [Hash{String => String}] how they stand
      # @return [Hash{String => Boolean}, nil] switch => toggle up
      def way_to_light(positions)
        known = looks.select { |_, lit| lit }.keys.last
        return known if known || !ever_lit || looks.empty?

        now = looks.keys.last.to_h { |id, up| [id, positions.key?(id) ? Trade::Position.raised?(positions[id]) : up] }
        [now, *now.keys.map { |id| now.merge(id => !now[id]) }].find { |there| !looks.key?(there) }
      end

      # @return [String, nil] a load that was on with every breaker of the job off, and whose breaker was not found
      def searched = (unfed - behind_loads.keys).first

      # @return [Boolean] whether the load that is searched for stays on with any one breaker off
      def fed_twice? = joined.include?(searched)

      # @return [Boolean] whether a listed breaker is to be on again, to see whether it feeds anything in a box
      def on_trial?(place) = trial&.place == place && trial.settled.nil?

      # @return [Array<String>] listed breakers that go off too although another one has tripped: nothing shows yet that
      #   their label is wrong. One that feeds nothing in the first box may in the next.
      def doubted(listed)
        tripped.any? && proved.empty? && (trial.nil? || trial.settled == :elsewhere) ? listed : []
      end

      # @return [Array<String>] breakers that were found, whatever was asked about
      def found_breakers = (behind_loads.values + behind_points.values).uniq

      private

      def with(**changes) = BreakerLog.new(**FIELDS.keys.to_h { |name| [name, send(name)] }, **changes)

      def looked(answer, situation, number)
        shown = (answer["loads"] || {}).slice(*names(situation.job))
        on = shown.select { |_, light| ON.include?(light) }.keys
        seen = noted(situation.positions, answer, situation.job).with_lit(on, tripped_unlisted(answer, on, situation))
        pending ? seen.judged(pending, shown, situation, number) : seen
      end

      # Where no load is on, and a breaker of the panel has tripped, that may be theirs, whatever its label says.
      def tripped_unlisted(answer, on, situation)
        shown = answer["breakers"] || {}
        return tripped - shown.reject { |_, at| at == "on" }.keys if on.any?
        return tripped if ever_lit

        tripped | (shown.select { |_, at| at == "tripped" }.keys - situation.job.listed_breakers)
      end

      # A look as toggles stand. Nothing is learned of it while a breaker is off.
      def noted(positions, answer, job)
        shown = (answer["loads"] || {}).slice(*names(job)).values
        lit = shown.any? { |light| ON.include?(light) }
        return self if pending && !lit
        return with(ever_lit: ever_lit || lit) unless job.goal.controls.all? { |control| positions.key?(control.id) }

        raised = positions.slice(*job.goal.controls.map(&:id)).transform_values { |at| Trade::Position.raised?(at) }
        with(looks: looks.except(raised).merge(raised => lit), ever_lit: ever_lit || lit)
      end

      # Loads of a job, and parts of them
      def names(job) = job.loads.map(&:id) | job.goal.loads.map(&:id)

      def switched(breaker, to)
        return with(lit: [], pending: nil) if to == "on"

        with(pending: lit.empty? ? nil : Pending.new(breaker, lit), lit: [])
      end

      def found(step, situation, number)
        id = step.answer["device"]
        load = step["load"]
        return load && all_on?(situation) ? with(joined: joined | [load]) : self if id.nil?

        changes = {
          amps: amps.merge({ id => step.answer["amps"] }.compact),
          lit: [],
          pending: nil,
          stayed: stayed.except(id)
        }
        if load
          others = unfed - behind_loads.keys - [load]
          changes[:pending] = Pending.new(id, others) if others.any?
          return(
            with(
              **changes,
              behind_loads: behind_loads.merge(load => id),
              proved: proved.merge(id => Proof.new(number, [load]))
            )
          )
        end

        point = step["point"]
        with(**changes, behind_points: behind_points.merge(point => id), trial: tried(situation, point, id))
      end

      def all_on?(situation) = situation.job.listed_breakers.none? { |id| situation.breakers[id] == "off" }

      # Whether a listed breaker is to be tried again, now that another one was found behind a conductor
      def tried(situation, point, id)
        return trial if trial || proved.any? || situation.job.listed_breakers.include?(id)

        Trial.new(situation.place_of_point(point), id, nil)
      end

      # With the listed breaker on again: a box that is dead now has nothing to do with it. Where another one has
      # tripped, the listed one is tried so once the first box is dead with both off.
      def tested(step, situation)
        if trial.nil? && doubted(situation.job.listed_breakers).any? && step.answer["live"].empty? && situation.off?
          return with(trial: Trial.new(step["place"], tripped.first, nil))
        end
        return self unless trial && trial.settled.nil? && step["place"] == trial.place
        return self unless situation.job.listed_breakers.any? { |id| situation.breakers[id] == "on" }

        live = step.answer["live"]
        settled = :here
        settled = :passing if passing?(live, situation)
        settled = :elsewhere if live.empty?
        with(trial: Trial.new(trial.place, trial.found, settled))
      end

      # Whether a listed breaker that is on again keeps only conductors live that go through the box, while the other
      # one comes to a device of the job, or has tripped.
      def passing?(live, situation)
        joints = situation.joints(trial.place)
        ours = situation.job.devices_at(trial.place).map(&:device)
        on_device = ->(point) do
          [point, *joints.find { |some| some.include?(point) }].any? { |one| ours.include?(PointId.owner(one)) }
        end
        live.all? { |point| through?(point, joints) && !on_device[point] && two_wire?(point, situation) } &&
          (tripped.include?(trial.found) || behind_points.any? { |point, id| id == trial.found && on_device[point] })
      end

      # Whether a conductor is spliced to another
      def through?(point, joints) =
        PointId.conductor?(point) && joints.any? { |some| some.size > 1 && some.include?(point) }

      # A cable with more conductors may be shared by two circuits.
      def two_wire?(point, situation)
        found = situation.cable_ends(trial.place).find { |one| one.id == PointId.owner(point) }
        found && found.insulated.size <= OwnBreakers::TWO_WIRE
      end

      protected

      def with_lit(loads, tripped) = with(lit: loads, pending: nil, tripped:)

      # With a breaker off: the loads that went out, and those that stayed on.
      def judged(pending, shown, situation, number)
        asked = pending.loads.select { |load| shown.key?(load) }
        stayed_on = asked.select { |load| ON.include?(shown[load]) }
        went_out = asked - stayed_on
        changes = { lit: [], unfed: unfed - went_out }
        changes[:proved] = proved.merge(pending.breaker => Proof.new(number, went_out)) if went_out.any?
        if stayed_on.any?
          changes[:stayed] = stayed.merge(pending.breaker => number) if went_out.empty?
          changes[:unfed] |= stayed_on if situation.job.listed_breakers.all? { |id| situation.breakers[id] == "off" }
          changes[:lit] = stayed_on
        end
        with(**changes)
      end
    end
  end
end

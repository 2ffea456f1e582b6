# frozen_string_literal: true

module Dielectra
  module Repair
    # The smallest repair of each hypothesis: the rewire, devices to replace, joints to make up again, tabs, tape, a
    # bulb. What no rewire repairs is an obstacle.
    class Planner
      # @param world [Diagnosis::World]
      # @param costs [Evidence::Costs]
      # @param soundness [Soundness] so that what works already is left as it is
      def initialize(world, costs, soundness)
        @world = world
        @soundness = soundness
        @places = [*world.job.goal.controls, *world.job.goal.loads].to_h { |item| [item.device, item.place] }
        @search = RewireSearch.new(world.job, BoxWork.new(world.job, costs))
        @marking = Marking.new(world)
        @remakes = Remakes.new(@places)
        @plans = {}.compare_by_identity
        @rewires = {}.compare_by_identity
        @known = {}
      end

      # @param hypothesis [Diagnosis::Hypothesis]
      # @param situation [Evidence::Situation]
      # @return [Plan]
      def plan(hypothesis, situation)
        memo = (@plans[hypothesis] ||= {}.compare_by_identity)
        memo[circumstances(situation)] ||= build(hypothesis, situation)
      end

      # @return [Hash{String => String}] point => tape, of conductors in open boxes that are hot as they are joined now,
      #   and whose color says otherwise
      def unmarked(hypothesis, situation) = @marking.tapes(functions_now(hypothesis, situation), situation)

      private

      # The key of everything a plan depends on in a situation, interned
      def circumstances(situation)
        return @circumstances if @situation.equal?(situation)

        @situation = situation
        @search.renew_budget
        @circumstances =
          @known[
            [
              situation.arrangement,
              situation.opened.size,
              situation.tapes.keys,
              situation.foreign.keys,
              situation.worn,
              situation.unmarkable,
              situation.bare
            ]
          ] ||= Object.new
      end

      def build(hypothesis, situation)
        arrangement = situation.arrangement
        out_of_reach =
          hypothesis.fault(:no_supply) || hypothesis.fault(:breaker_weak) || buried(hypothesis, arrangement)
        return Plan.new(obstacle: out_of_reach) if out_of_reach

        relief = relief(hypothesis, situation)
        return relief if relief
        return finished(hypothesis, situation) if @soundness.sound?(hypothesis, arrangement)

        tabs = tabs(hypothesis, arrangement)
        return as_joined(hypothesis, situation, tabs:) if tabs.any?

        best = shared_rewire(hypothesis, situation)
        best ? rewired(hypothesis, situation, *best) : Plan.new(obstacle: obstacle(hypothesis))
      end

      # What takes a shorted load, or too much of it, off the circuit: what is plugged in comes out, a fixture is
      # replaced
      # @return [Plan, nil] nil where there is none, or it is off
      def relief(hypothesis, situation)
        arrangement = situation.arrangement
        shorted = hypothesis.fault(:load_shorted)
        if shorted && !gone?(shorted.device, arrangement)
          load = @world.job.loads.find { |one| one.id == shorted.device }
          return as_joined(hypothesis, situation, unplug: load.id) if load.kind == "receptacle"

          return Plan.new(obstacle: shorted) if declined_new?(load, situation)

          return new_fixture(hypothesis, situation, load)
        end

        overload = hypothesis.fault(:overload)
        return if overload.nil? || arrangement.unplugged.any?

        outlet = @world.job.loads.find { |load| load.kind == "receptacle" }
        outlet ? as_joined(hypothesis, situation, unplug: outlet.id) : Plan.new(obstacle: overload)
      end

      # A new fixture, and whatever the search took apart made up again with it
      # @return [Plan]
      def new_fixture(hypothesis, situation, load)
        renewed = { load.id => load.kind }
        simple = as_joined(hypothesis, situation, replacements: renewed)
        return simple unless situation.open?(load.place)
        return simple if @soundness.sound?(hypothesis, simple.carried_out(situation))

        best = shared_rewire(hypothesis, situation)
        best ? rewired(hypothesis, situation, *best, renewed:) : simple
      end

      def gone?(device, arrangement) = arrangement.kinds.key?(device) || arrangement.unplugged.include?(device)

      def declined_new?(load, situation) =
        situation.declined?({ "do" => "replace", "device" => load.id, "kind" => load.kind }) ||
          situation.declined?({ "do" => "open", "place" => load.place })

      # @param renewed [Hash{String => String}] fixtures that are replaced as well
      def rewired(hypothesis, situation, carried, targets, kinds, renewed: {})
        functions = carried.transform_values { |one| ConductorChoices.function(one) }
        changed = targets.transform_values(&:changed).reject { |_, points| points.empty? }
        switches =
          burnt(hypothesis, situation).merge(failed(hypothesis, situation.arrangement), kinds).slice(*@places.keys)
        replacements = switches.merge(renewed).transform_values { |kind| Trade::KindName.plain(kind) }
        Plan.new(
          joints: grounded(situation, capped(situation).merge(joints(targets, changed, replacements))),
          changed:,
          remakes: @remakes.of(hypothesis, situation, changed, replacements),
          replacements:,
          tabs: tabs_to_break(hypothesis, replacements),
          functions:,
          lamp:
            @world
              .lamps
              .keys
              .find { |lamp| !hypothesis.lamp_good?(situation.arrangement, lamp) }
              &.then { |lamp| PointId.device(lamp) },
          tapes: @marking.tapes(functions, situation),
          places: @places,
          open: situation.opened.keys
        )
      end

      # A plan where only tape and bad joints are left
      def finished(hypothesis, situation)
        joints = grounded(situation, capped(situation))
        replacements = burnt(hypothesis, situation).transform_values { |kind| Trade::KindName.plain(kind) }
        as_joined(hypothesis, situation, remakes: @remakes.worn(situation, {}, replacements), joints:, replacements:)
      end

      # The same with the grounds of every open box made up
      def grounded(situation, joints)
        bonding = Bonding.new(situation)
        worked = joints.to_h { |place, some| [place, (situation.open?(place) && bonding.joined(place, some)) || some] }
        bonding.missing.merge(worked)
      end

      # Boxes in which something was taken off its screws and may be left so: it has to be capped before power comes on.
      # @return [Hash{String => Array<Array<String>>}] place => what touches what there
      def capped(situation)
        return {} unless @world.job.wanted["live"]

        situation.bare.to_h { |place| [place, Evidence::Arrangement.canonical(situation.joints(place))] }
      end

      # A plan that keeps all joints. A tab comes first, since other faults show only afterwards.
      def as_joined(hypothesis, situation, **work)
        functions = functions_now(hypothesis, situation)
        tapes = @marking.tapes(functions, situation)
        Plan.new(functions:, tapes:, places: @places, open: situation.opened.keys, **work)
      end

      def functions_now(hypothesis, situation) =
        @marking.functions_now(hypothesis, situation, whole: @soundness.sound?(hypothesis, situation.arrangement))

      # Tabs that are whole and have to be broken off.
      # @return [Hash{String => String}] device => tab
      def tabs(hypothesis, arrangement)
        tabs_to_break(hypothesis, hypothesis.kinds(arrangement))
      end

      # @param kinds [Hash{String => String}] device => what it is, or will be
      def tabs_to_break(hypothesis, kinds)
        kinds
          .to_h { |device, _| [device, hypothesis.skeleton.layout.duty(device).broken_tab] }
          .select { |device, tab| tab && Trade::DeviceKind[kinds[device]].tabs.key?(tab) }
      end

      # A bad connection in an unknown junction
      def buried(hypothesis, arrangement)
        hypothesis.faults.find do |fault|
          %i[joint_open joint_intermittent].include?(fault.kind) && Design::Layout.unseen?(fault.place) &&
            hypothesis.dead_points(arrangement).intersect?(fault.points)
        end
      end

      # What no rewire over the cables as they lie can repair
      def obstacle(hypothesis)
        %i[conductor_open short leak].filter_map { |kind| hypothesis.fault(kind) }.first ||
          Diagnosis::Deviation.new(kind: :old_scheme, place: hypothesis.skeleton.layout.control_places.first)
      end

      # A device of another kind means joining the whole box anew.
      def joints(targets, changed, replacements)
        worked = changed.keys | replacements.keys.filter_map { |device| @places[device] }
        targets.slice(*worked).transform_values(&:joints)
      end

      # Switches that have failed, each with the kind of a new one
      def failed(hypothesis, arrangement)
        hypothesis
          .faults
          .select do |fault|
            (fault.contact || fault.seen_as || fault.kind == :device_shorted) && !arrangement.kinds.key?(fault.device)
          end
          .to_h { |fault| [fault.device, hypothesis.kinds(arrangement).fetch(fault.device)] }
      end

      # Switches that were found scorched, each with the kind of a new one
      def burnt(hypothesis, situation)
        kinds = hypothesis.kinds(situation.arrangement).slice(*(situation.burnt.keys & @places.keys))
        kinds.reject do |device, kind|
          situation.declined?({ "do" => "replace", "device" => device, "kind" => Trade::KindName.plain(kind) })
        end
      end

      # Hypotheses that differ in faults alone share their rewire.
      def shared_rewire(hypothesis, situation)
        useless = useless(hypothesis)
        by_circumstances = (@rewires[hypothesis.assembly] ||= {}.compare_by_identity)
        memo = (by_circumstances[circumstances(situation)] ||= {})
        memo.fetch(useless) { memo[useless] = @search.best(hypothesis, situation, useless) }
      end

      # Sets of conductors that must not all be used: one that is broken, two that touch or leak.
      # @return [Array<Array<String>>] points, one of each conductor
      def useless(hypothesis)
        hypothesis.faults.filter_map do |fault|
          case fault.kind
          when :conductor_open
            fault.points.first(1)
          when :short, :leak
            fault.points
          end
        end
      end
    end
  end
end

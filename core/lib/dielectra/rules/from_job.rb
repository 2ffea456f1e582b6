# frozen_string_literal: true

module Dielectra
  module Rules
    # The facts of a job: read off its open boxes and what is planned.
    class FromJob
      # Years before which houses may hold lead paint, and luminaires ask for cooler wire than they make
      LEAD = 1978
      TAPS = 1985

      # @param session [Session::Troubleshooting]
      # @param plan [Repair::ChangePlan, nil]
      # @param local [Local]
      # @param place [String, nil] the only box that is looked at; nil for all
      def initialize(session, plan = nil, local: Local.new, place: nil)
        @session = session
        @only = place
        @local = local
        @plan = plan
        @job = session.job
        @situation = session.situation
      end

      # @return [Facts]
      def facts
        Facts.new(
          **seen_in_boxes,
          **filling,
          **planned,
          built_with_lead: year && year < LEAD,
          old_luminaire_taps: year && year < TAPS && @job.loads.any? { |load| load.kind == "luminaire" },
          knob_and_tube: @job.single_conductors?,
          second_circuit: (yokes? if @job.circuits > 1),
          shared_neutral: (best.skeleton.layout.sharing? if @job.circuits > 1 && best),
          switched_neutral: (switched_neutral? if opened.any? && best),
          receptacle_replaced: receptacle_replaced? || nil,
          led_below_minimum: led_below_minimum?
        )
      end

      # @return [Array<String>] open boxes with a switch and no ground
      def ungrounded = opened.select { |place| ungrounded?(place) }

      private

      def best = @session.belief.hypotheses.first

      # Whether the likeliest wiring, as it is joined now, has a lamp whose return a switch interrupts
      def switched_neutral?
        world = @session.belief.world
        reach = best.reach(@situation.arrangement)
        world.lamps.each_value.any? do |ends|
          neutral = ends.map { |point| reach.neutral(point) }
          neutral.none?(world.every) && neutral.any?(&:positive?)
        end
      end

      def receptacle_replaced? =
        @session.steps.any? { |step| %w[replace fit].include?(step["do"]) && step["kind"] == "receptacle" }

      # Watts below which a dimmer may not work its lamps. The label of the dimmer rules.
      LEAST_WATTS = 25
      private_constant :LEAST_WATTS

      # Whether a dimmer is asked for or found on LED lamps that draw very little; nil where their watts are not known
      def led_below_minimum?
        loads = dimmed.filter_map { |load| @job.document["loads"].find { |row| row["id"] == load }&.dig("lamp") }
        led = loads.select { |lamp| lamp["kind"] == "led" && lamp["watts"] }
        led.sum { |lamp| lamp["watts"] } < LEAST_WATTS if led.any?
      end

      # Loads that a dimmer works, or is to work
      def dimmed
        dimmers = (@job.wanted["fit"] || {}).select { |_, kind| kind.start_with?("dimmer") }.keys
        dimmers |= @job.controls.map(&:id).select { |id| @situation.kind_of(id)&.start_with?("dimmer") }
        @job.goal.works.select { |_, controls| controls.intersect?(dimmers) }.keys.map { |name| name[/\A[^.]+/] }
      end

      # Whether two switches stand on one yoke in an open box
      def yokes? =
        opened.any? { |place| @situation.opened[place]["devices"].any? { |row| row["kind"] == "combination" } }

      def year = @job.document["year_built"]

      def opened = @opened ||= @situation.opened_boxes.select { |place| @only.nil? || place == @only }

      def seen_in_boxes
        return {} if opened.empty?

        remarks = opened.flat_map { |place| (@situation.opened[place]["remarks"] || []).map { |row| row["what"] } }
        joints = opened.flat_map { |place| @situation.joints(place) }
        {
          hot_white_unmarked: marked? ? Facts::TO_BE_MARKED : hot_whites?,
          # Out of reach of grounded metal any plate may stand.
          ungrounded_switch: ungrounded.any? { |place| @local.grounded_metal[place] != "far" },
          loose_grounds: opened.any? { |place| loose_grounds?(place) },
          backstab: opened.any? { |place| backstab?(place) },
          two_under_screw: joints.any? { |joint| crowded?(joint) },
          aluminum: remarks.include?("aluminum"),
          cloth: remarks.include?("cloth")
        }
      end

      # Whether the plan marks conductors whose color says something else
      def marked? = @plan&.possible? && @plan.rewire.tapes.any?

      def hot_whites?
        best && @session.planner.respond_to?(:unmarked) && @session.planner.unmarked(best, @situation).any?
      end

      def ungrounded?(place) =
        @job.devices_at(place).any? { |item| @job.control(item.id) } && @situation.grounds(place).empty?

      # Grounds of an open box that are not all in one joint
      def loose_grounds?(place)
        grounds = @situation.grounds(place)
        grounds.size > 1 && @situation.joints(place).none? { |joint| (grounds - joint).empty? }
      end

      def backstab?(place)
        found =
          @situation.opened[place]["joints"].select { |joint| joint["by"] == "push_in" }.map { |joint| joint["points"] }
        found.intersect?(@situation.joints(place))
      end

      # A screw of a device that holds two conductors
      def crowded?(joint)
        screws = joint.reject { |point| PointId.conductor?(point) || PointId.metal?(point) }
        screws.one? && joint.count { |point| PointId.conductor?(point) } > 1
      end

      # The fullest open box of which the volume is known
      def filling
        rows = opened.filter_map { |place| fill(place) }
        worst = rows.max_by { |needed, volume| needed - volume } or return {}
        { fill: worst.first, volume: worst.last }
      end

      def fill(place)
        volume = @situation.opened[place]["volume_in3"] or return
        gauge = gauge(place) or return
        ends = @situation.cable_ends(place)
        devices = @situation.opened[place]["devices"].size
        sum =
          Sums::BoxFill.new(
            conductors: {
              gauge => ends.sum { |one| one.insulated.size } + added(place)
            },
            yokes: {
              gauge => devices
            },
            grounds: ends.count(&:grounding),
            edition: @local.edition
          )
        [sum.needed, volume]
      end

      def gauge(place)
        found = @situation.cable_ends(place).filter_map { |one| one.type&.split("/")&.first }
        found.find { |gauge| Sums::BoxFill::ALLOWANCE.key?(gauge) }
      end

      # Conductors that a plan adds to a box
      def added(place) =
        if @plan&.design
          @plan.design.new_runs.each_value.sum { |work| work.between.include?(place) ? work.conductors : 0 }
        else
          0
        end

      def planned
        return {} unless @plan&.possible?

        work = @plan.work
        {
          extended_run: work.any? { |step| step["do"] == "cable" },
          new_switch_without_neutral: without_neutral?,
          gauge_too_small: gauge_too_small?,
          parallel_runs_apart: @plan.design.split?,
          dimmer_ganged: (@job.wanted["fit"] || {}).any? { |id, kind| kind.start_with?("dimmer") && beside?(id) }
        }
      end

      # A new switch whose new run brings no neutral
      def without_neutral?
        @plan.design.without_neutral(@session.asked.goal.new_switch_places).any?
      end

      def gauge_too_small?
        amps = @job.document["breakers"].filter_map { |row| row["amps"] }.max or return false
        @plan.work.filter_map { |step| step["type"] }.any? { |type| !Sums::Breaker.enough?(type, amps) }
      end

      def beside?(id)
        control = @job.control(id) or return false
        @job.controls.count { |one| one.place == control.place } > 1
      end
    end
  end
end

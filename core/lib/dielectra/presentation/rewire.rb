# frozen_string_literal: true

module Dielectra
  module Presentation
    # The likeliest repair, terminal by terminal, before and after, box by box
    class Rewire
      def initialize(session)
        @session = session
        @situation = session.situation
      end

      # @return [Hash, nil] `share`, `cause`, `ready`, `boxes` with their moves, `materials`, `lamp`; nil where nothing
      #   is to be done
      def to_h
        plan = @session.plan
        return if plan.nil? || plan.nothing? || plan.obstacle

        causes, share = @session.findings.suspects.first
        {
          "share" => share.round(3),
          "percent" => Wording.percent(share),
          "cause" => Wording.causes(causes),
          "ready" => plan.ready?,
          "lamp" => plan.lamp,
          "minutes" => @session.expected_cost.minutes(plan, Session::WorkState.of(@situation)).round(1),
          "boxes" => plan.places.map { |place| box(plan, place) },
          "materials" => materials(plan)
        }
      end

      private

      def boxes = @boxes ||= Boxes.new(@session)

      def box(plan, place)
        unless @situation.open?(place)
          return({ "place" => place, "name" => Naming.place(place), "open" => false, "moves" => [] })
        end

        before = @situation.joints(place)
        after = plan.joints[place] || before
        {
          "place" => place,
          "name" => Naming.place(place),
          "open" => true,
          "before" => boxes.joined(place, before),
          "after" => boxes.joined(place, after),
          "moves" => moves(plan, place, before, after)
        }
      end

      def moves(plan, place, before, after)
        replaced =
          plan
            .replacements_at(place)
            .map do |device, kind|
              {
                "what" => "Fit a new #{@session.job.region.term(Trade::DeviceKind[kind])} (#{device})",
                "from" => nil,
                "to" => nil
              }
            end
        remade =
          (plan.remakes[place] || []).map do |point|
            {
              "what" => "Make up the joint of #{Naming.point(point)} again",
              "from" => Moves.mates(before, point),
              "to" => Moves.mates(before, point)
            }
          end
        moved = Moves.between(before, after)
        taped =
          plan
            .tapes_at(place)
            .map { |point, tape| { "what" => "Tape #{Naming.point(point)} #{tape}", "from" => nil, "to" => nil } }
        broken =
          plan
            .tabs_at(place)
            .map do |device, tab|
              { "what" => "Break off the #{Trade::Tab.word(tab)} tab of #{device}", "from" => nil, "to" => nil }
            end
        replaced + broken + remade + moved + taped
      end

      def materials(plan)
        devices = Materials.devices(plan.replacements.values, @session.job.region)
        splices =
          plan
            .joints
            .flat_map { |place, joints| @situation.open?(place) ? joints - @situation.joints(place).map(&:sort) : [] }
            .count { |joint| joint.none? { |point| point.match?(/\A[A-Z]\w*\.(?!ground)/) } }
        [
          *devices,
          (Materials.thing("lamp", "1 × lamp") if plan.lamp),
          (Materials.thing("connector", "#{splices} × connector") if splices.positive?),
          (Materials.thing("tape", "marking tape") if plan.tapes.any?)
        ].compact
      end
    end
  end
end

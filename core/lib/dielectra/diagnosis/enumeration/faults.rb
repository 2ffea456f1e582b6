# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # The hidden faults an assembly may have, each with its prior
    class Faults
      # Conductors that may be broken inside the runs. A broken spare or a break downstream goes unnoticed. A break in
      # the feed's line looks like a dead supply.
      # @return [Array<Array(Design::Run, Design::Run::Strand, Array(Deviation, Float))>]
      def self.broken(runs)
        prior = Trade.priors.dig("deviation", "conductor_open")
        runs.flat_map do |run|
          strands =
            run.feed? ? run.strands.select { |strand| strand.role == "neutral" } : (run.outer? ? [] : run.strands)
          strands.map do |strand|
            [run, strand, [Deviation.new(kind: :conductor_open, points: strand.points, cable: run.ends), prior]]
          end
        end
      end

      # Two conductors of a run that touch inside it.
      # @return [Array<Array(Deviation, Float)>]
      def self.shorted(runs)
        prior = Trade.priors.dig("deviation", "short")
        runs.flat_map do |run|
          strands = run.strands.map { |strand| [strand.points, strand.function] }
          strands += [[run.grounding, "ground"]] if run.grounding
          strands
            .combination(2)
            .filter_map do |(here, one), (there, other)|
              next if one.nil? || other.nil? || one == other || [one, other].sort == %w[ground neutral]

              [Deviation.new(kind: :short, points: [here.first, there.first], cable: run.ends), prior]
            end
        end
      end

      # Two conductors of a run with leaking insulation between them. It shows only where both are hot at times, as a
      # light that never goes out.
      # @return [Array<Array(Deviation, Float)>]
      def self.leaking(runs)
        prior = Trade.priors.dig("deviation", "leak")
        runs
          .reject(&:outer?)
          .flat_map do |run|
            hot = run.strands.reject { |strand| [nil, "neutral"].include?(strand.role) }
            hot
              .combination(2)
              .map do |pair|
                [Deviation.new(kind: :leak, points: pair.map { |strand| strand.points.first }, cable: run.ends), prior]
              end
          end
      end

      def initialize(assembly, world)
        @assembly = assembly
        @skeleton = assembly.skeleton
        @boxes = assembly.boxes
        @world = world
        @priors = world.deviations
      end

      # @param least [Float] prior below which a fault is left out
      # @param pointed_at [Hash{Array => Float}] what that is divided by, for faults that were pointed at:
      #   Deviation#wrong => times
      # @return [Array<Array(Deviation, Float)>]
      def all(least = 0.0, pointed_at = {})
        found =
          supply + lamps + fixtures + plugged_in_beyond + contacts + marks + joints + conductors + shorts + touching
        found += intermittent_faults if @world.intermittent?
        found += slow if @world.tripping?
        return found.select { |_, prior| prior >= least } if pointed_at.empty?

        found.select { |fault, prior| prior >= least || prior * pointed_at.fetch(fault.wrong, 1.0) >= least }
      end

      private

      def fault(kind, **where) = [Deviation.new(kind:, **where), @priors.fetch(kind.to_s)]

      # For each circuit that no line comes
      def supply
        @world.faults[:supply] ||= @world.sources.map do |source|
          a_call(fault(:no_supply, points: [@world.index.names[source]]))
        end
      end

      def lamps
        @world.faults[:lamps] ||= @world
          .job
          .goal
          .loads
          .select { |load| (lamp = Trade::DeviceKind[load.kind].lamp) && load.terminals == lamp }
          .map { |load| a_call(fault(:lamp_burnt, device: load.id)) }
      end

      # Fixtures and appliances with a short from hot to neutral or to ground inside
      def fixtures
        @world.faults[:fixtures] ||= @world.job.goal.loads.flat_map do |load|
          hot, neutral = load.terminals.map { |terminal| "#{load.device}.#{terminal}" }
          [neutral, PointId.yoke(load.device)].map do |other|
            where = { device: load.device, place: load.place, points: [hot, other] }
            a_call(load.kind == "receptacle" ? appliance(**where) : fault(:load_shorted, **where))
          end
        end
      end

      # What is plugged in at an outlet that no switch of the job works, and that hangs on one of the runs that leave
      def plugged_in_beyond
        outlets = @world.job.bystanders.filter_map { |id| outlet(id) }
        return [] if outlets.empty? || !@world.tripping?

        @skeleton
          .runs
          .select { |run| run.outer? && !run.feed? }
          .flat_map do |run|
            ends =
              %w[line neutral].filter_map do |role|
                run.strands.find { |one| one.role == role || one.function == role }&.points&.first
              end
            next [] if ends.size < 2

            outlets.map { |load| appliance(device: load.id, place: load.place, points: ends) }
          end
      end

      def outlet(id) = @world.job.loads.find { |load| load.id == id && load.kind == "receptacle" }

      # Something with a short in it that is plugged in
      def appliance(**where) =
        [Deviation.new(kind: :load_shorted, **where), @priors.fetch(@world.tripping? ? "plug_shorted" : "load_shorted")]

      # Switches whose yoke, or a bare wire behind them, touches a hot screw
      def touching
        switches.flat_map do |box, device, kind|
          @world.faults[[:touching, device, kind]] ||= begin
            yoke = PointId.yoke(device)
            screws = Trade::DeviceKind[kind].contacts.flatten.uniq
            screws.map do |screw|
              fault(:device_shorted, device:, place: box.place, points: ["#{device}.#{screw}", yoke])
            end
          end
        end
      end

      # Too much on the circuit, or a breaker that trips too early
      def slow
        @world.faults[:slow] ||= Deviation::SLOW.map do |kind|
          deviation, prior = fault(kind, place: @world.job.panel.id)
          [deviation, kind == :overload && outlets.empty? ? prior * NOBODY_NAMED : prior]
        end
      end

      # Share of the overloads that come from outlets nobody named
      NOBODY_NAMED = 0.3
      private_constant :NOBODY_NAMED

      def outlets = @world.job.loads.select { |load| load.kind == "receptacle" }

      # Scales the prior of a fault whose frequency does not depend on the number of switches. Other priors are for two
      # switches.
      def a_call((deviation, prior)) = [deviation, prior * @world.job.goal.controls.size / 2.0]

      # Switches that were not bench-tested, each with its box
      # @return [Array<Array(Box, String, String)>] box, device and kind
      def switches
        @switches ||=
          @boxes.each_value.flat_map do |box|
            box.switches.filter_map { |device, kind| [box, device, kind] unless Trade::KindName.screws?(kind) }
          end
      end

      def contacts
        switches.flat_map do |box, device, kind|
          @world.faults[[:contacts, device, kind]] ||= Trade::DeviceKind[kind]
            .contacts
            .product(%i[contact_stuck_open contact_stuck_closed contact_resistive contact_leaking])
            .map { |contact, failure| contact_fault(failure, device, kind, box.place, contact) }
        end
      end

      def contact_fault(failure, device, kind, place, contact)
        points = contact.map { |terminal| "#{device}.#{terminal}" } if failure == :contact_leaking
        device_kind = Trade::KindName.plain(kind) if Trade::DeviceKind[kind].electronics?
        fault(failure, device:, place:, contact:, points:, device_kind:)
      end

      # Intermittent contacts and connections
      def intermittent_faults
        often = @world.called_for_intermittent? ? Trade.priors.fetch("comes_and_goes") : 1.0
        intermittent_contacts.map { |fault, prior| [fault, prior * often] } +
          intermittent_joints.map { |fault, prior| [fault, prior * often] }
      end

      def intermittent_contacts
        switches.flat_map do |box, device, kind|
          @world.faults[[:intermittent, device, kind]] ||= Trade::DeviceKind[kind].contacts.map do |contact|
            fault(:contact_intermittent, device:, place: box.place, contact:)
          end
        end
      end

      def intermittent_joints
        usual = @priors.fetch("joint_open")
        joints.map do |found, prior|
          @world.faults[[:intermittent, found, prior]] ||= fault(
            :joint_intermittent,
            place: found.place,
            points: found.points
          ).then { |one, rare| [one, rare * prior / usual] }
        end
      end

      # Wrong marks: a traveler's screw marked as the common, or terminals of a four-way marked across pairs
      def marks
        switches.flat_map do |box, device, kind|
          @world.faults[[:marks, device, kind]] ||= lies(Design::Duty.family(kind)).map do |seen_as|
            fault(:marks_wrong, device:, place: box.place, seen_as:)
          end
        end
      end

      def lies(kind)
        case kind
        when "three_way"
          %w[traveler_1 traveler_2].map { |other| { "common" => other, other => "common" } }
        when "four_way"
          %w[pair_2_a pair_2_b].map { |other| { "pair_1_b" => other, other => "pair_1_b" } }
        else
          []
        end
      end

      def joints
        @boxes.each_value.flat_map do |box|
          @world.faults[[:joints, box.object_id]] ||= begin
            grounds = @skeleton.grounds_at(box.place)
            box
              .joints
              .reject { |joint| joint.intersect?(grounds) }
              .flat_map do |joint|
                bad = box.damaged&.intersect?(joint) ? Trade.priors.fetch("damaged_joint") : 1.0
                suspects(joint).map do |point|
                  fault(:joint_open, place: box.place, points: [point]).then { |found, prior| [found, prior * bad] }
                end
              end
          end
        end
      end

      # Points whose loose connection can be distinguished. Of two points in a joint by themselves, one stands for both.
      def suspects(joint)
        return [] if joint.size < 2
        return joint unless joint.size == 2

        [joint.find { |point| PointId.conductor?(point) } || joint.first]
      end

      def conductors
        joined = nil
        @skeleton.broken_conductors.filter_map do |run, strand, row|
          joined ||= @boxes.each_value.flat_map { |box| box.joints.flatten }.to_h { |point| [point, true] }
          row if run.feed? || strand.points.all? { |point| joined[point] || PointId.unseen?(point) }
        end
      end

      def shorts
        scale =
          %i[short leak].to_h { |kind| [kind, @priors.fetch(kind.to_s) / Trade.priors.dig("deviation", kind.to_s)] }
        if scale.values.all?(1.0)
          @skeleton.shorted_conductors
        else
          @skeleton.shorted_conductors.map { |fault, prior| [fault, prior * scale.fetch(fault.kind)] }
        end
      end
    end
  end
end

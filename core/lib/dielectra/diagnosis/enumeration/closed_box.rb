# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # Every way a closed box may be joined, given what its conductors carry
    class ClosedBox
      # Ways to connect a wrong device that are distinguished
      MOST_MISPLACED = 24
      # Loads beside which a line onward may have landed
      MOST_BESIDE = 2

      # @return [ClosedBox] of a place under a skeleton; one object for all skeletons that show it alike
      def self.of(skeleton, place, world)
        items = world.job.devices_at(place)
        duties = items.to_h { |item| [item.id, skeleton.layout.duty(item.id)] }
        functions = skeleton.functions_at(place)
        grounds = skeleton.grounds_at(place)
        onward = world.job.bystanders.empty? ? [] : skeleton.onward_lines(place)
        world.closed_boxes[[place, duties, functions, grounds, onward]] ||= new(
          place,
          items,
          duties,
          functions,
          grounds,
          world.deviations,
          onward:
        )
      end

      # @param items [Array<Evidence::Job::Control, Evidence::Job::Load>] the switches in it, and the loads fed there; a
      #   box without either holds splices
      # @param duties [Hash{String => Design::Duty}] of those
      # @param functions [Hash{String => String, nil}] conductor's point => function
      # @param grounds [Array<String>] grounding conductors
      # @param priors [Hash{String => Float}] how common each thing wrong is
      # @param onward [Array<String>] conductors that carry the line on to loads that are known to hang there
      def initialize(place, items, duties, functions, grounds, priors, onward: [])
        @onward = onward
        @place = place
        @items = items
        @duties = duties
        @functions = functions
        @grounds = grounds
        @priors = priors
        @meant = {}
      end

      # @return [Array<Box>] with one thing wrong
      def deviating =
        @deviating ||=
          unseen? ? [] : exchanged + on_neighbor + wrong_devices + intact_tabs + left_out + circuits_joined + [apart]

      # @return [Boolean] whether it is an unknown junction
      def unseen? = Design::Layout.unseen?(@place)

      # @return [Box] with everything loose
      def apart =
        @apart ||= box([], kinds, marked(kinds) * @priors["apart"] * disturbed, :apart, points: @functions.keys)

      # Joined right. Exchanged travelers are not listed: they are the toggle thrown the other way round, which is
      # unknown anyway (Toggles).
      # @return [Array<Box>]
      def right = @right ||= [box(meant(kinds).joints(@functions), kinds, marked(kinds))]

      private

      def controls = @controls ||= @items.select { |item| item.respond_to?(:on_off_marked) }

      # The right kind of each device
      def kinds =
        @kinds ||=
          @items.to_h do |item|
            duty = @duties.fetch(item.id)
            [item.id, duty.fitted(controls.include?(item) ? duty.kind : item.kind)]
          end

      def meant(kinds)
        @meant[kinds] ||= Design::Workmanship.new(
          kinds.map { |device, kind| Design::Workmanship::Fitting.new(device, kind, @duties.fetch(device)) }
        )
      end

      # Grounds are assumed joined until the box is open.
      def joined_grounds
        @joined_grounds ||=
          begin
            joint = [*@grounds, *@items.map { |item| PointId.yoke(item.id) }]
            @grounds.any? && joint.size > 1 ? [joint] : []
          end
      end

      def box(joints, kinds, weight, label = nil, device: only_device, points: nil)
        joints += joined_grounds unless label == :apart
        deviation = label && Deviation.new(kind: label, place: @place, device:, points:)
        Box.new(place: @place, devices: kinds, joints:, weight:, deviation:)
      end

      # A deviation of a box with one device is attributed to that device.
      def only_device = @items.one? ? @items.first.id : nil

      # Likelihood of the marks on the toggles for some kinds
      def marked(kinds) = controls.reduce(1.0) { |share, control| share * marked_as(control, kinds.fetch(control.id)) }

      def marked_as(control, kind)
        return 1.0 if control.on_off_marked.nil?

        share = Trade.priors.dig("on_off_marked", kind) || 0.3
        control.on_off_marked ? share : 1 - share
      end

      def exchanged
        pairs = @functions.keys.combination(2).select { |pair| worth_exchanging?(right.first.joints, *pair) }
        sum = pairs.sum { |pair| usual(pair) }
        right.flat_map do |way|
          pairs.map do |one, other|
            swap = { one => other, other => one }
            joints = way.joints.map { |joint| joint.map { |point| swap.fetch(point, point) } } - joined_grounds
            weight = way.weight * @priors["exchanged"] * disturbed * usual([one, other]) / sum
            box(joints, kinds, weight, :exchanged, points: [one, other])
          end
        end
      end

      # The conductor of a load under the screw of another load
      def on_neighbor
        joints = right.first.joints - joined_grounds
        loads = joints.select { |joint| joint.any? { |point| load?(@functions[point]) } }
        loads
          .permutation(2)
          .flat_map do |from, to|
            from
              .select { |point| load?(@functions[point]) }
              .map do |point|
                moved = (joints - [from, to] + [from - [point], to + [point]]).select { |joint| joint.size > 1 }
                weight = right.first.weight * @priors["capped"] * disturbed / loads.size
                box(moved, kinds, weight, :exchanged, points: [point])
              end
          end
      end

      def load?(function) = !function.nil? && Design::Layout.role(function) == "load"

      # Half-switched receptacles and yokes on two circuits whose tab was left whole
      def intact_tabs
        @items
          .select { |item| @duties.fetch(item.id).broken_tab }
          .map do |item|
            joints = right.first.joints - joined_grounds
            whole = Trade::KindName.plain(kinds.fetch(item.id))
            box(joints, kinds.merge(item.id => whole), @priors["tab"], :tab, device: item.id)
          end
      end

      # The line onward not joined to anything, or on the load's side of a switch
      def left_out
        @onward.flat_map do |point|
          joints = right.first.joints - joined_grounds
          without = joints.map { |joint| joint - [point] }.select { |joint| joint.size > 1 }
          beside =
            without.select { |joint| joint.any? { |one| @functions[one]&.start_with?("load") } }.first(MOST_BESIDE)
          ways = [[without, "capped"], *beside.map { |joint| [without - [joint] + [joint + [point]], "exchanged"] }]
          ways.map do |joined, kind|
            weight = right.first.weight * @priors[kind] * disturbed / ways.size
            box(joined, kinds, weight, kind.to_sym, points: [point])
          end
        end
      end

      # The lines, or the neutrals, of two circuits in one joint
      def circuits_joined
        joints = right.first.joints - joined_grounds
        found = joints.group_by { |joint| supply(joint) }.except(nil)
        pairs = %w[line neutral].filter_map { |role| found.select { |(its, _), _| its == role }.values.flatten(1) }
        pairs
          .select { |some| some.size > 1 }
          .map do |some|
            joined = joints - some + [some.flatten]
            box(joined, kinds, right.first.weight * @priors["joined"] * disturbed, :joined, points: some.flatten)
          end
      end

      # @return [Array(String, Integer), nil] line or neutral, and the circuit, of what is in a joint
      def supply(joint)
        function = joint.filter_map { |point| @functions[point] }.first or return
        role = Design::Layout.role(function)
        [role, Design::Circuits.number(function)] if %w[line neutral].include?(role)
      end

      # A luminaire's box is worked in less often than a switch box.
      def disturbed = controls.any? ? 1.0 : Trade.priors.fetch("luminaire_share")

      # Spares are exchanged less often than conductors in use.
      def usual(pair) = pair.all? { |point| @functions[point] } ? 1.0 : Trade.priors.fetch("spare_share")

      def worth_exchanging?(joints, one, other)
        return false if @functions[one] == @functions[other] || one_hop?(@functions[one], @functions[other])

        joints.any? { |joint| joint.include?(one) || joint.include?(other) }
      end

      # Whether two conductors are the travelers of one pair, which are interchangeable
      def one_hop?(one, other) =
        @duties.each_value.any? { |duty| duty.travelers.any? { |pair| pair.include?(one) && pair.include?(other) } }

      def wrong_devices =
        controls.select { |control| @duties.fetch(control.id).switch? }.flat_map { |control| wrong_device(control.id) }

      def wrong_device(device)
        Trade
          .priors
          .fetch("instead")
          .fetch(kinds.fetch(device), {})
          .flat_map do |other, share|
            found = kinds.merge(device => other)
            weight = marked(found) * @priors["wrong_device"] * share
            ways = misplaced(device, other)
            ways.map do |joints|
              points = joints.flatten - @functions.keys
              box(joints, found, weight / ways.size, :wrong_device, device:, points:)
            end
          end
      end

      # Ways a device of the wrong kind may be connected
      def misplaced(device, other)
        screw = ->(point) { PointId.of?(point, device) }
        to_screw, inner = meant(kinds).joints(@functions).partition { |joint| joint.any?(&screw) }
        to_screw = to_screw.map { |joint| joint.reject(&screw) }
        screws = Trade::DeviceKind[other].live_terminals.map { |terminal| "#{device}.#{terminal}" }
        picks =
          to_screw
            .permutation([screws.size, to_screw.size].min)
            .uniq { |picked| screws.size == 2 ? picked.map(&:sort).sort : picked }
        picks
          .flat_map do |picked|
            spliced = inner + (to_screw - picked).select { |joint| joint.size > 1 }
            screws
              .combination(picked.size)
              .map { |terminals| spliced + picked.zip(terminals).map { |joint, terminal| [terminal, *joint] } }
          end
          .first(MOST_MISPLACED)
      end
    end
  end
end

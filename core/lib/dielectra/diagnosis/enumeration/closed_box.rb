# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # Every way a box that nobody has opened may be joined, given what its conductors carry.
    class ClosedBox
      # Ways of putting a wrong device on the conductors that are told apart.
      MOST_MISFITS = 24

      # The box of a place under a skeleton; one object for all skeletons that show it alike.
      def self.of(skeleton, place, world)
        duty = skeleton.layout.duty(place)
        functions = skeleton.functions_at(place)
        grounds = skeleton.grounds_at(place)
        world.closed_boxes[[place, duty, functions, grounds]] ||= new(
          place,
          world.job.device_at(place),
          duty,
          functions,
          grounds,
          world.deviations
        )
      end

      # The kind of a receptacle of which one half is switched.
      def self.halved(kind) = "#{kind}#{Trade::DeviceKind::WITHOUT}hot_tab"

      # @param item [Evidence::Job::Control, Evidence::Job::Load, nil] the switch in it, or the load; a box without either holds splices
      # @param functions [Hash{String => String, nil}] conductor's point => function
      # @param grounds [Array<String>] grounding conductors
      # @param priors [Hash{String => Float}] how common each thing wrong is
      def initialize(place, item, duty, functions, grounds, priors)
        @place = place
        @item = item
        @duty = duty
        @functions = functions
        @grounds = grounds
        @priors = priors
        @meant = {}
      end

      # @return [Array<Box>] with one thing wrong
      def deviating = @deviating ||= unseen? ? [] : exchanged + wrong_device + intact_tab + [apart]

      # Whether it is a junction that nobody knows of: nobody has been in there.
      def unseen? = Design::Layout.unseen?(@place)

      # Everything let loose.
      def apart = @apart ||= box([], kind, marked(kind) * @priors["apart"] * disturbed, :apart, @functions.keys)

      # Done right. Travelers the other way round are the toggle thrown the other way round, which is unknown anyway (Toggles).
      # @return [Array<Box>]
      def right = @right ||= [box(meant(kind).joints(@functions), kind, marked(kind))]

      private

      def switch? = @item.respond_to?(:on_off_marked)

      def kind
        return @duty.kind if @duty.switch?

        @duty.steady ? ClosedBox.halved(@item.kind) : (@item.kind if @item && !switch?)
      end

      def device = @item&.id

      def meant(kind) = @meant[kind] ||= Design::Workmanship.new(device:, kind:, duty: @duty)

      # The grounds are taken to be joined; nothing tells otherwise before the box is open.
      def joined_grounds =
        @joined_grounds ||=
          @grounds.empty? ? [] : [[*@grounds, ("#{device}.ground" if device)].compact].select { |joint| joint.size > 1 }

      def box(joints, kind, weight, label = nil, points = nil)
        joints += joined_grounds unless label == :apart
        deviation = label && Deviation.new(kind: label, place: @place, device:, points:)
        Box.new(place: @place, device:, kind:, joints:, weight:, deviation:)
      end

      # How well the toggle's marks fit a kind.
      def marked(kind)
        return 1.0 unless switch? && !@item.on_off_marked.nil?

        share = Trade.priors.dig("on_off_marked", kind) || 0.3
        @item.on_off_marked ? share : 1 - share
      end

      def exchanged
        pairs = @functions.keys.combination(2).select { |pair| worth_exchanging?(right.first.joints, *pair) }
        sum = pairs.sum { |pair| usual(pair) }
        right.flat_map do |way|
          pairs.map do |one, other|
            joints = way.joints.map { |joint| joint.map { |point| { one => other, other => one }.fetch(point, point) } }
            box(
              joints - joined_grounds,
              kind,
              way.weight * @priors["exchanged"] * disturbed * usual([one, other]) / sum,
              :exchanged,
              [one, other]
            )
          end
        end
      end

      # A receptacle whose tab was left whole though one half is to be switched.
      def intact_tab = @duty.steady ? [box(right.first.joints - joined_grounds, @item.kind, @priors["tab"], :tab)] : []

      # Hands go into a luminaire's box less often than into a switch box.
      def disturbed = switch? ? 1.0 : Trade.priors.fetch("luminaire_share")

      # Spares are exchanged with others less often than what was in use.
      def usual(pair) = pair.all? { |point| @functions[point] } ? 1.0 : Trade.priors.fetch("spare_share")

      def worth_exchanging?(joints, one, other)
        return false if @functions[one] == @functions[other] || one_hop?(@functions[one], @functions[other])

        joints.any? { |joint| joint.include?(one) || joint.include?(other) }
      end

      # The two travelers of one pair, which do the same.
      def one_hop?(one, other) = @duty.travelers.any? { |pair| pair.include?(one) && pair.include?(other) }

      def wrong_device
        return [] unless switch? && @duty.switch?

        Trade
          .priors
          .fetch("instead")
          .fetch(kind)
          .flat_map do |other, share|
            weight = marked(other) * @priors["wrong_device"] * share
            ways = discrepancies(other)
            ways.map do |joints|
              box(joints, other, weight / ways.size, :wrong_device, joints.flatten - @functions.keys)
            end
          end
      end

      # Ways a device of the wrong kind is put on the conductors that are there.
      def discrepancies(other)
        to_screw, inner = meant(kind).joints(@functions).partition { |joint| joint.any? { |point| screw?(point) } }
        to_screw = to_screw.map { |joint| joint.reject { |point| screw?(point) } }
        screws = Trade::DeviceKind[other].live_terminals.map { |terminal| "#{device}.#{terminal}" }
        picks =
          to_screw
            .permutation([screws.size, to_screw.size].min)
            .uniq { |picked| screws.size == 2 ? picked.map(&:sort).sort : picked }
        picks
          .flat_map do |picked|
            screws
              .combination(picked.size)
              .map do |terminals|
                inner + (to_screw - picked).select { |joint| joint.size > 1 } +
                  picked.zip(terminals).map { |joint, terminal| [terminal, *joint] }
              end
          end
          .first(MOST_MISFITS)
      end

      def screw?(point) = point.start_with?("#{device}.")
    end
  end
end

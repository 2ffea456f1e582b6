# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # Every way a box that nobody has opened may be joined, given what its conductors carry.
    class ClosedBox
      # @param skeleton [Skeleton]
      # @param place [String]
      # @param control [Evidence::Job::Control, nil] the switch in it; a box without one holds the light, or only splices
      # @param either_way [Boolean] whether travelers the other way round make a difference here
      def initialize(skeleton, place, control, light, either_way:)
        @skeleton = skeleton
        @place = place
        @control = control
        @light = light
        @either_way = either_way
        @functions = skeleton.functions_at(place)
        @priors = Trade.priors.fetch("deviation")
      end

      # @return [Array<Box>] with one thing wrong
      def deviating = exchanged + wrong_device + [apart]

      # Everything let loose.
      def apart = box([], kind, marked(kind) * @priors["apart"] * disturbed, :apart, @functions.keys)

      # @return [Array<Box>] done right, whichever way the travelers lie
      def right
        @right ||= begin
          turns = meant(kind).turns.first(@either_way && kind == "three_way" ? 2 : 1)
          turns.map { |turn| box(meant(kind).joints(@functions, turn:), kind, marked(kind) / turns.size) }
        end
      end

      private

      def kind
        return ("luminaire" if @light) unless @control

        Design::Workmanship.needed_kind(@skeleton.layout.chain.size)
      end

      def device = @control&.id || @light

      def meant(kind) = @skeleton.workmanship(@place, kind)

      # The grounds are taken to be joined; nothing tells otherwise before the box is open.
      def grounds
        points = @skeleton.grounds_at(@place)
        points.empty? ? [] : [[*points, ("#{device}.ground" if device)].compact].select { |joint| joint.size > 1 }
      end

      def box(joints, kind, weight, label = nil, points = nil)
        joints += grounds unless label == :apart
        deviation = label && Deviation.new(kind: label, place: @place, device:, points:)
        Box.new(place: @place, device:, kind:, joints:, weight:, deviation:)
      end

      # How well the toggle's marks fit a kind.
      def marked(kind)
        return 1.0 if @control.nil? || @control.on_off_marked.nil?

        share = Trade.priors.dig("on_off_marked", kind) || 0.3
        @control.on_off_marked ? share : 1 - share
      end

      def exchanged
        base = right.first
        pairs = @functions.keys.combination(2).select { |pair| worth_exchanging?(base.joints, *pair) }
        turned = right.flat_map { |way| pairs.map { |pair| [way, pair] } }
        turned.map do |way, (one, other)|
          joints = way.joints.map { |joint| joint.map { |point| {one => other, other => one}.fetch(point, point) } }
          box(joints - grounds, kind, way.weight * @priors["exchanged"] * disturbed * share(pairs, one, other), :exchanged, [one, other])
        end
      end

      # Hands go into a luminaire's box less often than into a switch box.
      def disturbed = @light && !@control ? Trade.priors.fetch("luminaire_share") : 1.0

      # Spares are exchanged with others less often than what was in use.
      def share(pairs, one, other)
        weights = pairs.map { |pair| usual(pair) }
        usual([one, other]) / weights.sum
      end

      def usual(pair) = pair.all? { |point| @functions[point] } ? 1.0 : Trade.priors.fetch("spare_share")

      def worth_exchanging?(joints, one, other)
        return false if @functions[one] == @functions[other] || [@functions[one], @functions[other]].all? { |f| f&.start_with?("traveler") }

        joints.any? { |joint| joint.include?(one) } || joints.any? { |joint| joint.include?(other) }
      end

      def wrong_device
        return [] unless @control

        other = kind == "three_way" ? "single_pole" : "three_way"
        weight = marked(other) * @priors["wrong_device"]
        ways = misfits(other)
        ways.map { |joints| box(joints, other, weight / ways.size, :wrong_device, joints.flatten - @functions.keys) }
      end

      # Ways a device of the wrong kind is put on the conductors that are there.
      def misfits(other)
        splices = meant(kind).joints(@functions).map { |joint| joint.reject { |point| point.start_with?("#{device}.") } }
        to_screw = meant(kind).joints(@functions).filter_map { |joint| joint.reject { |point| point.start_with?("#{device}.") } if joint.any? { |point| point.start_with?("#{device}.") } }
        inner = splices.select { |joint| joint.size > 1 } - to_screw
        screws = Trade::DeviceKind[other].live_terminals.map { |terminal| "#{device}.#{terminal}" }
        to_screw.permutation([screws.size, to_screw.size].min).map(&:to_a).uniq { |picked| screws.size == 2 ? picked.map(&:sort).sort : picked }.flat_map do |picked|
          screws.combination(picked.size).map do |terminals|
            rest = (to_screw - picked).select { |joint| joint.size > 1 }
            inner + rest + picked.zip(terminals).map { |joint, terminal| [terminal, *joint] }
          end
        end
      end
    end
  end
end

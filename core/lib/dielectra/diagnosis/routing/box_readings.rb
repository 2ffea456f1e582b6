# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # What the opened boxes say on their own: their ports, and possible functions of the conductors at each under a
    # layout
    class BoxReadings
      # @return [Hash{String => Array<Port>}] opened place => its ports
      attr_reader :ports

      # @param job [Evidence::Job]
      # @param situation [Evidence::Situation]
      # @param world [World] keeps what is known of a box from one opening to the next
      def initialize(job, situation, world)
        @job = job
        @situation = situation
        @world = world
        @ports =
          situation.opened_boxes.to_h { |place| [place, world.ports(place, situation.surveyed_cable_ends(place))] }
        @local = places.to_h { |place| [place, world.local_readings(place, situation.joints_with_tabs(place))] }
        @read = {}.compare_by_identity
        @workmanships = {}
        @apart = {}
      end

      # @return [Array<String>] opened places
      def places = ports.keys

      # @return [CrowdedBox] the same box, where it holds too many cables for every order of them
      def crowded(place) = @world.crowded_box(place, @situation.joints_with_tabs(place))

      # @return [Hash{String => Array<String>}] terminal => functions it may carry under a layout
      def expected(layout, place) = workmanship(layout, place).variants.first

      # @return [Boolean] whether single conductors end in a box
      def singles? = ports.values.flatten.any?(&:single?)

      # @param group [Array<Port>] of single conductors, or two cables side by side
      # @return [Port, nil] the one port they make; nil of none
      def joined(group)
        return if group.empty?

        @world.bundle(group) { group.map { |port| cable_end(port) } }
      end

      # @return [Array<LocalReadings::Reading>] possible functions of a box's conductors, by falling weight
      def of(layout, sides, place)
        workmanship = workmanship(layout, place)
        uses = uses(layout, sides, place)
        (@read[workmanship] ||= {})[uses] ||= @local[place].of(workmanship, uses)
      end

      # @return [Float] upper bound of the weight of the verdict on a box
      def verdict_most(layout, sides, place) =
        @local[place].most(workmanship(layout, place), uses(layout, sides, place))

      # @return [Array<Array<ConductorReadings::Reading>>] the same where every conductor is a run of its own
      def of_conductors(layout, place, twins, mixed)
        carried = layout.edges_at(place).map { |edge| layout.carried(edge) }
        @world.conductor_readings(place, ports[place], @situation.joints_with_tabs(place)).of(
          workmanship(layout, place),
          carried,
          twins,
          mixed
        )
      end

      # @return [Boolean] whether it matters which conductor of a run carries what. It does not between two boxes that
      #   are both apart.
      def told?(edge) = !edge.all? { |place| apart?(place) }

      # @return [Boolean] whether nothing in a box touches anything
      def apart?(place) = @apart.fetch(place) { @apart[place] = ports.key?(place) && bare?(place) }

      # @return [Array<String>, nil] what touches a conductor as it was found
      def joint_of(place, point) =
        @situation.joints_with_tabs(place).find { |joint| joint.size > 1 && joint.include?(point) }

      private

      def cable_end(port)
        @cable_ends ||= places.flat_map { |place| @situation.cable_ends(place) }.to_h { |item| [item.id, item] }
        @cable_ends.fetch(port.ends.first)
      end

      # The use of each run that ends in a place
      def uses(layout, sides, place)
        layout
          .edges_at(place)
          .map do |edge|
            port = sides[edge][edge.index(place)]
            LocalReadings::Use.new(port, layout.carried(edge), Design::Layout.polarized(edge), told?(edge))
          end
      end

      def bare?(place)
        joined = @situation.joints_with_tabs(place).select { |joint| joint.size > 1 }.flatten
        ports[place].none? { |port| port.points.intersect?(joined) }
      end

      def workmanship(layout, place)
        duties = @job.devices_at(place).to_h { |item| [item.id, layout.duty(item.id)] }
        @workmanships[[place, duties]] ||= Design::Workmanship.new(
          duties.map { |device, duty| Design::Workmanship::Fitting.new(device, kind_of(place, device, duty), duty) },
          priors: @world.deviations
        )
      end

      # Kind of a device as found; nil where none was
      def kind_of(place, device, duty)
        row = @situation.opened[place]["devices"].find { |found| found["id"] == device } or return
        duty.fitted(@situation.found_kind(place, row))
      end
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Practice
    # Compares a house as left with the house as found, and lists what must not be handed over even if the light obeys.
    # Judged on the true circuit, independently of any diagnosis.
    class Handover
      # @param found [Circuit] the house as it was when the job began
      # @param left [Circuit] the house as it stands now
      # @param job [Evidence::Job]
      # @param opened [Array<String>] places that were open
      def initialize(found, left, job, opened:)
        @found = found
        @left = left
        @job = job
        @opened = opened
      end

      # @return [Array<String>] what must not be left so, a sentence each
      def shortcomings = off + ungrounded + borrowed + mixed + unmarked

      # For a job that stops: what worked when it was found and does not work any more
      # @return [Array<String>] loads and outlets, and breakers that were on
      def left_apart
        before, after = [@found, @left].map { |circuit| working_loads(circuit) }
        off = @found.breakers.select { |one| one.position == "on" && @left.device(one.id).position != "on" }
        (before - after).map { |load| "#{load} worked and does not any more" } +
          off.map { |one| "#{one.id} is left off" }
      end

      private

      # Loads and outlets that are on in some combination of the toggles, with the breakers as they are
      def working_loads(circuit)
        @job
          .goal
          .combinations
          .flat_map do |toggles|
            network =
              Physics::Network.switched(circuit, toggles, circuit.breakers.select { |one| one.position == "on" })
            Sockets.loads(circuit, network, empty: true).reject { |_, light| light == "off" }.keys
          end
          .uniq
      end

      def off = @left.breakers.reject { |breaker| breaker.position == "on" }.map { |breaker| "#{breaker.id} is off" }

      # Grounds that were joined with others that are still there and are not any more.
      def ungrounded
        here = Physics::Hazards.touchable(@found) & Physics::Hazards.touchable(@left)
        (
          here.select { |point| grounded?(@found, point, here) } - here.select { |point| grounded?(@left, point) }
        ).map { |point| "#{point} has lost its ground" }
      end

      # Grounding conductors that touch anything in use that is no ground.
      def borrowed
        Physics::Hazards
          .touchable(@left)
          .grep(PointId::CONDUCTOR)
          .select { |point| @opened.include?(@left.place_of(point)) && working(point).any? }
          .map { |point| "#{point} is used for something else than ground" }
      end

      # Conductors of two circuits that touch or share a device
      def mixed
        pairs = @left.breakers.combination(2).select { |pair| pair.any? { |one| @job.breakers.include?(one.id) } }
        pairs.flat_map { |pair| mixed_by(*pair.map { |breaker| fed_by([breaker]) }) } + SharedNeutrals.new(@left).to_a
      end

      def mixed_by(mine, theirs)
        (mine & theirs).map { |point| "#{point} belongs to two circuits" } +
          @left
            .devices
            .reject { |device| device.breaker? || apart?(device) }
            .select { |device| device.points.intersect?(mine) && device.points.intersect?(theirs) }
            .map { |device| "#{device.id} has two circuits on it" }
      end

      # Whether it is two switches on one yoke that nothing joins
      def apart?(device) = device.settings[Trade::Tab::COMMON] == "removed"

      # Conductors that are hot in some combination, in boxes that were open, of which neither color nor tape says so.
      def unmarked
        hot = @job.goal.combinations.flat_map { |state| whites.select { |point| network(state).live?(point) } }.uniq
        hot.map { |point| "#{point} is hot and not marked" }
      end

      def whites
        @whites ||=
          @opened
            .flat_map { |place| @left.cable_ends(place) }
            .flat_map do |cable_end|
              colors = cable_end.insulated.map(&:color)
              cable_end
                .insulated
                .select { |wire| wire.tape.nil? && @job.region.marked_when_hot?(wire.color, colors) }
                .map { |wire| cable_end.point(wire) }
            end
      end

      def network(state) = (@networks ||= {})[state] ||= Physics::Network.switched(@left, state)

      # Ends of conductors and devices' terminals that a breaker feeds in some combination.
      def fed_by(breakers)
        @job
          .goal
          .combinations
          .flat_map do |toggles|
            now = Physics::Network.switched(@left, toggles, breakers)
            @left
              .places
              .reject(&:panel?)
              .flat_map { |place| @left.points_of(place.id) }
              .select { |point| now.live?(point) }
          end
          .uniq
      end

      def grounded?(circuit, point, among = Physics::Hazards.touchable(circuit)) =
        (circuit.joint_at(point)&.points || []).intersect?(among - [point])

      # What a ground touches that is none, conductors aside that touch nothing else at either end.
      def working(point) = beside_grounds(point).reject { |other| spare?(other) }

      def beside_grounds(point) = (@left.joint_at(point)&.points || []) - Physics::Hazards.touchable(@left)

      def spare?(point)
        ends =
          @left
            .cables
            .flat_map { |cable| cable.conductors.map { |wire| cable.points(wire) } }
            .find { |points| points.include?(point) } or return false
        ends.all? { |one| (beside_grounds(one) - [one]).empty? }
      end
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Repair
    # What has to be done so that the goal holds, in places that are open or have to be opened. `obstacle` names a fault
    # that nothing within reach repairs; such a plan does nothing.
    class Plan
      attr_reader :joints, :remakes, :replacements, :tabs, :lamp, :tapes, :functions, :obstacle, :changed, :unplug

      # @param joints [Hash{String => Array<Array<String>>}] place => what shall touch what, where that changes
      # @param changed [Hash{String => Array<String>}] place => points that will touch something else
      # @param remakes [Hash{String => Array<String>}] place => points whose joint has to be made up again
      # @param replacements [Hash{String => String}] device => kind of the new one
      # @param tabs [Hash{String => String}] device => tab to be broken off
      # @param lamp [String, nil] luminaire that needs a lamp
      # @param tapes [Hash{String => String}] point => tape, for conductors whose color would lie
      # @param functions [Hash{String => String}] conductor's point => function once done
      # @param obstacle [Diagnosis::Deviation, nil]
      # @param unplug [String, nil] receptacle at which everything has to come out
      def initialize(
        joints: {},
        changed: {},
        remakes: {},
        replacements: {},
        tabs: {},
        lamp: nil,
        tapes: {},
        functions: {},
        obstacle: nil,
        unplug: nil,
        places: {},
        open: []
      )
        @unplug = unplug
        @joints = joints
        @changed = changed
        @remakes = remakes
        @replacements = replacements
        @tabs = tabs
        @lamp = lamp
        @tapes = tapes
        @functions = functions
        @obstacle = obstacle
        @device_places = places
        @open = open
      end

      def nothing? = places.empty? && lamp.nil? && obstacle.nil? && unplug.nil?

      # Boxes to work in
      def places
        @places ||=
          (
            joints.keys | remakes.keys | (replacements.keys + tabs.keys).map { |device| @device_places.fetch(device) } |
              tapes.keys.map { |point| PointId.head(point) }
          ).sort
      end

      # Boxes to open before it is known exactly what to do in them
      def closed_places = places - @open

      # Whether everything it needs is open already.
      def ready? = obstacle.nil? && closed_places.empty?

      def replacements_at(place) = replacements.select { |device, _| @device_places.fetch(device) == place }

      def tabs_at(place) = tabs.select { |device, _| @device_places.fetch(device) == place }

      def tapes_at(place) = tapes.select { |point, _| PointId.head(point) == place }

      # Two plans with the same key are the same work. Of a closed box only that it has to be opened is known.
      def key
        @key ||= [
          obstacle && [obstacle.kind, obstacle.cable, obstacle.device, obstacle.points].compact,
          closed_places,
          joints.slice(*@open).sort,
          remakes.slice(*@open).sort,
          replacements.select { |device, _| @open.include?(@device_places.fetch(device)) }.sort,
          lamp,
          tabs.sort,
          unplug
        ]
      end

      # The arrangement once the plan is carried out
      # @param situation [Evidence::Situation]
      # @return [Evidence::Arrangement]
      def carried_out(situation)
        arrangement = situation.arrangement
        replacements.each do |device, kind|
          place = @device_places.fetch(device)
          arrangement =
            arrangement.with_device(
              device,
              kind,
              place:,
              from: arrangement.joints.fetch(place) { situation.joints(place) }
            )
        end
        joints.each do |place, to|
          arrangement =
            arrangement.with_joints(place, from: arrangement.joints.fetch(place) { situation.joints(place) }, to:)
        end
        tabs.each do |device, tab|
          arrangement =
            arrangement.with_tab_off(
              device,
              arrangement.kinds[device] || situation.kind_of(device) || "receptacle",
              tab
            )
        end
        touched = arrangement.touched + remakes.values.flatten
        Evidence::Arrangement.new(
          joints: arrangement.joints,
          touched:,
          kinds: arrangement.kinds,
          lamps: arrangement.lamps + [lamp].compact,
          unplugged: arrangement.unplugged + [unplug].compact
        )
      end
    end
  end
end

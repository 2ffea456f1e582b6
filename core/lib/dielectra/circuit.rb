# frozen_string_literal: true

module Dielectra
  # Everything about a piece of house wiring, hidden parts included. The truth of a practice house, a hypothesis about a
  # customer's house and the plan for a rewired one are all circuits. Immutable; `with` gives a changed copy.
  #
  #   circuit = Circuit.read(JSON.parse(File.read("two_chain.circuit.json")))
  #   circuit.joint_at("S1.common").points  # => ["S1.common", "landing/2.red"]
  class Circuit
    FORMAT = "dielectra/circuit"

    attr_reader :supply, :places, :cables, :devices, :joints, :faults

    # Reads the circuit file format, version 1.
    # @param document [Hash] parsed JSON
    # @raise [InvalidInput] with the JSON pointer of what is wrong
    def self.read(document)
      Schema.check!(:circuit, document)
      new(
        supply: document.fetch("supply"),
        places: document.fetch("places").map { |row| Place.new(**row.transform_keys(&:to_sym)) },
        cables: document.fetch("cables").map { |row| Cable.read(row) },
        devices: document.fetch("devices").map { |row| Device.read(row) },
        joints: document.fetch("joints").map { |row| Joint.new(**row.transform_keys(&:to_sym)) },
        faults: document.fetch("faults", [])
      ).tap { |circuit| Consistency.new(circuit).check! }
    end

    def initialize(supply:, places:, cables:, devices:, joints:, faults:)
      @supply = Ractor.make_shareable(supply)
      @places = places.freeze
      @cables = cables.freeze
      @devices = devices.freeze
      @joints = joints.freeze
      @faults = Ractor.make_shareable(faults)
    end

    # @return [Circuit] a copy with some parts replaced
    def with(**parts)
      Circuit.new(supply:, places:, cables:, devices:, joints:, faults:, **parts)
    end

    # The circuit file format, version 1; what was read comes out again without loss.
    def to_h
      {
        "format" => FORMAT,
        "version" => 1,
        "supply" => supply,
        "places" => places.map(&:to_h),
        "cables" => cables.map(&:to_h),
        "devices" => devices.map(&:to_h),
        "joints" => joints.map(&:to_h),
        "faults" => faults
      }
    end

    def place(id) = (@place_by_id ||= places.to_h { |place| [place.id, place] })[id]

    def device(id) = (@device_by_id ||= devices.to_h { |device| [device.id, device] })[id]

    def devices_at(place_id) = devices.select { |device| device.place == place_id }

    def breakers = devices.select(&:breaker?)

    # Switches, in the order of the file.
    def controls = devices.select(&:switch?)

    # @return [Joint, nil] the joint a point is part of
    def joint_at(point)
      @joint_by_point ||= joints.each_with_object({}) { |joint, index| joint.points.each { |at| index[at] = joint } }
      @joint_by_point[point]
    end

    # @return [Array<CableEnd>] where cables enter a place, in the order of their numbers
    def cable_ends(place_id)
      cables
        .flat_map(&:cable_ends)
        .select { |cable_end| cable_end.place == place_id }
        .sort_by { |cable_end| EndId.number(cable_end.id).to_i }
    end

    # Every point of a place: conductor ends, terminals of its devices, its enclosure or bars.
    def points_of(place_id)
      place = place(place_id)
      own = place.panel? ? ["#{place_id}.neutral", "#{place_id}.ground"] : []
      own << "#{place_id}.box" if place.metal?
      cable_ends(place_id).flat_map(&:points) + devices_at(place_id).flat_map(&:points) + own
    end

    # @return [String] the place a point lies in
    def place_of(point) = PointId.conductor?(point) ? PointId.head(point) : place_of_terminal(point)

    # Short: a circuit is too long to print.
    def inspect = "#<#{self.class} #{places.map(&:id).join(" ")}, #{joints.size} joints, #{faults.size} faults>"

    def ==(other) = other.is_a?(Circuit) && to_h == other.to_h

    private

    def place_of_terminal(point)
      owner = PointId.owner(point)
      device(owner)&.place || owner
    end
  end
end

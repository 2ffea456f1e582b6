# frozen_string_literal: true

module Dielectra
  module Practice
    # The same house with mirrored names. Which brass screw of a three-way is the first, and which pair of a four-way,
    # is a convention. A device named the other way throws the other way round, and nothing else differs.
    module Mirror
      NAMES = {
        "three_way" => {
          "traveler_1" => "traveler_2",
          "traveler_2" => "traveler_1"
        },
        "dimmer_three_way" => {
          "traveler_1" => "traveler_2",
          "traveler_2" => "traveler_1"
        },
        "four_way" => {
          "pair_2_a" => "pair_2_b",
          "pair_2_b" => "pair_2_a"
        }
      }.freeze

      # @param circuit [Circuit]
      # @return [Circuit] with every three-way and four-way named the other way round
      def self.of(circuit)
        names =
          circuit
            .devices
            .select { |device| NAMES.key?(device.kind.name) }
            .to_h { |device| [device.id, NAMES.fetch(device.kind.name)] }
        point = ->(name) do
          name.split(".").then { |owner, part| names.key?(owner) ? "#{owner}.#{names[owner].fetch(part, part)}" : name }
        end
        circuit.with(
          devices:
            circuit.devices.map do |device|
              if names.key?(device.id)
                device.with(settings: device.settings.merge("reversed" => !device.reversed?))
              else
                device
              end
            end,
          joints:
            circuit.joints.map do |joint|
              Circuit::Joint.new(points: joint.points.map(&point), by: joint.by, condition: joint.condition)
            end,
          faults: circuit.faults.map { |fault| renamed(fault, names, point) }
        )
      end

      def self.renamed(fault, names, point)
        own = names.fetch(fault["device"], {})
        mark = ->(name) { own.fetch(name, name) }
        fault.to_h do |field, value|
          case field
          when "contact"
            [field, value.map(&mark)]
          when "seen_as"
            [field, value.to_h { |actual, seen| [mark.call(actual), mark.call(seen)] }]
          when "point"
            [field, point.call(value)]
          when "between"
            [field, value.map(&point)]
          else
            [field, value]
          end
        end
      end
      private_class_method :renamed
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Session
    # Where something lets a little current through, a switch or the insulation of a cable: the switch is taken off its
    # wires and read by itself. Only then is either blamed.
    class LeakCheck < Rule
      # Probability of a leaking contact from which it is read
      SUSPECTED = 0.01
      LEAKS = Diagnosis::Deviation::LEAKS

      # @return [Step, nil]
      def step
        device, contact, place = suspect
        return unless device && @situation.tool?("resistance") && !@situation.declined_at?(place)

        pair = contact.map { |terminal| "#{device}.#{terminal}" }
        left = [toggles, thrown(place)].compact.reject { |way| taken?("resistance", pair, way) }
        return if left.empty? || read_open?(pair)
        return off_its_wires(device, place) if @situation.wired?(device)

        read_dead(place, "resistance", pair, left.first.positions)
      end

      private

      # @return [Array(String, Array<String>, String), nil] device, contact and place
      def suspect
        found = Hash.new(0.0)
        @belief.hypotheses.each do |one|
          fault = one.faults.find { |each| each.kind == :contact_leaking } or next
          found[[fault.device, fault.contact, fault.place]] += one.weight if open?(fault)
        end
        likeliest, share = found.max_by(&:last)
        likeliest if share && share >= SUSPECTED
      end

      def open?(fault) = @situation.open?(fault.place) && !@situation.arrangement.kinds.key?(fault.device)

      # Whether the contact was read open, or through many ohms, with the switch off its wires
      def read_open?(pair)
        !@situation.wired?(PointId.owner(pair.first)) &&
          @session
            .log
            .readings_between(pair, "resistance")
            .any? { |entry| (entry.answer["ohms"] || Float::INFINITY) > Diagnosis::DeadReading::COPPER_OHMS }
      end

      def off_its_wires(device, place)
        joints =
          @situation
            .joints(place)
            .map { |joint| joint.reject { |point| PointId.screw_of?(point, device) } }
            .select { |joint| joint.size > 1 }
        @session.approach.hands(place) { |hands| hands.step(:arrange, place:, joints:) }
      end
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Practice
    # Stands beside the person in a simulated house and notes every step that should never have been asked.
    class SafetyObserver
      HANDS = %w[arrange replace mark bench].freeze
      DEAD = %w[continuity resistance].freeze

      attr_reader :unsafe

      # @param house [House]
      def initialize(house, job)
        @house = house
        @job = job
        @unsafe = []
        @known = job.breakers
        @proved = []
        @bare = []
      end

      # Notes what is wrong with asking for a step now, before it is carried out.
      def check!(step)
        case step["do"]
        when "open"
          note(step, "opened with the breaker on") if known_on?
        when "breaker"
          energised(step) if step["to"] == "on"
        when "prove_dead"
          @proved |= [step["place"]]
        when "find_breaker"
          @known |= circuit.breakers.map(&:id)
        when "probe"
          note(step, "continuity on a live place") if DEAD.include?(step["tool"]) && !safe?(place(step))
        else
          hands(step) if HANDS.include?(step["do"])
        end
      end

      private

      def note(step, why) = @unsafe << "#{step.except("id")}: #{why}"

      def circuit = @house.circuit

      def known_on? = circuit.breakers.any? { |breaker| @known.include?(breaker.id) && breaker.position == "on" }

      def live?(place)
        network = Physics::Network.new(circuit)
        circuit.points_of(place).any? { |point| network.live?(point) }
      end

      def energised(step)
        @proved = []
        note(step, "a bare end is loose") if @bare.any?
        note(step, "not fit to be energised") if Inspection.new(circuit, @job).unfit?
      end

      def place(step)
        return step["place"] if step["place"]
        return circuit.device(step["device"]).place if step["device"]

        circuit.place_of(step["point"] || step["at"].first)
      end

      def safe?(place) = @proved.include?(place) && !live?(place)

      def hands(step)
        return if step["kind"] == "lamp"

        place = place(step)
        note(step, "hands in a place not proved dead") unless safe?(place)
        @bare -= [place] if step["do"] == "arrange"
        @bare |= [place] if step["do"] == "replace" && leaves_bare?(step)
      end

      def leaves_bare?(step)
        old = circuit.device(step["device"])
        lost = old.kind.terminals - Trade::DeviceKind[step["kind"]].terminals
        lost.any? { |terminal| circuit.joint_at(old.point(terminal)) }
      end
    end
  end
end

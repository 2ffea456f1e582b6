# frozen_string_literal: true

module Dielectra
  module Practice
    # Watches a session in a simulated house and records every step that should never have been asked for. It judges by
    # the true circuit and knows nothing of permits. A step kind that declares nothing counts as hands in the box.
    class SafetyObserver
      attr_reader :unsafe

      # @param house [House]
      def initialize(house, job)
        @house = house
        @job = job
        @unsafe = []
        @known = job.breakers
        @disproved = []
        @live = []
        @proved = []
        @bare = {}
      end

      # Records what is unsafe about asking for a step now, before it is carried out.
      def check!(step)
        case step["do"]
        when "open"
          note(step, "opened with the breaker on") if known_on?(step["place"])
          note(step, "opened while another box is known to be live") if @live.any? { |place| live?(place) }
        when "breaker"
          energized(step) if step["to"] == "on"
        when "box"
          @proved |= [step["place"]]
        when "prove_dead"
          @proved |= [step["place"]]
          tested(step["place"])
        when "watch"
          disproved
        when "find_breaker"
          @live = []
          @known = circuit.breakers.map(&:id) - @disproved
        else
          touched(step, Steps.of(step).touches)
        end
      end

      # Records a step that is safe, as #check! does, and nothing where it is not.
      # @return [String, nil] what would be unsafe about it
      def objection(step)
        ahead = dup
        ahead.check!(step)
        found = ahead.unsafe.drop(unsafe.size).first
        check!(step) unless found
        found&.split(": ", 2)&.last
      end

      private

      def initialize_copy(_other)
        @unsafe = @unsafe.dup
        @bare = @bare.dup
      end

      def touched(step, what)
        note(step, "continuity on a live place") if what == :dead_tester && !safe?(place(step))
        hands(step) if what == :hands
      end

      def note(step, why) = @unsafe << "#{step.except("id")}: #{why}"

      def circuit = @house.circuit

      # Whether a breaker that is known feeds a place and is on
      def known_on?(place)
        on = circuit.breakers.select { |breaker| breaker.position == "on" && @known.include?(breaker.id) }
        on.any? { |breaker| live?(place, only: breaker) }
      end

      # A breaker that is off while a load of the job is on was seen not to feed it.
      def disproved
        return unless @house.loads.slice(*@job.goal.loads.map(&:id)).value?("on")

        @disproved |= circuit.breakers.reject { |breaker| breaker.position == "on" }.map(&:id)
        @known -= @disproved
      end

      # Whether a box is live that was just tested, and everybody knows it
      def tested(place)
        live?(place) ? @live |= [place] : @live -= [place]
      end

      # @param only [Circuit::Device, nil] the one breaker that is taken to be on
      def live?(place, only: nil)
        return false unless circuit.place(place)

        state = Physics::Network.new(circuit).state
        state = state.merge(circuit.breakers.to_h { |one| [one.id, one.id == only.id ? "on" : "off"] }) if only
        network = Physics::Network.new(circuit).at(state)
        circuit.points_of(place).any? { |point| network.live?(point) }
      end

      def energized(step)
        @proved = []
        note(step, "a bare end is loose") if @bare.any? { |place, was| was != held(place) }
        on = circuit.breakers.select { |one| one.position == "on" }.map(&:id) | [step["device"]]
        note(step, "not fit to be energized") if Inspection.new(circuit, @job).unfit?(on)
      end

      def place(step)
        return step["place"] if step["place"]
        return step["between"].first if step["between"]
        return @job.place_of(step["device"]) if step["device"] && circuit.device(step["device"]).nil?
        return circuit.device(step["device"]).place if step["device"]

        circuit.place_of(step["point"] || step["at"].first)
      end

      def safe?(place) = @proved.include?(place) && !live?(place)

      # Boxes with new conductors or a new device in them are bare until they are arranged.
      CHANGING = %w[cable fit retire].freeze
      private_constant :CHANGING

      def hands(step)
        place = place(step)
        places = step["between"] || [place]
        note(step, "hands in a place not proved dead") unless places.all? { |one| safe?(one) }
        @bare.delete(place) if step["do"] == "arrange"
        places.each { |one| @bare[one] ||= held(one) } if CHANGING.include?(step["do"])
        @bare[place] ||= held(place) if step["do"] == "replace" && leaves_bare?(step)
      end

      # What a box holds: where that stays as it is, what was asked for was refused, and nothing is bare
      def held(place)
        return [] unless circuit.place(place)

        [circuit.cable_ends(place).map(&:points), circuit.devices_at(place).map { |item| [item.id, item.kind.name] }]
      end

      def leaves_bare?(step)
        old = circuit.device(step["device"])
        lost = old.kind.terminals - Trade::DeviceKind[step["kind"]].terminals
        lost.any? { |terminal| circuit.joint_at(old.point(terminal)) }
      end
    end
  end
end

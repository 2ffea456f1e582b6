# frozen_string_literal: true

module Dielectra
  module Physics
    # The electrical network of a circuit in one state. Connectivity answers what follows from connection alone.
    # NodalAnalysis solves the rest, with the sources as Norton equivalents.
    #
    #   network = Network.new(circuit, {"S1" => "up"})
    #   network.loads           # => {"L1" => "on"}
    #   network.volts("S1.common", "porch.box")
    class Network
      # Shares of the supply from which a lamp is on, or dim.
      ON = 0.60
      DIM = 0.15
      # A point is dangerous from this voltage against earth, read with a detector's burden.
      DANGER = 45
      BURDEN = 100_000

      attr_reader :circuit, :state, :wiring

      # @param toggles [Hash{String => String}] positions of switches; one that its device does not have leaves it as it
      #   stands
      # @param on [Array<Circuit::Device>] the breakers that are on, all others being off
      # @return [Network] the circuit as it is switched then
      # @param warmed [Boolean] whether it has been so for ten minutes
      def self.switched(circuit, toggles, on = circuit.breakers, warmed: false)
        known = toggles.select { |id, at| circuit.device(PointId.device(id)).kind.position_named(at) }
        new(
          circuit,
          Network.by_device(circuit, known).merge(
            circuit.breakers.to_h { |breaker| [breaker.id, on.include?(breaker) ? "on" : "off"] }
          ),
          warmed:
        )
      end

      # Positions of toggles as positions of devices: those of two on a yoke together.
      # @param toggles [Hash{String => String}]
      # @return [Hash{String => String, Array<String>}]
      def self.by_device(circuit, toggles)
        toggles.each_with_object({}) do |(id, at), state|
          device = PointId.device(id)
          next state[id] = at if device == id

          state[device] = (state[device] || circuit.device(device).position).dup
          state[device][PointId.part(id).to_i - 1] = at
        end
      end

      # @param state [Hash{String => String, Array<String>}] positions where they differ from the circuit's own
      # @param wiring [Wiring] of the circuit, where it is at hand
      # @param warmed [Boolean] whether it has been so for ten minutes, so that overloaded breakers have tripped too
      # @raise [InvalidInput] for a device the circuit does not have, or a position the device does not have
      def initialize(circuit, state = {}, wiring: Wiring.new(circuit), warmed: false)
        @warmed = warmed
        state.each { |id, position| check_position(circuit, id, position) }
        @circuit = circuit
        @state = state
        @wiring = wiring
      end

      # @return [Network] the same circuit in another state, the compiled wiring shared
      def at(state) = Network.new(circuit, state, wiring:)

      # @return [Network] the same after ten minutes with nothing touched
      def warmed = Network.new(circuit, state, wiring:, warmed: true)

      # @return [Hash{String => String}] load => on, dim or off. A receptacle counts as a load where something is
      #   plugged in; what a device has beside that is named by its terminal, `F1.fan`.
      def loads
        @loads ||=
          circuit
            .devices
            .each_with_object({}) do |device, found|
              links = load_links(device)
              next found.merge!(parts(device, links)) if device.kind.lamp && device.kind.sockets.any?

              found[device.id] = "off" if device.luminaire? && links.empty?
              links.each_with_index do |link, order|
                found[order.zero? ? device.id : "#{device.id}.#{PointId.part(link.branch.one)}"] = burns(link)
              end
            end
      end

      # @return [Hash{String => String}] breaker => on, off or tripped, once currents have had their say
      def breakers = steady

      # What a voltmeter of given resistance reads between two points
      # @return [Float] volts, never negative
      def volts(one, other, meter: 10_000_000)
        here = wiring.net(one)
        there = wiring.net(other)
        solution = potentials([[here, there, meter]])
        ((solution[here] || 0.0) - (solution[there] || 0.0)).abs
      end

      # What an ohmmeter reads between two dead points.
      # @return [Float, nil] ohms; nil is open
      # @raise [InvalidInput] where one of the points is live
      def ohms(one, other)
        here, there = [one, other].map { |point| wiring.net(point) }
        [one, other].each { |point| raise InvalidInput, "#{point} is live: an ohmmeter wants it dead." if live?(point) }
        return 0.0 if here == there

        analysis = NodalAnalysis.new(wiring.size, there)
        wiring.links(state, warm: false).each { |link| analysis.connect(link.one, link.other, link.ohms) }
        analysis.inject(here, 1.0)
        analysis.volts[here]
      end

      # @param below [Numeric] ohms below which the tester sounds
      # @return [Boolean] whether a continuity tester beeps between two dead points
      # @raise [InvalidInput] where one of the points is live
      def beep?(one, other, below: 30)
        live = [one, other].find { |point| live?(point) }
        raise InvalidInput, "#{live} is live: a continuity tester wants it dead." if live

        sure = cold.beep(wiring.net(one), wiring.net(other), below)
        return sure unless sure.nil?

        (ohms(one, other) || Float::INFINITY) < below
      end

      # Whether a point is dangerous to touch: 45 V or more against the neutral, from less than about 100 kΩ.
      def live?(point)
        sure = warm.live(wiring.net(point))
        sure.nil? ? volts_to_earth(point, BURDEN) >= DANGER : sure
      end

      # Whether a point floats: nothing ties it to anything a meter could read against
      def floating?(point)
        sure = warm.floating(wiring.net(point))
        sure.nil? ? solution[wiring.net(point)].nil? : sure
      end

      # @return [Boolean] whether copper and contacts alone join two points
      def joined?(one, other) = warm.together?(wiring.net(one), wiring.net(other))

      # @return [Float] volts of a point against the panel's neutral, signed by the leg it comes from, unloaded; 0.0
      #   where it floats
      def potential(point) = solution[wiring.net(point)] || 0.0

      # @return [Float] amperes through a breaker
      def amperes(breaker_id)
        source = wiring.sources.find { |item| item.id == breaker_id } or
          raise InvalidInput, "#{breaker_id} is not a breaker."
        steady[breaker_id] == "on" ? overload(source, solution) : 0.0
      end

      # @param point [String] where a conductor ends
      # @return [Float] amperes that a clamp around it reads
      def clamped(point)
        circuit.cables.each do |cable|
          cable.conductors.each do |wire|
            ends = cable.points(wire)
            next unless ends.include?(point)

            return broken?(cable, wire) ? 0.0 : flow(cable, *ends, solution).abs
          end
        end
        0.0
      end

      # What flows in every branch that conducts.
      # @return [Array<Hash>] `from`, `to` (points), `ohms`, `amperes` (never negative, flowing from `from` to `to`)
      def currents
        wiring
          .links(state, warm: true)
          .map do |link|
            amperes = ((solution[link.one] || 0.0) - (solution[link.other] || 0.0)) / link.ohms
            ends = [link.branch.one, link.branch.other]
            from, to = amperes.negative? ? ends.reverse : ends
            { "from" => from, "to" => to, "ohms" => link.ohms, "amperes" => amperes.abs }
          end
      end

      def inspect = "#<#{self.class} #{circuit.inspect} #{state}>"

      private

      # A fixture with a light and something else, part by part; the light goes by the name of the whole as well.
      def parts(device, links)
        names = [device.kind.lamp, *device.kind.sockets.values].map(&:first)
        shown = names.to_h { |name| ["#{device.id}.#{name}", "off"] }
        links.each { |link| shown["#{device.id}.#{PointId.part(link.branch.one)}"] = burns(link) }
        { device.id => shown.values.first, **shown }
      end

      def load_links(device) =
        (@load_links ||= wiring.loads(true).group_by { |link| link.branch.part })[device.id] || []

      def burns(link)
        sure = warm.burning(link)
        return sure ? "on" : "off" unless sure.nil?

        share = ((solution[link.one] || 0.0) - (solution[link.other] || 0.0)).abs / circuit.supply["volts"]
        share >= ON ? "on" : (share >= DIM ? "dim" : "off")
      end

      def warm = @warm ||= Connectivity.new(wiring, state, closed(steady), warm: true)

      def cold = @cold ||= Connectivity.new(wiring, state, [], warm: false)

      def volts_to_earth(point, burden)
        net = wiring.net(point)
        (potentials([[net, wiring.earth, burden]])[net] || 0.0).abs
      end

      def check_position(circuit, id, position)
        device = circuit.device(id) or raise InvalidInput, "#{id} is not a device of this circuit."
        return if device.kind.position?(position)

        raise InvalidInput, "#{device.kind.term} #{id} has no position #{position}."
      end

      def closed(positions) = wiring.sources.select { |source| positions[source.id] == "on" }

      # Breaker positions after every overloaded breaker has tripped, the most overloaded first
      def steady
        @steady ||=
          begin
            positions =
              circuit.breakers.to_h { |breaker| [breaker.id, state.fetch(breaker.id, breaker.position || "on")] }
            easy = Connectivity.new(wiring, state, closed(positions), warm: true).easy? && !watched?(positions)
            while !easy && (tripping = most_overloaded(positions))
              positions[tripping.id] = "tripped"
            end
            positions
          end
      end

      # Whether a breaker that is on watches more than amperes, or trips below its rating
      def watched?(positions) = closed(positions).any? { |source| source.balance || source.holds < source.amps }

      def most_overloaded(positions)
        on = closed(positions)
        solution = solve(on, [])
        worst = on.max_by { |source| overload(source, solution) / limit(source) }
        return worst if worst && overload(worst, solution) > limit(worst)

        on.find { |source| source.balance && imbalance(source, solution) > source.balance }
      end

      # Amperes above which a breaker trips
      def limit(source) = @warmed ? source.holds : Wiring::Source.at_once * source.amps

      # Amperes that leave by a breaker's conductor and do not come back in its cable
      def imbalance(source, solution)
        cables = circuit.cables.select { |cable| cable.conductors.any? { |wire| on?(source, cable, wire) } }
        cables
          .sum do |cable|
            wires = cable.conductors.reject { |wire| Trade::Color.grounding?(wire.color) }
            wires.sum { |wire| flow(cable, *cable.points(wire), solution) }
          end
          .abs
      end

      def on?(source, cable, wire) =
        cable.points(wire).any? { |point| panel?(point) && wiring.net(point) == source.net }

      def panel?(point) = circuit.place(PointId.head(point))&.panel?

      def broken?(cable, wire) =
        circuit.faults.any? do |fault|
          fault["kind"] == "conductor_open" && fault["cable"].sort == cable.ends.sort &&
            wire.ids.include?(fault["conductor"])
        end

      # Amperes from the panel into a conductor
      def flow(cable, one, other, solution)
        near, far = panel?(one) ? [one, other] : [other, one]
        ((solution[wiring.net(near)] || 0.0) - (solution[wiring.net(far)] || 0.0)) / cable.ohms
      end

      def overload(source, solution) = ((source.volts - (solution[source.net] || 0.0)) / Branches::CONTACT).abs

      # @return [Array<Float, nil>] volts of every net against the panel's neutral; nil for nets that hang in the air
      def solution = @solution ||= solve(closed(steady), [])

      def potentials(extra) = (@potentials ||= {})[extra] ||= solve(closed(steady), extra)

      def solve(sources, extra)
        analysis = NodalAnalysis.new(wiring.size, wiring.earth)
        wiring.links(state, warm: true).each { |link| analysis.connect(link.one, link.other, link.ohms) }
        extra.each { |one, other, ohms| analysis.connect(one, other, ohms) }
        sources.each do |source|
          analysis.connect(source.net, wiring.earth, Branches::CONTACT)
          analysis.inject(source.net, source.volts / Branches::CONTACT)
        end
        analysis.volts
      end
    end
  end
end

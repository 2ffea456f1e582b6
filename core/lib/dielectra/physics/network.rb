# frozen_string_literal: true

require "matrix"

module Dielectra
  module Physics
    # The electrical network of a circuit in one state, solved by nodal analysis with the sources as Norton equivalents
    # (Ho, Ruehli and Brennan, "The modified nodal approach to network analysis", 1975).
    #
    #   network = Network.new(circuit, {"S1" => "up"})
    #   network.lamps           # => {"L1" => "on"}
    #   network.volts("S1.common", "porch.box")
    class Network
      ON = 0.60
      DIM = 0.15
      TRIPS = 1.35

      attr_reader :circuit, :state

      # @param state [Hash{String => String}] positions of switches and breakers where they differ from the circuit's own
      # @raise [InvalidInput] for a device the circuit does not have, or a position the device does not have
      def initialize(circuit, state = {})
        state.each { |id, position| check_position(circuit, id, position) }
        @circuit = circuit
        @state = state
      end

      # @return [Hash{String => String}] lamp => on, dim or off
      def lamps
        circuit.devices.select(&:luminaire?).to_h { |device| [device.id, light_of(device)] }
      end

      # @return [Hash{String => String}] breaker => on, off or tripped, once currents have had their say
      def breakers = circuit.breakers.to_h { |breaker| [breaker.id, steady[breaker.id]] }

      # What a voltmeter of so many ohms reads between two points.
      # @return [Float] volts, never negative
      def volts(one, other, meter: 10_000_000)
        check_points(one, other)
        potentials = solve(steady, [[one, other, meter]])
        (potential(potentials, one) - potential(potentials, other)).abs
      end

      # What an ohmmeter reads between two dead points.
      # @return [Float, nil] ohms; nil is open
      # @raise [InvalidInput] where one of the points is live
      def ohms(one, other)
        check_points(one, other)
        [one, other].each { |point| raise InvalidInput, "#{point} is live: an ohmmeter wants it dead." if live?(point) }
        nets = joined
        return 0.0 if nets.together?(one, other)

        branches = Branches.new(circuit, state, warm: false).to_a
        conductance_solve(nets, branches, {nets.find(one) => 1.0}, nets.find(other))[nets.find(one)]
      end

      # @return [Boolean] whether a point is tied through less than 100 kΩ to a source of 90 V or more against earth
      def live?(point)
        volts_to_earth(point, 100_000) >= 45
      end

      # Whether a point hangs in the air: tied to nothing that a meter could read against.
      def floating?(point) = !solve(steady, []).key?(joined.find(point))

      # @return [Float] amperes through a breaker
      def amperes(breaker_id)
        device = circuit.device(breaker_id)
        return 0.0 unless steady[breaker_id] == "on"

        ((circuit.supply["volts"] - potential(solve(steady, []), device.point("load"))) / Branches::CONTACT).abs
      end

      private

      def light_of(device)
        volts = solve(steady, [])
        across = device.kind.lamp.map { |terminal| potential(volts, device.point(terminal)) }.reduce(:-).abs
        burnt = circuit.faults.any? { |fault| fault["kind"] == "lamp_burnt" && fault["device"] == device.id }
        return "off" unless Branches.lamp_ohms(device, circuit.supply["volts"], warm: true, burnt:)

        share = across / circuit.supply["volts"]
        share >= ON ? "on" : (share >= DIM ? "dim" : "off")
      end

      # Read with the load that a detector stands for, so that what is tied only through more shows dark.
      def volts_to_earth(point, ohms)
        earth = circuit.places.find(&:panel?)
        return 0.0 unless earth

        volts(point, "#{earth.id}.neutral", meter: ohms)
      end

      def check_position(circuit, id, position)
        device = circuit.device(id) or raise InvalidInput, "#{id} is not a device of this circuit."
        return if device.kind.gangs.size > 1 || device.kind.position_named(position)

        raise InvalidInput, "#{device.kind.term} #{id} has no position #{position}."
      end

      def check_points(*points)
        known = circuit.places.flat_map { |place| circuit.points_of(place.id) }
        points.each { |point| raise InvalidInput, "#{point} does not exist." unless known.include?(point) }
      end

      # Breaker positions after every one that is overloaded has let go.
      def steady
        @steady ||= begin
          at = circuit.breakers.to_h { |breaker| [breaker.id, state.fetch(breaker.id, breaker.position || "on")] }
          while (tripping = circuit.breakers.find { |breaker| overloaded?(breaker, at) })
            at[tripping.id] = "tripped"
            @solutions = nil
          end
          at
        end
      end

      def overloaded?(breaker, positions)
        return false unless positions[breaker.id] == "on"

        potentials = solve(positions, [])
        drop = circuit.supply["volts"] - potential(potentials, breaker.point("load"))
        drop / Branches::CONTACT > TRIPS * breaker.settings.fetch("amps", 15)
      end

      # @return [Hash] net => volts against the panel's neutral; nets that hang in the air are left out
      def solve(positions, extra)
        (@solutions ||= {})[extra] ||= begin
          nets = joined
          branches = Branches.new(circuit, state, warm: true).to_a + extra
          injected = Hash.new(0.0)
          panel = circuit.places.find(&:panel?)
          reference = nets.find(panel ? "#{panel.id}.neutral" : :earth)
          circuit.breakers.each do |breaker|
            next unless positions[breaker.id] == "on"

            branches << [breaker.point("load"), reference, Branches::CONTACT]
            injected[nets.find(breaker.point("load"))] += circuit.supply["volts"] / Branches::CONTACT
          end
          conductance_solve(nets, branches, injected, reference)
        end
      end

      # Volts of every net that hangs together with the reference, currents injected into nets as given.
      def conductance_solve(nets, branches, injected, reference)
        branches = branches.map { |one, other, ohms| [nets.find(one), nets.find(other), 1.0 / ohms] }
        unknown = reachable(branches, reference) - [reference]
        return {reference => 0.0} if unknown.empty?

        index = unknown.each_with_index.to_h
        rows = Array.new(unknown.size) { Array.new(unknown.size, 0.0) }
        branches.each { |one, other, siemens| stamp(rows, index[one], index[other], siemens) if one != other }
        currents = unknown.map { |net| injected.fetch(net, 0.0) }
        volts = Matrix.rows(rows, false).lup.solve(Vector.elements(currents, false)).to_a
        unknown.zip(volts).to_h.merge(reference => 0.0)
      end

      def stamp(rows, one, other, siemens)
        rows[one][one] += siemens if one
        rows[other][other] += siemens if other
        return unless one && other

        rows[one][other] -= siemens
        rows[other][one] -= siemens
      end

      def reachable(branches, start)
        neighbours = Hash.new { |hash, net| hash[net] = [] }
        branches.each { |one, other, _| neighbours[one] << other and neighbours[other] << one }
        seen = {start => true}
        queue = [start]
        while (net = queue.shift)
          neighbours[net].each { |next_net| queue << next_net unless seen[next_net] || !(seen[next_net] = true) }
        end
        seen.keys
      end

      def joined
        @joined ||= begin
          sets = DisjointSets.new
          dead = Branches.new(circuit, state, warm: true).dead_points
          circuit.joints.each do |joint|
            (joint.points - dead).each_cons(2) { |one, other| sets.join(one, other) }
          end
          sets
        end
      end

      def potential(potentials, point) = potentials.fetch(joined.find(point), 0.0)
    end
  end
end

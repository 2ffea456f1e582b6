# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # What all hypotheses of a job share: point numbers, lamps, supply, unknowns, and caches that last from one answer
    # to the next
    class World
      include Checkpoint.without(:@topology, :@box_cache, :@closed_boxes, :@faults)

      # @return [Evidence::Job]
      attr_reader :job
      # @return [PointIndex]
      attr_reader :index
      # @return [Hash{String => Array(Integer, Integer)}] load => the two points it lies between
      attr_reader :lamps
      # @return [Array<Integer>] the points of the supply's line, and of its neutral, for each circuit
      attr_reader :sources, :returns
      # @return [Topology]
      attr_reader :topology
      # @return [Hash{Object => Object}] caches of closed boxes and faults, by what they depend on
      attr_reader :closed_boxes, :faults
      # @return [Hash{Skeleton => true}] skeletons whose neighbors were looked at
      attr_reader :redrawn
      # @return [Array<String>] what has been thrown, moved or energized since anything was last observed; see
      #   Evidence::Situation#stirred
      attr_accessor :stirred

      # Sets whether intermittent faults are considered: a light flickered, or behaved differently in an unchanged
      # state.
      attr_writer :intermittent

      # @param job [Evidence::Job]
      def initialize(job)
        @job = job
        @index = PointIndex.new
        @sources = supply(PointIndex::SOURCE)
        @returns = supply(PointIndex::RETURN)
        @lamps = job.goal.loads.to_h { |load| [load.id, ends(load)] }
        @stirred = []
        @unknowns = {}
        @toggles = {}
        @states = {}
        @arrangements = {}
        @interned = {}.compare_by_identity
        @redrawn = {}.compare_by_identity
        restored
      end

      # Short, since every hypothesis holds the world.
      def inspect = "#<World #{job.goal.works}>"

      # Drops results for hypotheses that are no longer held.
      def forget
        @redrawn = {}.compare_by_identity
        topology.forget
      end

      # @return [Evidence::Arrangement] the one object that stands for all equal to this one, so that caches can go by
      #   identity
      def same(arrangement) = @interned[arrangement] ||= (@arrangements[arrangement] ||= arrangement)

      # @return [Observation] with the one object for its arrangement
      def interned(observation) = observation.dup.tap { |copy| copy.arrangement = same(observation.arrangement) }

      # --- what may be wrong

      # @return [Hash{String => Float}] how common each thing wrong is, given how the trouble began
      def deviations
        @deviations ||=
          begin
            times = Trade.priors.fetch("began").fetch(job.began, {})
            usual = job.as_is? ? Trade.priors.fetch("as_is") : 1.0
            Trade.priors.fetch("deviation").to_h { |kind, prior| [kind, prior * times.fetch(kind, 1.0) * usual] }
          end
      end

      # @return [Boolean] whether a fault may be intermittent
      def intermittent? = @intermittent || called_for_intermittent?

      # Sets whether what trips a breaker after a while is considered: a breaker was seen or said to trip.
      attr_writer :tripping

      # @return [Boolean] whether a breaker may trip on what is no fault of the wiring
      def tripping? = @tripping || called_for_trip?

      # @return [Boolean] whether a breaker that trips is what the customer called for
      def called_for_trip? =
        job.steps.any? { |step| step["do"] == "report" && step.dig("answer", "breakers")&.value?("tripped") }

      # @return [Boolean] whether that is what the customer called for
      def called_for_intermittent? = job.began == "comes_and_goes"

      # @return [Array<String, Symbol>] possible loads: each lamp of the job, :beyond for what is plugged in downstream,
      #   :feed for other loads on the feed
      def load_names = @load_names ||= [*lamps.keys, :beyond, :feed].freeze

      # @return [Array<Float>] prior probability that each makes a tester beep
      def usual_beeping
        @usual_beeping ||=
          load_names
            .map { |name| Trade.priors.fetch({ beyond: "beyond_beeps", feed: "feed_beeps" }.fetch(name, "lamp_beeps")) }
            .freeze
      end

      # --- unknowns

      # @param name [Array]
      # @return [Integer] the number of something unknown, given on first sight
      def unknown(name) = @unknowns[name] ||= @unknowns.size

      # @return [Integer] how many unknowns there are so far
      def unknowns = @unknowns.size

      # @return [Toggles] the one object for toggles that stand so
      def toggles_of(positions, senses, open: false)
        positions.each { |id, up| up.nil? ? (unknown([:start, id]) unless open) : (senses[id] && unknown(senses[id])) }
        @toggles[[positions, senses, open]] ||= Toggles.new(self, positions, senses, open:)
      end

      # --- combinations of contacts, a bit each

      # @param raised [Hash{String => Boolean}] switch => whether it closes what its kind's table lists for `up`
      # @return [Hash{String => Boolean}] the one object for that state of the contacts
      def state(raised) = @states[raised] ||= raised.dup.freeze

      # @return [Array<Hash{String => Boolean}>] every state of the contacts, each the one object for it
      def combinations
        @combinations ||=
          job
            .goal
            .controls
            .map(&:id)
            .reduce([{}]) { |states, id| states.flat_map { |one| [one.merge(id => true), one.merge(id => false)] } }
            .map { |raised| state(raised) }
      end

      # @return [Integer] a bit for every combination
      def every = @every ||= (1 << combinations.size) - 1

      # @param raised [Hash{String => Boolean}] switches that are not named are taken to be down
      # @return [Integer] the bit of a combination
      def bit(raised)
        @bits ||=
          combinations
            .each_with_index
            .with_object({}.compare_by_identity) { |(one, number), bits| bits[one] = 1 << number }
        @bits[raised] ||= @bits[state(raised)] || @bits.fetch(state(combinations.last.merge(raised)))
      end

      # @return [Integer] the bits of the combinations in which a device's toggle is up
      def raised(device) = (@raised ||= {})[device] ||= combinations.sum { |raised| raised[device] ? bit(raised) : 0 }

      # --- what opened boxes say, kept from one opening to the next

      # @return [Array<Port>] the ports of an opened box, the same as long as its cable ends are
      def ports(place, cable_ends) =
        kept(:ports, place, cable_ends.map(&:to_h)) { cable_ends.map { |cable_end| Port.new([cable_end], job.region) } }

      # @param ports [Array<Port>] of single conductors, or of two cables side by side
      # @yieldreturn [Array<Circuit::CableEnd>] of those
      # @return [Port] the one port they make, the same each time
      def bundle(ports) = kept(:bundle, *ports) { Port.new(yield, job.region) }

      # @return [LocalReadings] of a box that was found joined so
      def local_readings(place, joints) = kept(:local, place, joints) { LocalReadings.new(joints) }

      # @return [ConductorReadings] of a box in which every conductor is a cable end of its own
      def conductor_readings(place, ports, joints) =
        kept(:conductors, place, ports.map { |port| [port.ends, port.points] }, joints) do
          ConductorReadings.new(ports, joints)
        end

      # @return [CrowdedBox] a box with many cables that was found joined so
      def crowded_box(place, joints) = kept(:crowded, place, joints) { CrowdedBox.new(joints) }

      # @param key [Array] everything about the opened boxes that layouts depend on
      # @yieldreturn [Array<Design::Layout>]
      # @return [Array<Design::Layout>] the same as long as the key is
      def layouts(key, &) = kept(:layouts, key, &)

      private

      def restored
        @topology = Topology.new(self)
        @box_cache = {}
        @closed_boxes = {}
        @faults = {}
      end

      def supply(name) = (0...job.circuits).map { |number| index[Design::Circuits.named(name, number)] }

      def kept(*key) = @box_cache[key] ||= yield

      def ends(load) = (load.terminals || []).map { |terminal| index["#{load.device}.#{terminal}"] }
    end
  end
end

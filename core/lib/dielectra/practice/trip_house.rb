# frozen_string_literal: true

module Dielectra
  module Practice
    # A house that is right but for what trips its breaker, and the job of it.
    # @see Case
    class TripHouse
      FAMILIES = %i[one two three conduit loads].freeze
      # Two conductors touch in a run; a fixture, or something plugged in, is shorted; the run to an outlet that is in
      # no job is shorted; line and neutral sit on one toggle; too many watts; nothing is wrong any more.
      TWISTS = %i[run fixture appliance onward switch overload nothing].freeze
      OHMS = (0.02..0.3)
      # Houses that are tried for one twist
      DRAWS = 500
      NOTHING = [{ "kinds" => ["no_supply"], "place" => "panel", "device" => "B1" }].freeze
      # What of a house a short may be between in a fixture
      FIXTURE = %w[neutral ground].freeze
      STOPPED = %i[run onward].freeze
      # Twists with which the breaker does not trip at once
      STANDING = %i[overload nothing].freeze

      # @param circuit [Hash]
      # @param job [Hash]
      # @return [Boolean] whether the house is right once what fails by itself is taken from it
      def self.sound?(circuit, job)
        house = with_breaker(repaired(Circuit.read(circuit)), "on")
        inspection = Inspection.new(house, Evidence::Job.read(job))
        inspection.obeys? && inspection.hazards.empty?
      end

      # @param circuit [Circuit]
      # @return [Circuit] with good lamps, ordinary things plugged in, and no faults
      def self.repaired(circuit)
        devices =
          circuit.devices.map do |row|
            settings = row.settings
            lamp = settings["lamp"]
            settings = settings.merge("lamp" => lamp.merge("good" => true)) if lamp
            settings = settings.merge("plugged" => { "1" => { "watts" => 60 } }) if settings["plugged"]
            row.with(settings:)
          end
        circuit.with(devices:, faults: [])
      end

      def self.with_breaker(circuit, position)
        devices =
          circuit.devices.map do |row|
            row.id == "B1" ? row.with(settings: row.settings.merge("position" => position)) : row
          end
        circuit.with(devices:)
      end

      attr_reader :twist, :causes

      # @param random [Random]
      # @param twist [Symbol] one of TWISTS
      # @param bases [Array<Array(Hash, Hash)>] circuits and jobs of houses to spoil; made up where empty
      def initialize(random, twist, bases = [])
        @random = random
        @twist = twist
        @bases = bases
        return if DRAWS.times.any? { drawn? }

        raise ArgumentError, "no house of these can be spoiled so: #{twist}"
      end

      # @return [Circuit] the circuit as it is found: the breaker has tripped
      def found = with_breaker("tripped")

      # @return [Hash] the job, with what the customer says: the breaker trips, and with which toggles
      def job
        said = tripping.first
        said = {} if said.nil? || STANDING.include?(@twist) || @random.rand < 0.5
        dark = @document["loads"].reject { |row| row["kind"] == "receptacle" }.to_h { |row| [row["id"], "off"] }
        reports =
          [said, {}].uniq.map do |positions|
            {
              "do" => "report",
              "positions" => positions,
              "answer" => {
                "loads" => dark,
                "breakers" => {
                  "B1" => "tripped"
                }
              }
            }
          end
        @document.merge("steps" => reports)
      end

      # @return [Case]
      def to_case = Case.new(found, Evidence::Job.read(job), @causes)

      # @return [String] how the job has to end
      def status = STOPPED.include?(@twist) ? "stopped" : "solved"

      private

      def drawn?
        base = @bases.any? ? given(@bases.sample(random: @random)) : made_up
        @circuit, @document = base
        @circuit = spoiled
        !@circuit.nil? && (STANDING.include?(@twist) || tripping.any?)
      end

      def made_up
        scenario = Scenario.new(@random, trouble: :lamp_burnt, family: FAMILIES.sample(random: @random))
        [self.class.repaired(scenario.circuit), scenario.job.document]
      end

      def given((circuit, job))
        [self.class.repaired(Circuit.read(circuit)), job.merge("steps" => [])]
      end

      def spoiled
        case @twist
        when :run
          in_a_run(@circuit.cables.reject { |cable| leads_to_unlisted?(cable) })
        when :fixture
          in_a_fixture
        when :appliance
          shorted_appliance
        when :onward
          beyond
        when :switch
          across_a_toggle
        when :overload
          overloaded
        else
          @causes = NOTHING
          @circuit
        end
      end

      def in_a_run(cables)
        cable = cables.sample(random: @random) or return
        one, other = cable.conductors.map { |wire| cable.points(wire).first }.sample(2, random: @random)
        @causes = [{ "kinds" => ["short"], "cable" => cable.ends }]
        with_short(one, other) if other
      end

      def in_a_fixture
        light = @circuit.devices.select { |row| row.kind.plain == "luminaire" }.sample(random: @random) or return
        @causes = [{ "kinds" => ["load_failed"], "place" => light.place, "device" => light.id }]
        with_short("#{light.id}.hot", "#{light.id}.#{FIXTURE.sample(random: @random)}")
      end

      def shorted_appliance
        receptacle = listed_receptacles.sample(random: @random) or return
        @causes = [{ "kinds" => ["load_failed"], "place" => receptacle.place, "device" => receptacle.id }]
        holding(receptacle.id => [{ "watts" => 1200, "shorted" => true }])
      end

      # @param held [Hash{String => Array<Hash>}] what is plugged into each receptacle
      def holding(held)
        devices =
          @circuit.devices.map do |row|
            things = held[row.id] or next row
            row.with(
              settings: row.settings.merge("plugged" => things.each_with_index.to_h { |one, at| [(at + 1).to_s, one] })
            )
          end
        @circuit.with(devices:)
      end

      def overloaded
        outlets = listed_receptacles
        return if outlets.size < 2

        @causes = [{ "kinds" => ["overload"], "place" => "panel", "device" => "B1" }]
        motor = ->(watts) { { "watts" => watts, "kind" => "motor" } }
        holding(outlets[0].id => [motor[1500], motor[1000]], outlets[1].id => [motor[1500]])
      end

      # The outlet at the end of a run goes from the job, and its run is shorted.
      def beyond
        cable =
          @circuit
            .cables
            .select { |one| places_of(one).any? { |place| at_an_end?(place) && outlet_at(place) } }
            .sample(random: @random) or return
        place = places_of(cable).find { |one| at_an_end?(one) && outlet_at(one) }
        outlet = outlet_at(place)
        return if @document["wanted"]["control"]&.key?(outlet.id)

        @document = without(@document, place, outlet.id)
        @causes = [{ "kinds" => %w[short load_failed], "cable" => cable.ends }]
        pair = cable.conductors.map { |wire| cable.points(wire).first }.sample(2, random: @random)
        with_short(*pair)
      end

      def at_an_end?(place) = @circuit.cables.one? { |cable| places_of(cable).include?(place) }

      def outlet_at(place) = @circuit.devices.find { |row| row.place == place && row.kind.plain == "receptacle" }

      def without(document, place, id) =
        document.merge(
          "places" => document["places"].reject { |row| row["id"] == place },
          "loads" => document["loads"].reject { |row| row["id"] == id }
        )

      # Two conductors of a switch box exchanged, so that line and neutral meet through the toggle
      def across_a_toggle
        switch = @circuit.devices.select(&:switch?).sample(random: @random) or return
        joints = @circuit.joints.map(&:points)
        on_it = joints.select { |points| points.any? { |point| point.start_with?("#{switch.id}.") } }
        here = joints.select { |points| points.any? { |point| point.start_with?("#{switch.place}/") } }
        swaps = on_it.product(here - on_it).flat_map { |one, other| wires(one, switch).product(wires(other, switch)) }
        swaps.reject! { |pair| pair.any? { |point| bare?(point) } }
        pair = swaps.sample(random: @random) or return
        @causes = [{ "kinds" => ["miswired"], "place" => switch.place, "device" => switch.id }]
        exchanged(*pair)
      end

      def wires(points, switch) = points.select { |point| point.start_with?("#{switch.place}/") }

      def bare?(point) = point.match?(/\.(bare|green|green_yellow)\z/)

      def exchanged(one, other)
        swap = { one => other, other => one }
        joints =
          @circuit.joints.map do |joint|
            Circuit::Joint.new(
              **joint.to_h.transform_keys(&:to_sym),
              points: joint.points.map { |one| swap.fetch(one, one) }
            )
          end
        @circuit.with(joints:)
      end

      def places_of(cable) = cable.ends.map { |one| EndId.place(one) }

      def listed = @document["places"].map { |row| row["id"] }

      def leads_to_unlisted?(cable) = !(places_of(cable) - listed).empty?

      def listed_receptacles
        ids = @document["loads"].map { |row| row["id"] }
        @circuit.devices.select { |row| row.kind.plain == "receptacle" && ids.include?(row.id) }
      end

      def with_short(*points) =
        @circuit.with(
          faults: @circuit.faults + [{ "kind" => "short", "between" => points, "ohms" => @random.rand(OHMS).round(3) }]
        )

      # Positions of the toggles with which the breaker trips at once
      # @return [Array<Hash{String => String}>]
      def tripping
        ids = @document["controls"].map { |row| row["id"] }
        Physics::Survey
          .networks(with_breaker("on"))
          .zip(Physics::Survey.combinations(with_breaker("on")))
          .filter_map { |network, at| at.slice(*ids) if network.breakers["B1"] == "tripped" }
      end

      def with_breaker(position) = self.class.with_breaker(@circuit, position)
    end
  end
end

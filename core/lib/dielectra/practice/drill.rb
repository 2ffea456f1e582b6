# frozen_string_literal: true

module Dielectra
  module Practice
    # One quick question about a box, or about a reading. The same seed gives the same question.
    #
    #   drill = Drill.new(12)
    #   drill.kind     # => "white"
    #   drill.options  # => ["yes", "no"]
    #   drill.right?("no")
    class Drill
      include Chance

      KINDS = %w[common travelers white reading ghost].freeze
      # Questions of one round
      ROUND = 10
      # Readings to choose from
      READINGS = 4
      # Draws of a house until one is found that the question fits
      DRAWS = 50

      attr_reader :kind, :job, :situation, :place, :subject, :options, :answer

      # @param seed [Integer]
      # @return [Array<Drill>] the questions of a round, each kind in turn
      def self.round(seed) = Array.new(ROUND) { |number| new((seed * ROUND) + number) }

      # @param seed [Integer]
      def initialize(seed)
        @random = Random.new(seed)
        @kind = KINDS[seed % KINDS.size]
        DRAWS.times.find { made? } ||
          raise(InvalidInput.new("no question could be made from this seed.", pointer: "/seed"))
        freeze
      end

      # @param option [Object] one of the options
      def right?(option) = option == answer

      private

      def made?
        return ghost if kind == "ghost"

        open_a_box
        asked
      end

      def asked
        case kind
        when "common"
          common
        when "travelers"
          travelers
        when "white"
          white
        else
          reading
        end
      end

      # A house, and one of its switch boxes as it is found
      def open_a_box
        trouble = kind == "reading" ? %i[exchanged joint_open contact_stuck_open].sample(random: @random) : :lamp_burnt
        family = (kind == "white" ? %i[one two three] : %i[two three]).sample(random: @random)
        scenario = Scenario.new(@random, family:, trouble:)
        @circuit = scenario.circuit
        @job = scenario.job
        house = House.new(@circuit, random: @random, job:)
        room = job.controls.map(&:place).uniq.sample(random: @random)
        @place = room
        @steps = first_steps(room).map { |step| step.merge("answer" => house.answer(step).except("id")) }
        @situation =
          @steps.each_with_index.reduce(Evidence::Situation.of(job)) { |now, (step, at)| now.after(step, at + 1) }
      end

      def first_steps(room) =
        [
          { "do" => "breaker", "device" => "B1", "to" => "off" },
          { "do" => "open", "place" => room },
          { "do" => "prove_dead", "place" => room }
        ]

      def three_way = @circuit.devices_at(place).find { |device| device.kind.plain == "three_way" }

      # What sits on a screw
      # @return [Array<String>] conductors
      def on(device, terminal)
        joint = @circuit.joint_at(device.point(terminal))
        joint ? joint.points.grep(PointId::CONDUCTOR).sort : []
      end

      # Which conductor sits on the common screw
      def common
        device = three_way or return
        screws = %w[common traveler_1 traveler_2].map { |terminal| on(device, terminal) }
        return unless screws.all?(&:one?)

        @subject = device.id
        @options = screws.flatten.sort
        @answer = screws.first.first
      end

      # Which two of the conductors on the device are travelers
      def travelers
        device = three_way or return
        wires = device.kind.terminals.reject { |name| name == "ground" }.flat_map { |terminal| on(device, terminal) }
        roles = TrueRoles.new(@circuit, job).of(wires)
        right = wires.select { |wire| roles[wire] == "traveler" }
        return unless wires.uniq.size == 3 && right.size == 2

        @subject = device.id
        @options = wires.sort.combination(2).to_a
        @answer = right.sort
      end

      # Whether a white conductor is a neutral
      def white
        whites =
          @circuit
            .cable_ends(place)
            .flat_map { |one| one.wires.select { |wire| wire.color == "white" }.map { |wire| one.point(wire) } }
        @subject = whites.sample(random: @random) or return
        role = TrueRoles.new(@circuit, job).of([@subject])[@subject] or return
        @options = %w[yes no]
        @answer = role == "neutral" ? "yes" : "no"
        @answer == wanted
      end

      # Target answer, drawn so that yes and no are equally frequent
      def wanted = @wanted ||= options.sample(random: @random)

      # Which reading tells most: the best one, among pairs that share a joint
      def reading
        session = Session::Troubleshooting.for(job)
        @steps.each { |step| session.record(step) }
        best = session.actions.find { |action| action.purpose == :continuity && at_hand?(action.subject) }
        idle = situation.joints(place).flat_map { |joint| joint.combination(2).to_a }.shuffle(random: @random)
        return if best.nil? || idle.empty?

        @subject = place
        @answer = best.subject.sort
        @options = ([@answer] + idle.map(&:sort).uniq.first(READINGS - 1)).shuffle(random: @random)
      end

      def at_hand?(pair) = pair.all? { |point| situation.place_of_point(point) == place }

      # What a meter shows between a conductor of an open box and the ground, with the breaker on
      def ghost
        @subject, @answer =
          [
            [{ "tool" => "voltage", "volts" => @random.rand(18..72) }, "ghost"],
            [{ "tool" => "low_z", "volts" => @random.rand(0..3) }, "floating"],
            [{ "tool" => "low_z", "volts" => @random.rand(116..123) }, "line"],
            [{ "tool" => "ncv" }, "unsure"]
          ].sample(random: @random)
        @options = %w[ghost floating line unsure]
      end
    end
  end
end

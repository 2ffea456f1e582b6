# frozen_string_literal: true

module Dielectra
  module Practice
    # A generated house with a fault, and the job as a person would be called to it. The same seed gives the same house.
    class Scenario
      include Chance

      # Frequency of each family
      FAMILIES = {
        one: 0.18,
        two: 0.31,
        three: 0.12,
        four: 0.07,
        conduit: 0.07,
        cloth: 0.03,
        knob_and_tube: 0.05,
        second_circuit: 0.05,
        old_scheme: 0.03,
        neutral_switched: 0.02,
        loads: 0.02,
        receptacle: 0.03,
        fan: 0.01,
        metric: 0.01,
        junction: 0.02,
        parallel: 0.03
      }.freeze
      # Frequency of each fault
      TROUBLES = {
        exchanged: 0.25,
        apart_one: 0.12,
        apart_all: 0.09,
        wrong_device: 0.10,
        contact_stuck_open: 0.09,
        contact_stuck_closed: 0.05,
        contact_resistive: 0.02,
        marks_wrong: 0.02,
        joint_open: 0.12,
        lamp_burnt: 0.05,
        no_supply: 0.03,
        conductor_open: 0.04,
        short: 0.01,
        two: 0.01,
        found_tripped: 0.02,
        found_off: 0.02,
        contact_intermittent: 0.03,
        joint_intermittent: 0.03
      }.freeze
      # Faults beyond repair unless there is a spare conductor
      BEYOND = %i[no_supply conductor_open short].freeze

      attr_reader :circuit, :job, :trouble, :family

      # @param random [Random]
      # @param trouble [Symbol, nil] one of TROUBLES; by chance where nil
      # @param family [Symbol, nil] one of FAMILIES; by chance where nil
      def initialize(random, trouble: nil, family: nil)
        @random = random
        loop do
          @family = family || weighted(FAMILIES)
          @trouble = trouble || weighted(TROUBLES)
          @wall = Wall.new(@family, random)
          @faults = []
          @faulty_places = []
          @run = nil
          @found = nil
          @right = @wall.joints.transform_values { |joints| joints.map(&:dup) }
          break if spoil(@trouble) && troubled?
        end
        @job = Evidence::Job.read(Call.new(@wall, @circuit, @random).document)
      end

      # Boxes in which something is wrong, or from which it can be reached.
      # @return [Array<String>]
      def faulty_places = @faulty_places.uniq

      # @param claim [Hash] `kind`, and `place` where there is one
      # @return [Boolean] whether it names the trouble, and the box where that counts
      def named?(claim)
        return false unless PerfectInformation.new(self).named?([claim])

        Case::ANYWHERE.include?(claim["kind"]) || faulty_places.empty? || faulty_places.include?(claim["place"])
      end

      # @return [Hash] the trouble in the form of a cause
      def truth
        { "kind" => PerfectInformation::CAUSES.fetch(trouble).first, "place" => faulty_places.first }.compact
      end

      # @return [Boolean] whether nothing in reach repairs it
      def beyond? = !PerfectInformation.new(self).repairable?

      # @return [Float] minutes of one who knew what is wrong, whoever has played it
      def knowing(*) = PerfectInformation.new(self).minutes

      # @return [Float] minutes of one who takes everything apart in order
      def procedure = FixedProcedure.new(self).minutes

      # @return [Boolean] whether a broken or shorted run has a conductor to spare, or one too many
      def spared? =
        !@run.nil? && @run.places.none? { |place| Design::Layout.unseen?(place) } &&
          @run.wires.count(&:function) < @run.wires.size

      # @return [Boolean] whether an obsolete scheme has cables that do not carry enough for another
      def stuck_with_scheme? = !@wall.allows_present?

      # @return [Boolean] whether the circuit follows an obsolete scheme
      def old_scheme? = @wall.family.scheme != :present

      # @return [Integer] conductors in a box that are hot, that their color says nothing of, and that have to be marked
      def hot_whites(place)
        @circuit
          .cable_ends(place)
          .sum do |cable_end|
            colors = cable_end.insulated.map(&:color)
            cable_end.insulated.count do |wire|
              function = @wall.functions_at(place)[cable_end.point(wire)]
              function && function != "neutral" && @job.region.marked_when_hot?(wire.color, colors)
            end
          end
      end

      # @return [Boolean] whether another circuit keeps some of these boxes live
      def kept_live?(places) = places.any? { |place| @wall.second_circuit_in?(place) }

      # Points of a box that touch something when it is right.
      def points_to_join(place)
        right = @right.fetch(place)
        (right - @wall.joints[place]).flatten.size
      end

      private

      def room = @wall.rooms.sample(random: @random)

      # Adds a fault.
      # @return [Boolean] whether it could be
      def spoil(trouble)
        case trouble
        when :exchanged
          exchange(room)
        when :apart_one
          take_apart([room])
        when :apart_all
          take_apart(@wall.rooms)
        when :wrong_device
          misfit(room)
        when :found_tripped, :found_off
          @found = trouble.to_s.delete_prefix("found_")
        when :contact_stuck_open, :contact_stuck_closed, :contact_resistive, :contact_intermittent
          fail_contact(room, trouble)
        when :marks_wrong
          return mislead(room)
        when :joint_open, :joint_intermittent
          loosen(trouble.to_s)
        when :lamp_burnt
          return false if @wall.receptacle?

          @faults << { "kind" => "lamp_burnt", "device" => "L1" }
        when :no_supply
          @faults << { "kind" => "joint_open", "point" => @wall.panel_point("line") }
        when :conductor_open
          break_conductor
        when :short
          return short
        when :two
          return spoil(:exchanged) && spoil(%i[contact_stuck_open joint_open].sample(random: @random))
        end
        true
      end

      def joined(place) = @wall.joints[place].flatten & @wall.functions_at(place).keys

      def exchange(place)
        @faulty_places << place
        one, other = joined(place).sample(2, random: @random)
        @wall.joints[place] = @wall.joints[place].map do |joint|
          joint.map { |point| { one => other, other => one }.fetch(point, point) }
        end
      end

      def take_apart(places)
        @faulty_places.concat(places)
        places.each do |place|
          mine = [*@wall.functions_at(place).keys, *@wall.grounds_at(place)]
          @wall.joints[place] = @wall.joints[place].reject { |joint| joint.intersect?(mine) }
        end
      end

      def misfit(place)
        @faulty_places << place
        kind = @wall.rooms.size == 1 ? "three_way" : (@wall.kinds[place] == "four_way" ? "three_way" : "single_pole")
        @wall.kinds[place] = kind
        id = @wall.device(place)
        screws = Trade::DeviceKind[kind].live_terminals.map { |terminal| "#{id}.#{terminal}" }.shuffle(random: @random)
        grounds = @wall.grounds_at(place)
        @wall.joints[place] = @wall.joints[place]
          .map do |joint|
            next joint if grounds.intersect?(joint) || joint.none? { |point| PointId.of?(point, id) }

            [screws.pop, *joint.reject { |point| PointId.of?(point, id) }].compact
          end
          .select { |joint| joint.size > 1 }
      end

      def fail_contact(place, trouble)
        @faulty_places << place
        fault = {
          "kind" => trouble.to_s,
          "device" => @wall.device(place),
          "contact" => Trade::DeviceKind[@wall.kinds[place]].contacts.sample(random: @random)
        }
        fault["ohms"] = [40, 150, 400, 900].sample(random: @random) if trouble == :contact_resistive
        @faults << fault
      end

      # Marks the wrong screw as the common and wires the switch by those marks.
      def mislead(place)
        return false unless @wall.kinds[place] == "three_way"

        @faulty_places << place
        other = %w[traveler_1 traveler_2].sample(random: @random)
        id = @wall.device(place)
        @faults << { "kind" => "marks_wrong", "device" => id, "seen_as" => { "common" => other, other => "common" } }
        swapped = { "#{id}.common" => "#{id}.#{other}", "#{id}.#{other}" => "#{id}.common" }
        @wall.joints[place] = @wall.joints[place].map { |joint| joint.map { |point| swapped.fetch(point, point) } }
        true
      end

      def loosen(kind)
        points = [*@wall.rooms, *@wall.lights].flat_map { |place| joined(place) }
        point = points.sample(random: @random)
        @faulty_places << point[%r{\A[^/]+}]
        @faults << { "kind" => kind, "point" => point }
      end

      def inner_run =
        @wall
          .runs
          .reject { |run| run.places.any? { |place| place == "panel" || @wall.outlets.include?(place) } }
          .sample(random: @random)

      def break_conductor
        @run = run = inner_run || @wall.runs.first
        @faulty_places.concat(run.places & @wall.rooms)
        wire = run.wires.select(&:function).sample(random: @random)
        @faults << { "kind" => "conductor_open", "cable" => run.ends, "conductor" => wire.ids.first }
      end

      # Two conductors of a run touch inside it.
      def short
        @run = run = inner_run or return false
        @faulty_places.concat(run.places & @wall.rooms)
        points = run.wires.select(&:function).map { |wire| "#{run.ends.first}.#{wire.ids.first}" }
        return false if points.size < 2

        @faults << { "kind" => "short", "between" => points.sample(2, random: @random), "ohms" => 0.05 }
        true
      end

      # Whether a light fails to obey in some combination.
      def troubled?
        @circuit = Circuit.read(@wall.circuit_document(@faults, @found))
        Intermittence.settled(@circuit).any? { |house| failing?(house) }
      end

      def failing?(house)
        rows = Physics::Survey.measure(house)
        by_positions = rows.to_h { |row| [row["positions"].transform_values { |at| Trade::Position.raised?(at) }, row] }
        by_positions.any? do |raised, row|
          row["breakers"]["B1"] == "tripped" || lamps(row).any?("dim") ||
            raised.any? do |id, up|
              lamps(by_positions[raised.merge(id => !up)]).zip(lamps(row)).any? { |one, other| one == other }
            end
        end
      end

      def lamps(row) = row["loads"].values_at(*@wall.lights.map { |place| @wall.device(place) })

      # The customer's report of a light; an intermittent fault may be reported as flicker.
      def told(some, lamp) =
        some.map { |row| row["loads"][lamp] }.uniq.then { |shown| shown.one? ? shown.first : "flickers" }
    end
  end
end

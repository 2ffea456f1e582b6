# frozen_string_literal: true

module Dielectra
  module Evidence
    # What is known of a call before and beside its steps: places, controls, loads, what is wanted, the tools at hand.
    class Job
      FORMAT = "dielectra/job"
      # Circuits that are told apart in one house
      MOST_CIRCUITS = 2

      # A switch on the wall, before its box is open; of two on one yoke, the yoke or one of them. `kind` is that of a
      # switch that takes the neutral, once it was found to have it.
      Control =
        Struct.new(:id, :place, :on_off_marked, :gang, :kind) do
          # @return [String] the device it is, or is one toggle of
          def device = PointId.device(id)
        end
      # A load that switches control: a whole device, or a part of one that is fed by its own conductor
      Load =
        Struct.new(:id, :place, :kind) do
          # @return [String] the device it is, or is a part of
          def device = PointId.device(id)

          # @return [String, nil] which part
          def part = id[/\.(.+)/, 1]

          # @return [Load] a part of it
          def with_part(part) = Load.new("#{id}.#{part}", place, kind)

          # @return [Array<String>, nil] the two terminals it lies between
          def terminals
            known = Trade::DeviceKind[kind]
            known.sockets.fetch(part) { part ? [part, known.lamp.last] : known.lamp || known.sockets.values.first }
          end
        end

      attr_reader :document, :places, :controls, :loads, :steps

      # @return [Array<String>] breakers that feed it, as far as is known; Roster::UNKNOWN for one nobody has found
      attr_reader :breakers
      # @return [Array<String>] breakers that a label or the customer named, whether or not they feed it
      attr_reader :listed_breakers

      # Reads the job file format, version 1.
      # @param document [Hash] parsed JSON
      # @raise [InvalidInput] with the JSON pointer of what is wrong
      def self.read(document)
        Schema.check!(:job, document)
        new(document).tap(&:check!)
      end

      def initialize(document)
        @document = Ractor.make_shareable(document)
        @places = document["places"].map { |row| Circuit::Place.new(**row.transform_keys(&:to_sym)) }.freeze
        @controls = document["controls"].map { |row| Control.new(*row.values_at(*Control.members.map(&:to_s))) }.freeze
        @loads = document["loads"].map { |row| Load.new(row["id"], row["place"], row["kind"]) }.freeze
        @breakers = document["breakers"].reject { |row| row["other"] }.map { |row| row["id"] }.freeze
        @listed_breakers = document["breakers"].reject { |row| row["found"] }.map { |row| row["id"] }.freeze
        @steps = document["steps"]
        @goal = Goals::Goal.new(document["wanted"], controls, loads)
      end

      # @return [Boolean] whether a change to the house is asked for
      def change? = wanted["kind"] != "restore"

      # @return [Boolean] whether nobody called because of a fault: the house is got to know for a change
      def as_is? = wanted["as_is"] == true

      # @return [Job] the house as it stands, as a job to restore
      def before = Job.new(Goals::Change.new(document).before)

      # @return [Job] the same where something is wrong with it, which is to be put right before anything is changed
      def as_found
        wanted = Goals::Change.new(document).before["wanted"]
        Job.new(document.merge("wanted" => wanted.slice("kind", "control")))
      end

      # @return [Job] the house as it shall be, as a job to restore
      def after = Job.new(Goals::Change.new(document).after)

      # The same job with other steps.
      def with_steps(steps) = Job.new(document.merge("steps" => steps))

      def to_h = document

      def supply_volts = document["supply"]["volts"]

      # Whose colors and words are used here.
      # @return [Trade::Region]
      def region = @region ||= Trade::Region.at(supply_volts)

      def wanted = document["wanted"]

      # What earlier jobs left known of the house
      # @return [Memory, nil]
      def memory = @memory ||= (Memory.new(document["remembered"]) if document["remembered"])

      # @return [Numeric, nil] amperes of its largest breaker, as far as they are known
      def amps = document["breakers"].reject { |row| row["other"] }.filter_map { |row| row["amps"] }.max

      # How the trouble began, in one word of the format; nil where not reported
      def began = document["began"]

      # What shall be true in the end.
      # @return [Goals::Goal]
      attr_reader :goal

      # @return [Array<Control, Load>] the devices of a box that wanted controls and loads are, or are parts of
      def devices_at(place) =
        (@devices ||= [*goal.controls, *goal.loads].map { |item| whole(item) }.uniq.group_by(&:place)).fetch(place, [])

      # @return [Array<Control>] the wanted controls of a box
      def controls_at(place) = goal.controls.select { |control| control.place == place }

      # @return [Integer] how many circuits may meet in its boxes: one for each breaker, two at most
      def circuits = breakers.size.clamp(1, MOST_CIRCUITS)

      # @return [Boolean] whether conductors run one by one on knobs, without a sheath
      def single_conductors? = document["method"] == "knob_and_tube"

      # @return [Hash, nil] the row of `wanted` for a device that is not there yet
      def new_item(id) = goal.new_items.find { |row| row["id"] == PointId.device(id) }

      # @param id [String] of a device that is there, or that is to be
      # @return [String, nil] its place
      def place_of(id) = (control(id) || loads.find { |load| load.id == id })&.place || new_item(id)&.fetch("place")

      # @return [Array<String>] loads of the job that no wanted control works, as an outlet that hangs on beyond
      def bystanders = @bystanders ||= loads.map(&:id) - goal.loads.map(&:device)

      def tool?(name) = document["tools"].nil? || document["tools"].include?(name)

      # @return [Circuit::Place, nil] one that is there, or that is to be
      # @return [String, nil] the name of somebody who stands at the panel
      def helper = document["helper"]

      def place(id) = (@place_by_id ||= (new_places + places).to_h { |place| [place.id, place] })[id]

      # @return [Array<Circuit::Place>] boxes that may be set
      def new_places = (wanted["places"] || []).map { |row| Circuit::Place.new(**row.transform_keys(&:to_sym)) }

      def panel = places.find(&:panel?)

      # @param id [String] of a control, or of the device that it is part of
      # @return [Control, nil]
      def control(id) = controls.find { |control| control.id == id } || controls.find { |control| control.device == id }

      # Boxes of the circuit that can be opened. Boxes of controls and loads that the goal does not use count as
      # downstream.
      def boxes
        @boxes ||=
          begin
            wanted = [*goal.controls, *goal.loads]
            others = [*controls, *loads].map(&:place) - wanted.map(&:place)
            places.reject { |place| place.panel? || others.include?(place.id) }
          end
      end

      # @raise [InvalidInput] for what a schema cannot see
      def check!
        refuse("there is no panel among the places.", "/places") unless panel
        refuse("a job needs a control.", "/controls") if controls.empty?
        refuse("a job needs a load.", "/loads") if loads.empty?
        refuse("a job needs the breaker of the circuit.", "/breakers") if breakers.empty?
        check_references
      end

      private

      def whole(item)
        return item if item.id == item.device

        item.class.new(item.device, *item.to_a.drop(1))
      end

      def check_references
        controls.each_with_index do |control, index|
          refuse("#{control.place} is not a known place.", "/controls/#{index}/place") unless place(control.place)
        end
        loads.each_with_index do |load, index|
          refuse("#{load.place} is not a known place.", "/loads/#{index}/place") unless place(load.place)
        end
        check_goal
        names = (places + controls + loads).map(&:id) + (breakers | listed_breakers)
        twice = names.tally.find { |_, count| count > 1 }
        refuse("#{twice.first} names two things.", "") if twice
      end

      def check_goal
        known_loads = loads.map(&:id) + goal.new_ids
        known_controls = controls.map(&:id) + goal.new_ids
        goal.works.each do |part, names|
          pointer = "/wanted/control/#{part}"
          known = known_loads.include?(Goals::LoadPart.parse(part).load)
          refuse("#{part} is not a load of this job.", pointer) unless known
          stray = (names - known_controls).first
          refuse("#{stray} is not a control of this job.", pointer) if stray
        end
      end

      def refuse(sentence, pointer) = raise(InvalidInput.new(sentence, pointer:))
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Evidence
    # What is known of a call before and beside its steps: places, controls, loads, what is wanted, the tools at hand.
    class Job
      FORMAT = "dielectra/job"

      # A switch on the wall, before anyone has opened its box.
      Control = Struct.new(:id, :place, :on_off_marked)
      # What is controlled.
      Load = Struct.new(:id, :place, :kind)

      attr_reader :document, :places, :controls, :loads, :breakers, :steps

      # Reads the job file format, version 1.
      # @param document [Hash] parsed JSON
      # @raise [InvalidInput] with the JSON pointer of what is wrong
      def self.read(document)
        Schema.check!(:job, document)
        new(document).tap(&:check!)
      end

      def initialize(document)
        @document = Trade.deep_freeze(document)
        @places = document["places"].map { |row| Circuit::Place.new(**row.transform_keys(&:to_sym)) }.freeze
        @controls = document["controls"].map { |row| Control.new(row["id"], row["place"], row["on_off_marked"]) }.freeze
        @loads = document["loads"].map { |row| Load.new(row["id"], row["place"], row["kind"]) }.freeze
        @breakers = document["breakers"].map { |row| row["id"] }.freeze
        @steps = document["steps"]
      end

      # The same job with other steps.
      def with_steps(steps) = Job.new(document.merge("steps" => steps))

      def to_h = document

      def supply_volts = document["supply"]["volts"]

      # Whose colours and words are used here.
      # @return [Trade::Region]
      def region = @region ||= Trade::Region.at(supply_volts)

      def wanted = document["wanted"]

      # How it began, in one word of the format; nil where nobody said.
      def began = document["began"]

      # Controls that shall work the wanted load, all of them in the order of the job.
      def wanted_controls
        names = (wanted["control"] || {}).values.first
        names ? controls.select { |control| names.include?(control.id) } : controls
      end

      # What the controls shall work, all of it together, in the order of the job.
      def wanted_loads
        names = (wanted["control"] || {}).keys.map { |name| name.split(".").first }
        names.empty? ? loads.first(1) : loads.select { |load| names.include?(load.id) }
      end

      # Whether something else is to be live in every position than the other half of a receptacle that is switched.
      def always_elsewhere?
        halves =
          wanted_loads.select { |load| load.kind == "receptacle" }.flat_map { |load| ["#{load.id}.1", "#{load.id}.2"] }
        others = loads.map(&:id) - wanted_loads.map(&:id)
        ((wanted["always"] || []) - halves - others).any?
      end

      # Whether of a receptacle only one half is to be switched, and the other to stay live.
      def half?(load) = wanted["control"]&.key?("#{load}.#{SWITCHED_HALF}") || false

      # The half that can be switched by itself.
      SWITCHED_HALF = "1"

      # What a load was seen to do; the switched half of a receptacle goes by its own name or the receptacle's.
      # @param answer [Hash] of a look
      # @return [String, nil]
      def light(answer, load) = answer&.dig("loads", load) || answer&.dig("loads", "#{load}.#{SWITCHED_HALF}")

      # The load one looks at first.
      def wanted_load = wanted_loads.first

      # @return [Control, Load, nil] the switch of a box, or else what is switched in it
      def device_at(place) = (@devices ||= [*wanted_loads, *wanted_controls].to_h { |item| [item.place, item] })[place]

      def tool?(name) = document["tools"].nil? || document["tools"].include?(name)

      def place(id) = (@place_by_id ||= places.to_h { |place| [place.id, place] })[id]

      def panel = places.find(&:panel?)

      def control(id) = controls.find { |control| control.id == id }

      # Boxes of the circuit that can be opened; not those of switches that are not to work what is wanted, nor of loads that nothing
      # works: these hang on beyond it.
      def boxes
        @boxes ||=
          begin
            wanted = [*wanted_controls, *wanted_loads]
            others = [*controls, *loads].map(&:place) - wanted.map(&:place)
            places.reject { |place| place.panel? || others.include?(place.id) }
          end
      end

      # Every combination of positions of the wanted controls, toggles up or down.
      def combinations
        wanted_controls
          .map(&:id)
          .reduce([{}]) do |states, id|
            states.flat_map { |state| %w[up down].map { |position| state.merge(id => position) } }
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

      def check_references
        controls.each_with_index do |control, index|
          refuse("#{control.place} is not a known place.", "/controls/#{index}/place") unless place(control.place)
        end
        loads.each_with_index do |load, index|
          refuse("#{load.place} is not a known place.", "/loads/#{index}/place") unless place(load.place)
        end
        (wanted["control"] || {}).each do |load, names|
          unless known_loads.include?(load.split(".").first)
            refuse("#{load} is not a load of this job.", "/wanted/control/#{load}")
          end
          stray = names.find { |name| control(name).nil? && !fresh.include?(name) }
          refuse("#{stray} is not a control of this job.", "/wanted/control/#{load}") if stray
        end
        names = (places + controls + loads).map(&:id) + breakers
        twice = names.tally.find { |_, count| count > 1 }
        refuse("#{twice.first} names two things.", "") if twice
      end

      # What is not there yet.
      def fresh = (wanted["new"] || []).map { |item| item["id"] }

      def known_loads = loads.map(&:id) + fresh

      def refuse(sentence, pointer) = raise(InvalidInput.new(sentence, pointer:))
    end
  end
end

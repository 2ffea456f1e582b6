# frozen_string_literal: true

module Dielectra
  module Evidence
    # A new job from the few things said on the telephone: where the switches are, where the light is.
    module Draft
      # What may be switched, with the kind of box it sits in; and how wires may have been laid.
      LOADS = {
        "luminaire" => "luminaire_box",
        "fan" => "luminaire_box",
        "fan_light" => "luminaire_box",
        "receptacle" => "receptacle_box"
      }.freeze
      METHODS = %w[nm emt ac knob_and_tube].freeze
      MOST_BREAKERS = 2
      VOLTS = [120, 230].freeze
      # The most switches and loads of one call
      MOST_SWITCHES = 4
      MOST_LOADS = 4
      # Loads with parts that can be on switches of their own
      PARTS = { "fan_light" => %w[fan light], "receptacle" => Goals::Goal::HALVES }.freeze
      # Bulbs as the customer knows them, and what protects a circuit beside its amperes
      LAMPS = %w[led incandescent].freeze
      PROTECTIONS = %w[ground_fault arc_fault dual].freeze
      # How the trouble may have begun
      BEGAN = %w[new_switch opened sudden always comes_and_goes smell_or_heat after_water].freeze

      # When a breaker trips, and after how many seconds; nil where nobody can say
      TRIPS = { "at_once" => 0, "after_a_while" => 600, "now_and_then" => nil }.freeze

      # @param said [Hash] `switches` (one to four names of places), `light` (the name of the place of what is
      #   switched), `load` (its kind), or `loads` (each with `place`, `kind` and `lamp`) where there are several;
      #   `volts`, `works` (for each switch the loads or parts of loads that it works, as `L1` or `L1.fan`; without it
      #   every switch works every load; a switch that works nothing is one that nobody knows the use of), `method`,
      #   `amps`, `breakers` (each with `amps` and `protection`), `year_built`, `marked`, `began`, `trips` (one of
      #   TRIPS), `junctions` (names of further boxes), `story` and `tools`
      # @return [Hash] a job document without steps
      # @raise [InvalidInput]
      def self.document(said)
        rooms = Array(said["switches"]).map { |name| id(name, "/draft/switches") }
        lights = lights(said)
        refuse("one to four switches can be worked on.", "/draft/switches") unless (1..MOST_SWITCHES).cover?(rooms.size)
        if [*rooms.uniq, *lights.map(&:first), "panel"].uniq.size < rooms.uniq.size + lights.size + 1
          refuse("every place needs a name of its own.", "/draft/switches")
        end

        volts = among(said.fetch("volts", 120), VOLTS, "/draft/volts")
        method = among(said.fetch("method", "nm"), METHODS, "/draft/method")
        began = said["began"] && among(said["began"], BEGAN, "/draft/began")
        junctions = Array(said["junctions"]).map { |name| id(name, "/draft/junctions") } - rooms - lights.map(&:first)
        loads =
          lights.each_with_index.map do |(place, kind), at|
            { "id" => "L#{at + 1}", "place" => place, "kind" => kind, **lamp(said, at) }
          end
        controls =
          rooms.each_with_index.map do |room, index|
            gang = rooms.first(index + 1).count(room) if rooms.count(room) > 1
            marked = Array(said["marked"])[index] == true
            { "id" => "S#{index + 1}", "place" => room, "on_off_marked" => marked, "gang" => gang }.compact
          end
        {
          "format" => Job::FORMAT,
          "version" => 1,
          "supply" => {
            "volts" => volts,
            "hertz" => 60
          },
          "places" => [
            { "id" => "panel", "kind" => "panel" },
            *rooms.uniq.map { |room| { "id" => room, "kind" => "switch_box" } },
            *lights.map { |place, _, box| { "id" => place, "kind" => box } },
            *junctions.uniq.map { |place| { "id" => place, "kind" => "junction_box" } }
          ],
          "breakers" => breakers(said),
          "controls" => controls,
          "loads" => loads,
          "wanted" => wanted(said, loads, controls),
          "year_built" => said["year_built"],
          "method" => method,
          "began" => began,
          "story" => said["story"],
          "tools" => tools(said),
          "steps" => trip(said, loads)
        }.compact
      end

      # @return [Array<Hash>] the breakers that the label or the customer names
      def self.breakers(said)
        rows = said["breakers"] || [{ "amps" => said.fetch("amps", 15) }]
        refuse("name one breaker or two.", "/draft/breakers") unless (1..MOST_BREAKERS).cover?(rows.size)
        rows.each_with_index.map do |row, at|
          { "id" => "B#{at + 1}", "amps" => row.fetch("amps", 15), **protection(row, at) }
        end
      end
      private_class_method :breakers

      def self.protection(row, at)
        return {} unless row["protection"]

        { "protection" => among(row["protection"], PROTECTIONS, "/draft/breakers/#{at}/protection") }
      end
      private_class_method :protection

      # The bulb of a load, where somebody said what it is
      def self.lamp(said, at)
        lamp = Array(said["loads"])[at]&.fetch("lamp", nil) or return {}

        { "lamp" => { "kind" => among(lamp, LAMPS, "/draft/loads/#{at}/lamp") } }
      end
      private_class_method :lamp

      # What the customer says of a breaker that trips, as a report
      def self.trip(said, loads)
        return [] unless said["trips"]

        _, after = one_of(said["trips"], TRIPS, "/draft/trips")
        dark = loads.to_h { |load| [load["id"], "off"] }
        answer = { "loads" => dark, "breakers" => { "B1" => "tripped" }, "after" => after }.compact
        [{ "do" => "report", "positions" => {}, "answer" => answer }]
      end
      private_class_method :trip

      # The `wanted` field of the job: restore the circuit, or make the requested change
      def self.wanted(said, loads, controls)
        as_is = control(said, loads, controls)
        return { "kind" => "restore", "control" => as_is } unless said["change"]

        Asked.new(said["change"], as_is, loads, controls).to_h
      end
      private_class_method :wanted

      # Which switches work which load. A load whose parts are on the same switches goes by its own name.
      # @return [Hash{String => Array<String>}] load or part of one => controls
      def self.control(said, loads, controls)
        parts =
          loads.flat_map { |load| [load["id"], *PARTS.fetch(load["kind"], []).map { |part| "#{load["id"]}.#{part}" }] }
        works = said["works"] || controls.map { loads.map { |load| load["id"] } }
        refuse("say for each switch what it works.", "/draft/works") unless works.size == controls.size
        works.each_with_index do |named, at|
          stray = named.find { |part| !parts.include?(part) }
          refuse("#{stray} is none of #{parts.join(", ")}.", "/draft/works/#{at}") if stray
        end
        worked = loads.flat_map { |load| worked(load, works, controls) }
        idle = worked.find { |_, by| by.empty? }
        refuse("no switch works #{idle.first}.", "/draft/works") if idle
        worked.to_h
      end
      private_class_method :control

      def self.worked(load, works, controls)
        by = ->(names) { controls.zip(works).filter_map { |one, named| one["id"] if named.intersect?(names) } }
        id = load["id"]
        names = PARTS.fetch(load["kind"], []).map { |part| "#{id}.#{part}" }
        parts = names.to_h { |name| [name, by[[id, name]]] }
        return [[id, by[[id, *names]]]] unless parts.values.uniq.size > 1

        parts.reject { |_, some| some.empty? }.to_a
      end
      private_class_method :worked

      TOOLS = %w[ncv voltage low_z continuity resistance bench clamp plug_in].freeze
      USUAL_TOOLS = (TOOLS - %w[low_z clamp plug_in]).freeze

      # @return [Array<String>] what is in the bag
      def self.tools(said)
        said
          .fetch("tools", USUAL_TOOLS)
          .each_with_index do |tool, at|
            refuse("#{tool} is none of #{TOOLS.join(", ")}.", "/draft/tools/#{at}") unless TOOLS.include?(tool)
          end
      end
      private_class_method :tools

      # @return [Array<Array(String, String, String)>] place, kind and kind of box of each load
      def self.lights(said)
        rows = said["loads"] || [{ "place" => said["light"], "kind" => said.fetch("load", "luminaire") }]
        refuse("one to four loads can be worked on.", "/draft/loads") unless (1..MOST_LOADS).cover?(rows.size)
        rows.each_with_index.map do |row, at|
          pointer = said["loads"] ? "/draft/loads/#{at}" : "/draft"
          kind, box = one_of(row.fetch("kind", "luminaire"), LOADS, said["loads"] ? "#{pointer}/kind" : "/draft/load")
          [id(row["place"], said["loads"] ? "#{pointer}/place" : "/draft/light"), kind, box]
        end
      end
      private_class_method :lights

      # Turns a spoken name into an id: "Stairs, top" is stairs_top.
      def self.id(name, pointer)
        id = name.to_s.downcase.gsub(/[^a-z0-9]+/, "_").gsub(/\A_+|_+\z/, "")
        unless id.match?(/\A[a-z]/)
          refuse("#{name.inspect} is not a name for a place; it has to start with a letter.", pointer)
        end
        id
      end

      # @return [Object] what was said, which is one of some
      def self.among(said, list, pointer)
        list.include?(said) ? said : refuse("#{said} is none of #{list.join(", ")}.", pointer)
      end
      private_class_method :among

      # @return [Array(Object, Object)] what was said, and what goes with it
      def self.one_of(said, table, pointer)
        [said, table.fetch(said) { refuse("#{said} is none of #{table.keys.join(", ")}.", pointer) }]
      end
      private_class_method :one_of

      def self.refuse(sentence, pointer) = raise(InvalidInput.new(sentence, pointer:))
      private_class_method :refuse
    end
  end
end

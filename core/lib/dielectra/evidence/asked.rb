# frozen_string_literal: true

module Dielectra
  module Evidence
    # `wanted` of a job from a change as a customer asks for it
    class Asked
      # What can be asked for, and how it is put
      KINDS = {
        "add_control" => "another place to switch from",
        "split_receptacle" => "one half of the receptacle always live",
        "always_on" => "the receptacle always live",
        "feed_light" => "a new light in its place",
        "second_light" => "one more light on the same switch",
        "fit" => "another kind of switch",
        "take_out" => "a switch taken out",
        "move" => "the switch on another receptacle",
        "add_outlet" => "a new receptacle, always live",
        "swap" => "a new device of the same kind"
      }.freeze
      # The name of a job that asks for more than one thing
      SEVERAL = "change"
      # Fields of `wanted` that hold lists, and grow with each wish
      LISTS = %w[always new places retire swap runs].freeze

      # @param said [Hash] `kind`; `place` of what is new; `half` that stays live; `switch` or `load` (its number) and
      #   `fit`; `runs`, each with `from`, `to`, `length_ft` and whether it is a `raceway` that is there; `more`,
      #   further wishes of the same form
      # @param works [Hash{String => Array<String>}] load => controls, as it is
      # @param loads [Array<Hash>]
      # @param controls [Array<Hash>]
      def initialize(said, works, loads, controls)
        @said = said
        @works = works
        @loads = loads
        @controls = controls
      end

      # @return [Hash] all that is asked for, each wish on top of those before it
      # @raise [InvalidInput] with the pointer of what is missing
      def to_h = Array(@said["more"]).reduce(single) { |wanted, said| beside(wanted, said) }

      # @return [Hash] the first wish
      def single
        kind = @said["kind"]
        refuse("#{kind} is none of #{KINDS.keys.join(", ")}.", "/draft/change/kind") unless KINDS.key?(kind)
        { "kind" => kind, **send(kind), **runs }
      end

      private

      # A further wish about the house as the ones before it leave it
      def beside(wanted, said)
        lights, switches = (wanted["new"] || []).partition { |row| row["kind"] != Goals::Change::SWITCH }
        next_one = Asked.new(said, wanted["control"], @loads + lights, @controls + switches).single
        wanted.merge(next_one) do |field, old, new|
          case field
          when "kind"
            SEVERAL
          when *LISTS
            old | new
          when "control"
            new
          else
            old.merge(new)
          end
        end
      end

      # @return [String] a name that nothing has yet
      def free(letter, rows) =
        (1..).lazy.map { |number| "#{letter}#{number}" }.find { |id| rows.none? { |row| row["id"] == id } }

      # One more place to switch from, for a load and whatever its switches work beside it
      def add_control
        place = place_named
        id = free("S", @controls)
        by = switches_of_load
        {
          "control" => @works.transform_values { |names| names == by ? names + [id] : names },
          "new" => [{ "id" => id, "kind" => Goals::Change::SWITCH, "place" => place }],
          "places" => [{ "id" => place, "kind" => "switch_box" }]
        }
      end

      # Which switch, light or receptacle is exchanged for a new one, by its number; the first switch where nothing is
      # said
      def swap
        device = @said["load"] ? load_named : switch
        { "control" => @works, "swap" => [device["id"]] }
      end

      def load_named = @loads[@said["load"].to_i - 1] || refuse("there is no such load.", "/draft/change/load")

      # The switch is to work another of the receptacles; the others are live then.
      def move
        target = @loads[@said.fetch("load", 1).to_i - 1] or refuse("there is no such receptacle.", "/draft/change/load")
        by = [@controls.first["id"]]
        { "control" => { target["id"] => by }, "always" => @loads.map { |load| load["id"] } - [target["id"]] }
      end

      # A receptacle in a place that has none
      def add_outlet
        place = place_named
        id = free("R", @loads)
        {
          "control" => @works,
          "always" => [id],
          "new" => [{ "id" => id, "kind" => "receptacle", "place" => place }],
          "places" => [{ "id" => place, "kind" => "receptacle_box" }]
        }
      end

      def split_receptacle
        live = @said["half"].to_s
        refuse("say which half stays live, 1 or 2.", "/draft/change/half") unless %w[1 2].include?(live)
        other = live == "1" ? "2" : "1"
        { "control" => { "#{receptacle}.#{other}" => its_switches }, "always" => ["#{receptacle}.#{live}"] }
      end

      def always_on = { "control" => {}, "always" => [receptacle], "retire" => its_switches }

      # One more light on the switches that work another one
      def second_light
        place = place_named
        id = free("L", @loads)
        by = switches_of_load or refuse("that wants a switch.", "/draft/change/kind")
        {
          "control" => @works.merge(id => by),
          "new" => [{ "id" => id, "kind" => "luminaire", "place" => place }],
          "places" => [{ "id" => place, "kind" => "luminaire_box" }]
        }
      end

      def feed_light
        place = place_named
        id = free("L", @loads)
        {
          "control" => @works.reject { |name, _| its?(name) }.merge(id => its_switches),
          "always" => [receptacle],
          "new" => [{ "id" => id, "kind" => "luminaire", "place" => place }],
          "places" => [{ "id" => place, "kind" => "luminaire_box" }]
        }
      end

      def fit
        control = switch
        kind = fitted_kind
        in_company = @works.each_value.any? { |ids| ids.include?(control["id"]) && ids.size > 1 }
        if in_company && Trade::DeviceKind[kind].family != "three_way"
          words = Trade.article(Trade::DeviceKind[kind].term)
          refuse("#{words} works its light alone, and here are several switches for one light.", "/draft/change/fit")
        end
        { "control" => @works, "fit" => { control["id"] => kind } }
      end

      # @return [String] a kind that can be fitted
      def fitted_kind
        kinds = Trade::DeviceKind.special.map(&:name)
        said = @said["fit"]
        kinds.include?(said) ? said : refuse("#{said} is none of #{kinds.join(", ")}.", "/draft/change/fit")
      end

      # What the switch worked alone is live from then on.
      def take_out
        id = switch["id"]
        left = @works.transform_values { |names| names - [id] }
        {
          "kind" => "always_on",
          "control" => left.reject { |_, names| names.empty? },
          "always" => left.select { |_, names| names.empty? }.keys,
          "retire" => [id]
        }
      end

      def switch =
        @controls[@said.fetch("switch", 1).to_i - 1] || refuse("there is no such switch.", "/draft/change/switch")

      def runs
        rows = Array(@said["runs"])
        return {} if rows.empty?

        {
          "runs" =>
            rows.each_with_index.map do |row, at|
              between = %w[from to].map { |side| Draft.id(row[side], "/draft/change/runs/#{at}/#{side}") }
              { "between" => between, "length_ft" => row["length_ft"], "raceway" => row["raceway"] || nil }.compact
            end
        }
      end

      def receptacle
        @receptacle ||= @loads.find { |load| load["kind"] == "receptacle" }&.fetch("id") or
          refuse("that wants a receptacle among what is switched.", "/draft/change/kind")
      end

      # @return [Array<String>, nil] the switches that work the load that is meant; the first one where nothing is said
      def switches_of_load
        load = @loads[@said.fetch("load", 1).to_i - 1] or refuse("there is no such load.", "/draft/change/load")
        @works.find { |name, _| Goals::LoadPart.parse(name).load == load["id"] }&.last || @works.values.first
      end

      # The switches that work the receptacle, or a half of it
      def its_switches = @works.select { |name, _| its?(name) }.values.flatten.uniq

      def its?(name) = Goals::LoadPart.parse(name).load == receptacle

      def place_named = Draft.id(@said["place"], "/draft/change/place")

      def refuse(sentence, pointer) = raise(InvalidInput.new(sentence, pointer:))
    end
  end
end

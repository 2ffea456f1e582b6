# frozen_string_literal: true

module Dielectra
  module Trade
    # What a device of one kind is: its terminals, and which of them each position joins.
    #
    #   DeviceKind["three_way"].closed("up") # => [["common", "traveler_1"]]
    class DeviceKind
      # @param name [String] a kind, or a kind with the tabs that were broken off (`receptacle-hot_tab`) or with what
      #   the screws are that say nothing (see Unmarked)
      # @raise [KeyError] for a kind that devices.json does not list
      def self.[](name) = (@kinds ||= {})[name] ||= made(name)

      def self.made(name)
        row = rows.fetch(KindName.plain(name))
        screws = KindName.screws(name)
        new(name, screws ? Unmarked.row(row, screws) : row, KindName.broken_tabs(name))
      end
      private_class_method :made

      # The rows of devices.json. A kind that is `as` another has what it does not say itself from there, the family
      # included.
      # @return [Hash{String => Hash}]
      def self.rows
        @rows ||=
          Trade.table("devices").then { |table| table.to_h { |name, row| [name, whole(table, name, row)] }.freeze }
      end

      def self.whole(table, name, row)
        return { "family" => name, **row } unless row["as"]

        base = row["as"]
        { **whole(table, base, table.fetch(base)), **row.except("as") }
      end
      private_class_method :whole

      # The kind of a device as it was found in a box.
      # @param row [Hash] as `open` answers
      def self.found(row)
        tabs = rows.dig(row["kind"], "tabs") || {}
        tabs
          .keys
          .select { |tab| row[tab] == "removed" }
          .reduce(row["kind"]) { |name, tab| KindName.without_tab(name, tab) }
      end

      # Read back by Marshal as the one object of its name.
      def self._load(name) = self[name]

      def _dump(_level) = name

      # @return [Array<DeviceKind>] every kind there is
      def self.all = rows.keys.map { |name| self[name] }

      # @return [Array<DeviceKind>] switches that can be fitted in place of another one, but for the plain ones
      def self.special =
        all.select { |kind| kind.switch? && kind.covered? && (kind.name != kind.family || kind.neutral?) }

      def self.known?(name) = rows.key?(name)

      attr_reader :name, :terminals, :tabs

      def initialize(name, row, gone = [])
        @name = name
        @row = row
        @terminals = row.fetch("terminals")
        @tabs = row.fetch("tabs", {}).except(*gone)
      end

      # Joints as they are with what the tabs join: what is on either of two screws is on the first.
      # @param device [String]
      # @param joints [Array<Array<String>>]
      def through(device, joints)
        tabs
          .each_value
          .reduce(joints) do |so_far, (one, other)|
            near, far = [one, other].map { |terminal| "#{device}.#{terminal}" }
            met, rest = so_far.partition { |joint| joint.include?(near) || joint.include?(far) }
            met.empty? ? rest : [[near, *(met.flatten - [near, far])], *rest]
          end
      end

      # The kind's own name, without tabs and screws
      def plain = KindName.plain(name)

      # The field's word for it.
      def term = @row.fetch("term")

      def switch? = @row.fetch("switch", false)

      # @return [String] the plain kind that it is joined like: a dimmer like a single-pole switch
      def family = @row.fetch("family", plain)

      # @return [Boolean] whether jobs with it are covered
      def covered? = @row.fetch("covered", true)

      # @return [Boolean] whether it takes the neutral besides line and load
      def neutral? = family == "electronic"

      # @param load [String] kind of a load
      # @return [Boolean] whether it may work such a load; a dimmer works luminaires only
      def works?(load) = @row["works"].nil? || @row["works"].include?(load)

      # @return [Boolean] whether it reads open with the power off, whatever it does with the power on
      def electronics? = @row.fetch("electronics", false)

      # A terminal by what stands on it, where that is known by another name.
      def mark(terminal) = @row.fetch("renamed", {}).fetch(terminal, terminal)

      # @return [Array<String>] the terminals that travelers lie on
      def travelers =
        (@row["renamed"] || terminals.to_h { |terminal| [terminal, terminal] })
          .select { |terminal, _| terminal.match?(/traveler|pair/) }
          .values

      # Terminals that carry current, in the order of the table.
      def live_terminals = terminals - [ground].compact

      def ground = @row["ground"]

      # @return [Array(String, String), nil] the two terminals a lamp sits between
      def lamp = @row["lamp"]

      # @return [Hash{String => Array(String, String)}] terminals between which something can be plugged in
      def sockets = @row.fetch("loads", {})

      # @return [Array<Hash>] for each gang, position => pairs that are closed
      def gangs = @row.fetch("gangs") { [@row.fetch("positions")] }

      def positions = gangs.first.keys

      # The toggles of a device of this kind as they come
      # @param device [String] its name
      # @return [Hash{String => String}] control => position: the device, or each of the toggles on its yoke
      def toggles(device)
        return { device => positions.last } if gangs.one?

        gangs.each_with_index.to_h { |gang, number| ["#{device}.#{number + 1}", gang.keys.last] }
      end

      # Every state the device can stand in: a position, or one for each gang.
      # @return [Array<String, Array<String>>]
      def combinations
        return positions if gangs.one?

        gangs.first.keys.product(*gangs.drop(1).map(&:keys))
      end

      # @return [Boolean] whether the device can stand so; `up` counts as `on`, `down` as `off`
      def position?(position)
        at = Array(position)
        at.size == gangs.size && gangs.zip(at).all? { |gang, each| spelled(gang, each) }
      end

      # The terminals as a person meets them, from the top: which side of the yoke, what is printed, what the screw
      # looks like (`brass`, `dark`, `silver`, `green`) or that it is a `lead`.
      # @param face [String, nil] one of `faces`; where nobody said or it has no such face, the usual one
      # @return [Array<Hash>] `terminal`, `label`, `side`, `finish`
      def screws(face = nil)
        here = @row.dig("faces", face) || @row.fetch("face")
        finishes = here["finish"] || @row.fetch("finish", {})
        %w[left right].flat_map do |side|
          here
            .fetch(side)
            .map do |terminal|
              finish = finishes.fetch(terminal, terminal == ground ? "green" : "brass")
              { "terminal" => terminal, "label" => label(terminal), "side" => side, "finish" => finish }
            end
        end
      end

      # How devices of this kind differ in where their screws sit
      # @return [Hash{String, nil => String}] name => words; the usual one has no name. Empty where there is one only.
      def faces
        others = @row.fetch("faces", {})
        others.empty? ? {} : { nil => @row.dig("face", "words"), **others.transform_values { |face| face["words"] } }
      end

      # How to recognize the kind, in a few words
      def look = @row["look"]

      # @return [Hash, nil] the lamp a device of this kind has where its file says none
      def usual_lamp = @row["usual_lamp"]

      # @return [Hash{String => Numeric}] watts of what is built in, by the pair of terminals in `sockets`
      def built_in = @row.fetch("built_in", {})

      # Which terminals are joined in a position. A switch of several gangs takes one position for each.
      # @param position [String, Array<String>, nil] `up` counts as `on`, `down` as `off`
      # @return [Array<Array(String, String)>]
      def closed(position)
        gangs.zip(Array(position)).flat_map { |gang, at| at ? gang.fetch(spelled(gang, at), []) : [] }
      end

      # @return [Array<Array(String, String)>] every contact the device has, in any position
      def contacts = gangs.flat_map { |gang| gang.values.flatten(1) }.uniq

      # A position in this kind's own words (`up` for `on` and so on), or nil where it has no such position.
      def position_named(position) = spelled(gangs.first, position)

      private

      def label(terminal) = terminal == ground ? "G" : @row.fetch("labels", {}).fetch(terminal, terminal.upcase)

      def spelled(gang, position)
        return position if gang.key?(position)

        same = Position::SAME[position]
        same if same && gang.key?(same)
      end
    end
  end
end

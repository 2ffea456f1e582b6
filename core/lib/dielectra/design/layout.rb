# frozen_string_literal: true

module Dielectra
  module Design
    # One way a circuit can be laid out in the wall: a tree of runs over the feed, the boxes and what hangs on
    # downstream, the chains of controls it serves, and the scheme they follow.
    #
    # A run carries every function that is needed on both of its sides. That one rule says how many conductors each run
    # has to have.
    class Layout
      FEED = Scheme::FEED
      # The first letters of places downstream, outlets fed from one of the job's boxes. No file can name a place so.
      ONWARD = "_onward"
      # The first letters of functions, and the field's role for each
      ROLES = {
        "traveler" => "traveler",
        "leg" => "load",
        "load" => "load",
        "line" => "line",
        "neutral" => "neutral"
      }.freeze
      # Function => role, filled as functions are met
      ROLE_OF =
        Hash.new do |known, function|
          known[function] = ROLES.find { |start, _| function.start_with?(start) }&.last || function
        end
      private_constant :ROLES, :ROLE_OF
      # The first letters of junctions that the job does not know of.
      UNSEEN = "_unseen"

      attr_reader :tree, :chains, :weight, :scheme, :doubled

      # @param tree [Tree] of the runs
      # @param chains [Array<Chain>]
      # @param weight [Float] how common, before anything is seen
      # @param doubled [Array(String, String), nil] a run that is two cables side by side
      def initialize(tree:, chains:, weight: 1.0, scheme: Scheme::PRESENT, doubled: nil)
        @tree = tree
        @chains = chains.freeze
        @weight = weight
        @scheme = scheme
        @doubled = doubled
      end

      # @return [Layout] over the same runs, with controls in another order or by another scheme
      def with(chains: self.chains, scheme: self.scheme, weight: self.weight) =
        Layout.new(tree:, chains:, weight:, scheme:, doubled:)

      def edges = tree.edges

      def edges_at(place) = tree.at(place)

      # @return [Array<Layout>] today's scheme over the same runs: the chains as designed, and each of them reversed
      def alternatives
        ways = chains.map { |chain| chain.size > 1 ? [chain, chain.in_order(chain.controls.reverse)] : [chain] }
        ways.first.product(*ways.drop(1)).map { |both| with(chains: both, scheme: Scheme::PRESENT) }
      end

      # @return [Array<Array(String, String)>] the runs from the leaves inward
      def inward_edges = tree.inward(FEED)

      # @return [Array<Array<String>>] for each chain the places of its controls, in order
      def orders = @orders ||= chains.map(&:places)

      # @return [Array<String>] places of the controls
      def control_places = @control_places ||= orders.flatten.uniq

      # @return [Array<String>] places of the loads
      def load_places = @load_places ||= chains.flat_map(&:load_places).uniq

      # @return [Array<String>] places of receptacles with one half always live
      def halves = @halves ||= chains.flat_map(&:halves)

      # @return [Hash{String => Array<String>}] function => places that need it
      def needs = @needs ||= Layout.needs(chains, tree.places, circuits, scheme)

      # @return [Array<Integer>] the circuits that come in from the panel
      def circuits =
        @circuits ||= tree.places.select { |place| Circuits.feed?(place) }.map { |place| Circuits.number(place) }

      # @return [Boolean] whether two circuits share a neutral
      def sharing? = chains.any? { |chain| chain.circuit == Circuits::SHARING }

      # @return [Array<String>] functions a run carries
      def carried(edge)
        (@carried ||= {}.compare_by_identity)[edge] ||= begin
          own = edges.find { |run| run == edge }
          masks.filter_map { |function, mask| function if tree.parts?(own, mask) }
        end
      end

      # @return [Boolean] whether no run carries more functions than a limit
      def within?(most)
        masks.size <= most || edges.all? { |edge| masks.count { |_, mask| tree.parts?(edge, mask) } <= most }
      end

      # @return [Integer] cables that enter a place
      def cables_at(place) = edges_at(place).size + (doubled&.include?(place) ? 1 : 0)

      # @param device [String]
      # @return [Duty] what it has to do between supply and load; Duty::NONE where it belongs to no chain
      def duty(device)
        chains.each do |chain|
          duty = chain.duty(device, scheme)
          return duty if duty
        end
        parts = chains.map { |chain| chain.parts(device, scheme) }.reduce({}, :merge)
        parts.empty? ? Duty::NONE : Duty.of_parts(parts.sort.to_h)
      end

      # @return [Array<Array(String, String)>] the pairs of travelers that a run carries
      def pairs_of_travelers(edge)
        (@pairs ||= {}.compare_by_identity)[edge] ||= chains
          .flat_map(&:travelers)
          .filter { |pair| carried(edge).include?(pair.first) }
      end

      # Key for merging layouts that look alike in the opened boxes. It leaves out which closed box a run leads to, but
      # not whether that box holds a load.
      # @param opened [Array<String>]
      # @return [Array]
      def seen_from(opened)
        runs =
          opened.flat_map do |place|
            edges_at(place)
              .map { |edge| [place, far_side(edge, place, opened), carried(edge), (doubled == edge).to_s] }
              .sort
          end
        [runs, orders, chains.map(&:circuit), scheme.name, halves, unseen]
      end

      # @return [Array<String>] junctions that the job does not know of
      def unseen = @unseen ||= tree.places.select { |place| Layout.unseen?(place) }

      # @return [String] the name of one of the two travelers between the controls at `hop` and `hop + 1` of a chain
      def self.traveler(hop, wire) =
        ((@travelers ||= {})[hop] ||= {})[wire] ||= "traveler_#{wire}#{"_#{hop + 1}" if hop.positive?}"

      # @return [String] the field's role for a function
      def self.role(function) = ROLE_OF[function]

      def self.onward?(place) = place.start_with?(ONWARD)

      def self.unseen?(place) = place.start_with?(UNSEEN)

      # Whether a run's far end is the panel or an outlet nobody has opened, so that its functions are given.
      # @return [Symbol, nil] :feed, :onward, or nil for a run between boxes
      def self.polarized(edge)
        return :feed if edge.any? { |place| Circuits.feed?(place) }

        :onward if edge.any? { |place| onward?(place) }
      end

      # @param chains [Array<Chain>]
      # @param places [Array<String>] that the runs reach
      # @param circuits [Array<Integer>] that come in from the panel
      # @param scheme [Scheme]
      # @return [Hash{String => Array<String>}] function => places that need it
      def self.needs(chains, places, circuits, scheme = Scheme::PRESENT)
        onward = places.select { |place| onward?(place) }.group_by { |place| Circuits.number(place) }
        chains
          .map { |chain| scheme.needs(chain, onward.fetch(chain.circuit, [])) }
          .reduce { |all, more| all.merge(more) { |_, a, b| a | b } }
          .merge(passing(circuits - chains.map(&:circuit), onward))
      end

      # Line and neutral of circuits that no chain is on
      # @param onward [Hash{Integer => Array<String>}] where each circuit goes on to
      def self.passing(circuits, onward)
        circuits
          .flat_map do |number|
            ends = [Circuits.feed(number), *onward.fetch(number, [])]
            %w[line neutral].map { |function| [Circuits.named(function, number), ends] }
          end
          .to_h
      end
      private_class_method :passing

      private

      # The far side of a run, as a box at its near side shows it
      def far_side(edge, place, opened)
        other = edge[0] == place ? edge[1] : edge[0]
        return other if opened.include?(other)

        (Layout.polarized(edge) || (load_places.include?(other) ? :load : :box)).to_s
      end

      def masks = @masks ||= needs.map { |function, places| [function, tree.mask(places)] }
    end
  end
end

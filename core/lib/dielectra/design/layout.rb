# frozen_string_literal: true

module Dielectra
  module Design
    # One way a circuit can be laid out in the wall: a tree of runs over the feed, the boxes and what hangs on beyond
    # them, with the order in which the switches stand in the supply's way to the light, and the scheme they follow.
    #
    # A run carries every function that is needed on both of its sides; that one rule says how many conductors each run
    # has to have.
    class Layout
      FEED = Scheme::FEED
      # The first letters of places beyond the job, outlets fed from one of its boxes; no file can name a place so.
      ONWARD = "_onward"
      # The first letters of places within the circuit that the job does not know of: junctions somewhere in the house.
      UNSEEN = "_unseen"

      attr_reader :tree, :chain, :lights, :weight, :scheme, :halves, :doubled

      # @param tree [Tree] of the runs
      # @param chain [Array<String>] switch boxes from the supply's side to the light's
      # @param lights [Array<String>] the boxes of what is switched
      # @param weight [Float] how common, before anything is seen
      # @param halves [Array<String>] of these the boxes of receptacles with one half always on
      # @param doubled [Array(String, String), nil] a run that is two cables side by side
      def initialize(tree:, chain:, lights:, weight: 1.0, scheme: Scheme::PRESENT, halves: [], doubled: nil)
        @halves = halves
        @doubled = doubled
        @tree = tree
        @chain = chain
        @lights = lights
        @weight = weight
        @scheme = scheme
      end

      def edges = tree.edges

      def edges_at(place) = tree.at(place)

      # @return [Hash{String => Array<String>}] function => places that need it
      def needs = @needs ||= scheme.needs(chain, lights, tree.places.select { |place| Layout.onward?(place) }, halves)

      # @return [Array<String>] functions a run carries
      def carried(edge)
        (@carried ||= {}.compare_by_identity)[edge] ||= begin
          own = edges.find { |run| run == edge }
          masks.filter_map { |function, mask| function if tree.parts?(own, mask) }
        end
      end

      # @return [Boolean] whether no run carries more than so many functions
      def within?(most)
        masks.size <= most || edges.all? { |edge| masks.count { |_, mask| tree.parts?(edge, mask) } <= most }
      end

      # @return [Integer] cables that enter a place
      def cables_at(place) = edges_at(place).size + (doubled&.include?(place) ? 1 : 0)

      # @return [Duty] what is in a box, between supply and light
      def duty(place) = Duty.of(self, place)

      # @return [Layout] over the same runs, with the switches in another order or by another scheme
      def with(chain: self.chain, scheme: self.scheme, weight: self.weight) =
        Layout.new(tree:, chain:, lights:, weight:, scheme:, halves:, doubled:)

      # The name of one of the two travelers between the switches at `hop` and `hop + 1` of the chain.
      def self.traveler(hop, wire) =
        ((@travelers ||= {})[hop] ||= {})[wire] ||= "traveler_#{wire}#{"_#{hop + 1}" if hop.positive?}"

      # @return [Array<Array(String, String)>] the pairs of travelers that a run carries
      def pairs_of_travelers(edge)
        (@pairs ||= {}.compare_by_identity)[edge] ||= (0...(chain.size - 1)).filter_map do |hop|
          pair = [1, 2].map { |wire| Layout.traveler(hop, wire) }
          pair if carried(edge).include?(pair.first)
        end
      end

      # The field's role for a function.
      def self.role(function) =
        function.start_with?("traveler") ? "traveler" : (function.start_with?("leg") ? "load" : function)

      def self.onward?(place) = place.start_with?(ONWARD)

      def self.unseen?(place) = place.start_with?(UNSEEN)

      # @return [Array<String>] junctions that the job does not know of
      def unseen = @unseen ||= tree.places.select { |place| Layout.unseen?(place) }

      # Whether a run's far end is the panel or an outlet nobody has opened, so that its functions are given.
      # @return [Symbol, nil] :feed, :onward, or nil for a run between boxes
      def self.polarized(edge)
        return :feed if edge.include?(FEED)

        :onward if edge.any? { |place| onward?(place) }
      end

      private

      def masks = @masks ||= needs.map { |function, places| [function, tree.mask(places)] }
    end
  end
end

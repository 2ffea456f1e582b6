# frozen_string_literal: true

module Dielectra
  module Design
    # A layout over given runs, with the functions that each run is to carry. Runs may lie side by side or close a ring,
    # since each function has its way laid out. Runs are keys by identity.
    class PlannedLayout < Layout
      # @param edges [Array<Array(String, String)>] the places at the ends of each run
      # @param carried [Hash{Array => Array<String>}] edge => functions, by identity
      # @param fits [Hash{String => String}] control => the kind that it is to be
      def initialize(edges:, carried:, chains:, fits: {})
        super(tree: nil, chains:)
        @edges = edges
        @carried_by = carried
        @fits = fits
      end

      attr_reader :edges

      def edges_at(place) = edges.select { |edge| edge.include?(place) }

      def carried(edge) = @carried_by.fetch(edge)

      def duty(device)
        duty = super
        @fits.key?(device) ? duty.fitted_as(@fits[device]) : duty
      end

      def circuits =
        @circuits ||= edges.flatten.select { |place| Circuits.feed?(place) }.map { |place| Circuits.number(place) }

      # @return [Array<Layout>] itself: another order of the controls has other ways through the runs
      def alternatives = [self]

      # @return [Array<Array(String, String)>] the runs, those of places with the fewest first
      def inward_edges = edges.sort_by { |edge| edge.map { |place| edges_at(place).size }.sort }

      def unseen = @unseen ||= edges.flatten.uniq.select { |place| Layout.unseen?(place) }
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Design
    # A run of a layout as it lies: which cable end it is in each place, and which conductor carries what.
    class Run
      # One conductor: its point at each end, its color, its function (nil is spare).
      Strand =
        Struct.new(:points, :color, :function) do
          # @return [String, nil] the field's role for its function
          def role = function && Layout.role(function)
        end

      attr_reader :places, :ends, :strands, :grounding

      # @param places [Array(String, String)] what lies at each end, in the order of the strands' points
      # @param ends [Array(String, String)] cable ends; one that nobody has seen is named `place/~where from`
      # @param strands [Array<Strand>] insulated conductors
      # @param grounding [Array(String, String), nil] the points of the grounding conductor
      def initialize(places:, ends:, strands:, grounding:)
        @places = places
        @ends = ends
        @strands = strands
        @grounding = grounding
      end

      def feed? = Layout.polarized(places) == :feed

      # @return [String, nil] which feed it comes from
      def feed = places.find { |place| Circuits.feed?(place) }

      # Whether the run's far end is the panel or an outlet nobody has opened, so that its functions are given.
      def outer? = !Layout.polarized(places).nil?

      def at?(place) = places.include?(place)

      def side(place) = places.index(place)

      # @param role [String] such as `line`, whichever circuit it is of
      # @return [String] the point of the first conductor in a place that has it
      def point(place, role) = strands.find { |strand| strand.role == role }&.points&.at(side(place))

      # @return [Hash{String => String, nil}] point => function in a place
      def functions_at(place) = strands.to_h { |strand| [strand.points[side(place)], strand.function] }
    end
  end
end

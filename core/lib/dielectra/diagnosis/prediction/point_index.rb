# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # Numbers for point names, the same in every hypothesis of a job, so that nets fit in plain arrays
    class PointIndex
      SOURCE = "source"
      RETURN = "return"
      EARTH = "earth"
      # More than the points of any job, for two of them in one number
      MOST = 100_000

      attr_reader :names

      def initialize
        @numbers = {}
        @names = []
      end

      # @return [Integer] the number of a point, given on first sight
      def [](name)
        @numbers[name] ||= begin
          @names << name
          @names.size - 1
        end
      end

      def number(name) = @numbers[name]

      def size = @names.size

      # Interns a list of points.
      def same(points) = (@lists ||= {})[points] ||= points.freeze

      # @return [Array<Array<Integer>>]
      def joints(joints) = joints.map { |joint| joint.map { |point| self[point] } }
    end
  end
end

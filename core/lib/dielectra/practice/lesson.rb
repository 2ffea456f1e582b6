# frozen_string_literal: true

module Dielectra
  module Practice
    # A house of the course: thirty of them go through the trade in order, and each teaches one thing.
    Lesson =
      Struct.new(:number, :name, :teaches, :level, :family, :trouble, :seed) do
        # @return [Array<Lesson>]
        def self.all
          @all ||=
            Trade
              .table("course")
              .each_with_index
              .map do |row, at|
                family, trouble = row.values_at("family", "trouble").map(&:to_sym)
                new(at + 1, *row.values_at("name", "teaches", "level"), family, trouble, row["seed"]).freeze
              end
              .freeze
        end

        # @param number [Integer]
        # @raise [InvalidInput]
        def self.at(number) =
          all.find { |one| one.number == number } ||
            raise(InvalidInput.new("there is no lesson #{number}.", pointer: "/lesson"))

        # @return [Scenario] always the same house
        def scenario(_seed = nil) = Scenario.new(Random.new(seed), family:, trouble:)

        def to_h = { "number" => number, "name" => name, "teaches" => teaches }
      end
  end
end

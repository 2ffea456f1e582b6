# frozen_string_literal: true

module Dielectra
  module Design
    # What stands in a box between supply and light: a switch alone, first, last, or in the middle of the chain, with the
    # functions at its poles; the light; or nothing.
    class Duty
      # @param layout [Layout]
      # @return [Duty] of a place; the same object for the same stand
      def self.of(layout, place)
        index = layout.chain.index(place)
        return light(layout, place) if index.nil? && layout.lights.include?(place)
        return NONE unless index

        last = layout.chain.size - 1
        by_scheme = (@switches ||= {})[layout.scheme] ||= {}
        by_scheme[(index * 100) + last] ||= new(
          role_at(index, last),
          layout.scheme.ends(index, last),
          layout.scheme.travelers(index, last),
          nil
        )
      end

      def self.light(layout, place)
        by_scheme = ((@lights ||= {})[layout.halves.include?(place)] ||= {})
        by_scheme[layout.scheme] ||= new(
          :light,
          [],
          [],
          layout.scheme.lamp,
          steady: ("line" if layout.halves.include?(place))
        )
      end
      private_class_method :light

      def self.role_at(index, last)
        return :only if last.zero?

        { 0 => :first, last => :last }.fetch(index, :middle)
      end
      private_class_method :role_at

      # What a dimmer stands in for.
      def self.family(kind)
        (@families ||= {})[kind] ||= Trade::Unmarked
          .plain(kind)
          .then { |plain| { "dimmer" => "single_pole", "dimmer_three_way" => "three_way" }.fetch(plain, plain) } if kind
      end

      attr_reader :role, :ends, :travelers, :lamp, :steady

      # @param role [Symbol] :only, :first, :middle, :last, :light or :none
      # @param ends [Array<String>] functions at the pole that is not a traveler's
      # @param travelers [Array<Array(String, String)>] the two travelers of each hop at this switch
      # @param lamp [Array(String, String), nil] functions at the two sides of the light
      # @param steady [String, nil] function at the half of a receptacle that is always on
      def initialize(role, ends, travelers, lamp, steady: nil)
        @steady = steady
        @role = role
        @ends = ends
        @travelers = travelers
        @lamp = lamp
        freeze
      end

      NONE = new(:none, [], [], nil)

      def switch? = !kind.nil?

      # The kind of switch this duty needs.
      # @return [String, nil]
      def kind = { only: "single_pole", first: "three_way", last: "three_way", middle: "four_way" }[role]

      # @return [Boolean] whether a device of a kind does here what is needed; a three-way does as a single-pole
      def served_by?(other) = Duty.family(other) == kind || (role == :only && Duty.family(other) == "three_way")
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Design
    # The duty of a device between supply and load. A switch is alone, first, last or in the middle of its chain, with
    # functions at its poles. A load has functions at its two sides. Other devices have none.
    class Duty
      # @param index [Integer] of the control in its chain
      # @param last [Integer] index of the last one
      # @param chain [Integer] number of the chain
      # @return [Duty] the same object for the same duty
      def self.of_control(index, last, scheme, chain = 0)
        by_scheme = (@controls ||= {})[scheme] ||= {}
        by_scheme[[index, last, chain]] ||= new(
          role_at(index, last),
          scheme.ends(index, last),
          scheme.travelers(index, last),
          nil
        ).in_chain(chain)
      end

      # @param half [Boolean] whether it is a receptacle with one half always live
      # @return [Duty] the same object for the same duty
      def self.of_load(half, scheme, chain = 0)
        by_scheme = (@loads ||= {})[scheme] ||= {}
        by_scheme[[half, chain]] ||= new(:light, [], [], scheme.lamp, steady: ("line" if half)).in_chain(chain)
      end

      def self.role_at(index, last)
        return :only if last.zero?

        { 0 => :first, last => :last }.fetch(index, :middle)
      end
      private_class_method :role_at

      # @return [String, nil] the kind of switch that a dimmer stands in for; other kinds are their own family
      def self.family(kind)
        return unless kind

        (@families ||= {})[kind] ||= FAMILIES.fetch(Trade::KindName.plain(kind), Trade::KindName.plain(kind))
      end

      FAMILIES = { "dimmer" => "single_pole", "dimmer_three_way" => "three_way" }.freeze
      private_constant :FAMILIES

      attr_reader :role, :ends, :travelers, :lamp, :steady

      # @param role [Symbol] :only, :first, :middle, :last, :light or :none
      # @param ends [Array<String>] functions at the pole that is not a traveler's
      # @param travelers [Array<Array(String, String)>] the two travelers of each hop at this switch
      # @param lamp [Array(String, String), nil] functions at the two sides of the load
      # @param steady [String, nil] function at the half of a receptacle that is always live
      def initialize(role, ends, travelers, lamp, steady: nil)
        @role = role
        @ends = ends
        @travelers = travelers
        @lamp = lamp
        @steady = steady
        freeze
      end

      NONE = new(:none, [], [], nil)

      # @return [Duty] the same with the functions of another chain
      def in_chain(number)
        return self if number.zero?

        chain = Chain.new([], [], number:)
        name = ->(function) { chain.named(function) }
        Duty.new(role, ends.map(&name), travelers.map { |pair| pair.map(&name) }, lamp&.map(&name), steady:)
      end

      def switch? = !kind.nil?

      # @return [String, nil] the kind of switch it needs
      def kind = { only: "single_pole", first: "three_way", last: "three_way", middle: "four_way" }[role]

      # @return [Boolean] whether a device of a kind does what is needed; a three-way does as a single-pole
      def served_by?(other) = Duty.family(other) == kind || (role == :only && Duty.family(other) == "three_way")
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Design
    # The duty of a device between supply and load. A switch is alone, first, last or in the middle of its chain, with
    # functions at its poles. A load has functions at its two sides. Other devices have none.
    class Duty
      # The numbers of the first chain and the first circuit
      FIRST = [0, 0].freeze
      private_constant :FIRST

      # @param index [Integer] of the control in its chain
      # @param last [Integer] index of the last one
      # @param chain [Array(Integer, Integer)] numbers of the chain and of its circuit
      # @return [Duty] the same object for the same duty
      def self.of_control(index, last, scheme, chain = FIRST)
        by_scheme = (@controls ||= {})[scheme] ||= {}
        by_scheme[[index, last, chain]] ||= new(
          role_at(index, last),
          scheme.ends(index, last),
          scheme.travelers(index, last),
          nil
        ).in_chain(*chain)
      end

      # @param half [Boolean] whether it is a receptacle with one half always live
      # @return [Duty] the same object for the same duty
      def self.of_load(half, scheme, chain = FIRST)
        by_scheme = (@loads ||= {})[scheme] ||= {}
        by_scheme[[half, chain]] ||= new(:light, [], [], scheme.lamp, steady: ("line" if half)).in_chain(*chain)
      end

      def self.role_at(index, last)
        return :only if last.zero?

        { 0 => :first, last => :last }.fetch(index, :middle)
      end
      private_class_method :role_at

      # @return [String, nil] the kind of switch that a dimmer stands in for; other kinds are their own family
      def self.family(kind)
        return unless kind

        (@families ||= {})[kind] ||= Trade::DeviceKind[Trade::KindName.plain(kind)].family
      end

      # The duties of a device with parts: two toggles on one yoke, or a fan and its light.
      # @param parts [Hash{String => Duty}] by what the part is called
      # @return [Duty] the same object for the same duties
      def self.of_parts(parts)
        (@of_parts ||= {})[parts] ||= begin
          first = parts.each_value.first
          role = first.role == :light ? :light : :yoke
          new(role, [], parts.values.flat_map(&:travelers), first.lamp, parts:)
        end
      end

      attr_reader :role, :ends, :travelers, :lamp, :steady, :parts

      KINDS = {
        only: "single_pole",
        first: "three_way",
        last: "three_way",
        middle: "four_way",
        yoke: "combination"
      }.freeze
      private_constant :KINDS

      # @param role [Symbol] :only, :first, :middle, :last, :yoke, :light or :none
      # @param ends [Array<String>] functions at the pole that is not a traveler's
      # @param travelers [Array<Array(String, String)>] the two travelers of each hop at this switch
      # @param lamp [Array(String, String), nil] functions at the two sides of the load
      # @param steady [String, nil] function at the half of a receptacle that is always live
      # @param parts [Hash{String => Duty}] of a device with several
      # @param fit [String, nil] the kind it is to be
      def initialize(role, ends, travelers, lamp, steady: nil, parts: {}, fit: nil)
        @fit = fit
        @role = role
        @ends = ends
        @travelers = travelers
        @lamp = lamp
        @steady = steady
        @parts = parts.freeze
        freeze
      end

      NONE = new(:none, [], [], nil)

      # @return [Duty] the same with the functions of another chain
      def in_chain(number, circuit)
        return self if number.zero? && circuit.zero?

        chain = Chain.new([], [], number:, circuit:)
        name = ->(function) { chain.named(function) }
        steady = self.steady&.then(&name)
        Duty.new(role, ends.map(&name), travelers.map { |pair| pair.map(&name) }, lamp&.map(&name), steady:)
      end

      # @return [String, nil] the tab that has to be broken off a device for it: of a receptacle with one half always
      #   live, of a yoke whose toggles are on two circuits
      def broken_tab
        if steady || (role == :light && halves? && parts.values.map { |duty| duty.lamp.first }.uniq.size > 1)
          return Trade::Tab::HOT
        end

        Trade::Tab::COMMON if role == :yoke && parts.values.flat_map(&:lines).uniq.size > 1
      end

      # @return [Boolean] whether it is a load that nothing works
      def live? = role == :light && parts.empty? && Layout.role(lamp.first) == "line"

      # @return [Boolean] whether its parts are the halves of a receptacle
      def halves? = parts.any? && parts.keys.all?(/\A\d+\z/)

      # @return [Array<String>] the lines among the functions at its pole
      def lines = ends.select { |function| Layout.role(function) == "line" }

      # @param kind [String]
      # @return [String] the same without the tab that has to be off
      def fitted(kind) = broken_tab ? Trade::KindName.without_tab(kind, broken_tab) : kind

      def switch? = !kind.nil?

      # @param kind [String]
      # @return [Duty] the same, to be done by a device of that kind
      def fitted_as(kind) = Duty.fitted_as(self, kind)

      def self.fitted_as(duty, kind)
        (@fitted ||= {})[[duty, kind]] ||= new(duty.role, duty.ends, duty.travelers, duty.lamp, fit: kind)
      end

      # @param circuit [Integer]
      # @return [Duty] of a load that is live in every position
      def self.live(circuit)
        (@live ||= {})[circuit] ||= new(:light, [], [], %w[line neutral].map { |name| Circuits.named(name, circuit) })
      end

      # @return [String, nil] the kind of switch it needs
      def kind = @fit || KINDS[role]

      # @return [String, nil] the function at the neutral of a switch that needs one
      def neutral
        return unless @fit && Trade::DeviceKind[@fit].neutral? && lines.any?

        Circuits.named("neutral", Circuits.number(lines.first))
      end

      # @return [Boolean] whether a device of a kind does what is needed; a three-way does as a single-pole
      def served_by?(other)
        return other == @fit if @fit

        Duty.family(other) == kind || (role == :only && Duty.family(other) == "three_way")
      end
    end
  end
end

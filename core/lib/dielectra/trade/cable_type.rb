# frozen_string_literal: true

module Dielectra
  module Trade
    # A cable's type, written `AWG/insulated conductors`.
    module CableType
      # @param loaded [Boolean] at the temperature that copper has under load, not at 20 °C
      # @return [Float] ohms of one foot of one conductor; 14 AWG where the type does not say
      def self.ohms_per_foot(type, loaded: false)
        table = Trade.table("cables").fetch(loaded ? "ohms_per_kft_loaded" : "ohms_per_kft")
        table.fetch(type.split("/").first, table.fetch("14")) / 1000.0
      end

      # @return [Array<String>] the colors of the insulated conductors as they come from the maker
      def self.colors(type) = Trade.table("cables").fetch("types").fetch(type)

      # @return [Hash{String => Array<String>}] every cable there is, by type
      def self.all = Trade.table("cables").fetch("types")

      # @return [Array<String>] colors that single conductors come in
      def self.single_colors = Trade.table("cables").fetch("single_colors")

      # @return [String] the usual cable with a number of insulated conductors
      def self.with_conductors(count) = { 2 => "14/2", 3 => "14/3", 4 => "14/2/2" }.fetch(count)
    end
  end
end

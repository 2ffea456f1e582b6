# frozen_string_literal: true

module Dielectra
  module Rules
    # The rules of a region, from core/data/rules. They warn and never block.
    class Book
      FOLDER = File.expand_path("../../../data/rules", __dir__)
      # What stands below every list of rules
      ADOPTED = "Check what your authority has adopted."
      # Editions that the rules are told apart by
      EDITIONS = [2008, 2011, 2014, 2017, 2020, 2023].freeze
      NEWEST = EDITIONS.last
      # How a rule may stand, the most urgent first
      STATES = %i[not_met met_by_marking met].freeze

      # @param region [String]
      # @return [Book]
      def self.of(region) = (@books ||= {})[region] ||= new(region)

      # @return [Array<String>] regions that have rules
      def self.regions = Dir.children(FOLDER).map { |file| file.delete_suffix(".json") }.sort

      attr_reader :name

      def initialize(region)
        file = File.join(FOLDER, "#{region}.json")
        file = File.join(FOLDER, "north_america.json") unless File.exist?(file)
        table = JSON.parse(File.read(file, encoding: "UTF-8"))
        @name = table["name"]
        @rules = table["rules"].map { |row| Rule.new(*row.values_at(*Rule.members.map(&:to_s))) }
      end

      # @param edition [Integer]
      # @return [Array<Rule>]
      def rules(edition = NEWEST) = @rules.select { |rule| rule.in?(edition) }

      # @param facts [Facts]
      # @param step [String, nil] a kind of step; only rules that matter there are looked at
      # @return [Array<Hash>] `article`, `edition`, `sentence` and `state` (met, met_by_marking, not_met) of the rules
      #   that something is known about, those not met first
      def notes(facts, edition = NEWEST, step: nil)
        rules(edition)
          .select { |rule| step.nil? || rule.at.include?(step) }
          .filter_map { |rule| (state = rule.judge(facts)) && [rule, state] }
          .sort_by { |rule, state| [STATES.index(state), rule.article] }
          .map do |rule, state|
            { "article" => rule.article, "edition" => edition, "sentence" => rule.sentence, "state" => state.to_s }
          end
      end
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Rules
    # The rules of a region, from core/data/rules. They warn and never block.
    class Book
      FOLDER = File.expand_path("../../../data/rules", __dir__)
      # Editions that can be chosen; of those in `checked` of the file, the articles were compared
      EDITIONS = [2008, 2011, 2014, 2017, 2020, 2023, 2026].freeze
      NEWEST = 2023

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
        @checked = table["checked"]
        @rules = table["rules"].map { |row| Rule.new(*row.values_at(*Rule.members.map(&:to_s))) }
      end

      # @param edition [Integer]
      # @return [Array<Rule>]
      def rules(edition = NEWEST) = @rules.select { |rule| rule.in?(edition) }

      # @return [Boolean] whether the articles were compared with an edition
      def checked?(edition) = @checked.include?(edition)

      # @param site [Site]
      # @param edition [Integer]
      # @param step [String, nil] a kind of step; only rules that matter there are looked at
      # @return [Array<Hash>] `article`, `edition`, whether it was `checked` against it, `sentence`, `state` (met,
      #   not_met or not_known) and what that is `because` of; only rules that apply, those not met first
      def notes(site, edition = NEWEST, step: nil)
        rules(edition)
          .select { |rule| step.nil? || rule.at.include?(step) }
          .filter_map { |rule| (judgement = rule.judge(site)) && [rule, judgement] }
          .sort_by { |rule, judgement| [Judgement::STATES.index(judgement.state), rule.article] }
          .map { |rule, judgement| note(rule, judgement, edition) }
      end

      private

      def note(rule, judgement, edition)
        {
          "article" => rule.article,
          "edition" => edition,
          "checked" => checked?(edition),
          "sentence" => rule.sentence,
          "state" => judgement.state.to_s,
          "because" => judgement.because
        }
      end
    end
  end
end

# frozen_string_literal: true

module Server
  # What the people of this server have set: the tools in the bag, minutes per kind of step that differ from the usual
  # ones, the region they work in, their habits, what the van has in stock, the letterhead of their sheets, the edition
  # of the code that was adopted, the address of a meter with a data port, and what is learned from closed jobs. One row
  # holds it.
  class Setting < ActiveRecord::Base
    USUAL = {
      "tools" => Dielectra::Evidence::Draft::USUAL_TOOLS,
      "minutes" => {
      },
      "region" => Dielectra::Trade::Region.all.first.name,
      "habits" => [],
      "stock" => [],
      "letterhead" => {
        "name" => "",
        "license" => "",
        "phone" => ""
      },
      "edition" => Dielectra::Rules::Book::NEWEST,
      "meter" => "",
      "learn" => Dielectra::Learning::Experience::GROUPS.keys
    }.freeze
    # Settings chosen from a list: the word for one choice, and all valid choices
    LISTS = {
      "tools" => ["tool", Dielectra::Evidence::Draft::TOOLS],
      "region" => ["region", Dielectra::Trade::Region.all.map(&:name)],
      "edition" => ["edition", Dielectra::Rules::Book::EDITIONS],
      "habits" => ["habit", Dielectra::Presentation::Habits::ALL.keys],
      "learn" => ["group", Dielectra::Learning::Experience::GROUPS.keys],
      "stock" => ["thing in stock", Dielectra::Presentation::Materials.stock.map { |row| row["value"] }]
    }.freeze

    # @return [Hash] with the usual values where nothing was set
    def self.now = USUAL.merge(first&.document || {})

    # @param said [Hash] what is to be set; what it leaves out stays
    # @raise [Dielectra::InvalidInput]
    def self.set!(said)
      whole = now.merge(said.slice(*USUAL.keys))
      Dielectra::Evidence::Costs.with(whole["minutes"])
      LISTS.each do |key, (word, known)|
        unknown = Array(whole[key]) - known
        raise Dielectra::InvalidInput.new("There is no #{word} #{unknown.first}.", pointer: "/#{key}") if unknown.any?
      end

      (first || new).update!(document: whole)
      whole
    end

    # @return [Hash{String => Numeric}] minutes that differ from the usual ones
    def self.minutes = now["minutes"]
  end
end

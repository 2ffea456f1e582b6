# frozen_string_literal: true

module Server
  # What the people of this server have set: the tools in the bag, and minutes per kind of step that differ from the
  # usual ones. One row holds it.
  class Setting < ActiveRecord::Base
    USUAL = { "tools" => Dielectra::Evidence::Draft::USUAL_TOOLS, "minutes" => {} }.freeze

    # @return [Hash] with the usual values where nothing was set
    def self.now = USUAL.merge(first&.document || {})

    # @param said [Hash] what is to be set; what it leaves out stays
    # @raise [Dielectra::InvalidInput]
    def self.set!(said)
      whole = now.merge(said.slice(*USUAL.keys))
      Dielectra::Evidence::Costs.with(whole["minutes"])
      unknown = whole["tools"] - Dielectra::Evidence::Draft::TOOLS
      raise Dielectra::InvalidInput.new("There is no tool #{unknown.first}.", pointer: "/tools") if unknown.any?

      (first || new).update!(document: whole)
      whole
    end

    # @return [Hash{String => Numeric}] minutes that differ from the usual ones
    def self.minutes = now["minutes"]
  end
end

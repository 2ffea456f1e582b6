# frozen_string_literal: true

module Dielectra
  # The trade's vocabulary as data: device kinds, cable types, instruments, costs and how common things are. Every
  # table is a JSON file in core/data/ with one reader here.
  module Trade
    FOLDER = File.expand_path("../../data", __dir__)

    def self.table(name)
      (@tables ||= {})[name] ||= Ractor.make_shareable(
        JSON.parse(File.read(File.join(FOLDER, "#{name}.json"), encoding: "UTF-8"))
      )
    end

    # @return [String] a noun with its article: "a switch", "an outlet"
    def self.article(noun) = "#{noun.match?(/\A[aeiou]/i) ? "an" : "a"} #{noun}"

    # @return [Hash] minutes per kind of step, the defaults a user can change
    def self.costs = table("costs")

    # @return [Hash] how common layouts, habits and faults are; probabilities
    def self.priors = table("priors")

    # @return [Hash] the field's word for an instrument and whether it wants the power on
    def self.instruments = table("instruments")
  end
end

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

    # @return [Hash] how common layouts, habits and faults are; probabilities. They are the shipped ones, except within
    #   drawing_on.
    def self.priors = Thread.current[:dielectra_priors] || table("priors")

    # Has the block use other priors than the shipped ones, in this thread.
    # @param learned [Hash{String => Hash}] tables laid over the shipped ones; see Learning::Experience#to_h
    # @return [Object] what the block returns
    def self.drawing_on(learned)
      before = Thread.current[:dielectra_priors]
      Thread.current[:dielectra_priors] = laid_over(learned)
      yield
    ensure
      Thread.current[:dielectra_priors] = before
    end

    # @return [Hash, nil] the same object for the same tables; nil for none
    def self.laid_over(learned)
      return if learned.empty?

      (@laid_over ||= {})[learned] ||= Ractor.make_shareable(
        table("priors").merge(learned) { |_, shipped, more| shipped.merge(more) }
      )
    end
    private_class_method :laid_over

    # @return [Hash] the field's word for an instrument and whether it wants the power on
    def self.instruments = table("instruments")
  end
end

# frozen_string_literal: true

module Dielectra
  module Repair
    # A new run of a design: where, how long, in a raceway that is there or as a cable, and how many insulated
    # conductors it needs
    NewWork =
      Struct.new(:between, :length_ft, :raceway, :conductors) do
        # @param costs [Evidence::Costs]
        # @return [Float] minutes
        def minutes(costs) = costs.run(length_ft, raceway:)

        # @param gauge [String]
        # @return [String] its type
        def type(gauge) = "#{gauge}/#{[conductors, 2].max}"

        # @return [Array<String>] the colors of its conductors, the grounding one too
        def colors(type, hot) = raceway ? hot.first(conductors) : [*Trade::CableType.colors(type), "bare"]
      end
  end
end

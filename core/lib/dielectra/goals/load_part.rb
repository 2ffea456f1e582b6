# frozen_string_literal: true

module Dielectra
  module Goals
    # What a goal names: a load (`L1`), or one half of a receptacle (`R1.1`, `R1.2`).
    LoadPart =
      Struct.new(:load, :half) do
        # @param name [String]
        # @return [LoadPart]
        def self.parse(name) = new(*name.split(".", 2))

        def to_s = [load, half].compact.join(".")
      end
  end
end

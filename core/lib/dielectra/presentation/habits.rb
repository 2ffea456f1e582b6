# frozen_string_literal: true

module Dielectra
  module Presentation
    # Matters of taste in how wires are done. A person may have each or not.
    module Habits
      # By name: how it is asked for, and the sentence that stands at a rewire
      ALL = {
        "red_on_top" => ["red traveler on the upper screw", "Of two travelers the red one goes on the upper screw."],
        "tape_round_terminals" => [
          "tape round the terminals",
          "Wrap tape round the terminals before the device goes back."
        ]
      }.freeze

      # @return [Array<Hash>] `name`, `words` and `sentence` of each
      def self.to_a = ALL.map { |name, (words, sentence)| { "name" => name, "words" => words, "sentence" => sentence } }
    end
  end
end

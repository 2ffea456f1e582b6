# frozen_string_literal: true

module Dielectra
  module Rules
    # The checks that rules name, as `group.question`. Each question answers with a judgement for every box, device or
    # run that it concerns, and with none where the rule does not apply.
    module Checks
      GROUPS = {
        "grounding" => "Grounding",
        "marking" => "Marking",
        "boxes" => "Boxes",
        "devices" => "Devices",
        "circuits" => "Circuits",
        "work" => "Work",
        "house" => "House"
      }.freeze

      # @return [Check]
      # @raise [KeyError] for a group that there is not
      def self.of(group, site) = const_get(GROUPS.fetch(group)).new(site)
    end
  end
end

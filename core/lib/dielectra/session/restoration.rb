# frozen_string_literal: true

module Dielectra
  module Session
    # The part of a change that comes first where the house does not work as it is: it is put right, like any job. The
    # Survey goes on from what is known then.
    class Restoration < Troubleshooting
      # @param survey [Survey] in which something disobeyed
      def initialize(survey)
        super(survey.asked.as_found.with_steps(survey.steps), costs: survey.costs)
      end
    end
  end
end

# frozen_string_literal: true

module Server
  module Api
    # The day: houses and their calls.
    class Day < Base
      get "/day" do
        "{\"calls\":#{CallSummary.all}}"
      end
    end
  end
end

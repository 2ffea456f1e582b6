# frozen_string_literal: true

module Server
  module Api
    # The day: houses and their calls.
    class Day < Base
      get "/day" do
        "{\"calls\":#{Folding.rows}}"
      end
    end
  end
end

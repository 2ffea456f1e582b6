# frozen_string_literal: true

module Server
  module Api
    # The day: houses and their calls.
    class Day < Base
      get "/day" do
        "{\"today\":\"#{Date.current.iso8601}\",\"calls\":#{Folding.rows}}"
      end
    end
  end
end

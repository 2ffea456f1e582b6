# frozen_string_literal: true

module Server
  module Api
    # The day: houses and their calls.
    class Day < Base
      get "/day" do
        backup = JSON.generate(Nightly.state(Database.folder))
        "{\"today\":\"#{Date.current.iso8601}\",\"backup\":#{backup},\"calls\":#{Folding.rows}}"
      end
    end
  end
end

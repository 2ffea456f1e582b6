# frozen_string_literal: true

module Server
  module Api
    # The day: houses and their calls.
    class Day < Base
      get "/day" do
        backup = JSON.generate(Nightly.state(Database.folder))
        calls = Folding.rows
        "{\"today\":\"#{Date.current.iso8601}\",\"backup\":#{backup},\"van\":#{van},\"calls\":#{calls}}"
      end

      private

      # What to load for the calls that are open today
      def van
        rows =
          Job.kept.where(closed_on: nil, day: ..Date.current).pluck(:row).compact.map { |row| JSON.parse(row)["parts"] }
        region = Dielectra::Trade::Region.all.find { |one| one.name == Setting.now["region"] }
        JSON.generate(Dielectra::Presentation::Loading.of_day(rows.compact, Setting.now["stock"], region))
      end
    end
  end
end

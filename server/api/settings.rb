# frozen_string_literal: true

module Server
  module Api
    # What the people of this server have set.
    class Settings < Base
      get("/settings") { json(shown(Setting.now)) }

      put "/settings" do
        said = body!
        whole = Setting.set!(said)
        Job.update_all(row: nil) if said.key?("minutes")
        json(shown(whole))
      end

      # What closed jobs have taught
      get("/learned") { json(Learned.new.to_h) }

      # A reading from the meter that is set
      post "/meter" do
        address = Setting.now["meter"]
        raise Problem.new(422, "No meter is set. Settings takes its address.", "/tool") if address.empty?

        said = body!
        volts = said["job"] && Job.find(said["job"]).document.dig("supply", "volts")
        json(MeterLine.new(address).reading(said["tool"], supply_volts: volts, held: said["held"]))
      end

      private

      # With the words for each choice, and the usual minutes
      def shown(set)
        usual = Dielectra::Trade.costs
        kinds = Dielectra::Evidence::Costs::NAMES.map { |name, words| { name:, words:, usual: usual.fetch(name) } }
        tools = Dielectra::Evidence::Draft::TOOLS.map { |name| { value: name, words: tool_words(name) } }
        regions = Dielectra::Trade::Region.all.map { |one| { value: one.name, words: one.words, volts: one.volts } }
        {
          **set,
          "backup" => Nightly.state(Database.folder),
          "kinds" => kinds,
          "all_tools" => tools,
          "all_regions" => regions,
          "all_stock" => Dielectra::Presentation::Materials.stock,
          "all_editions" => Dielectra::Rules::Book::EDITIONS,
          "all_habits" => Dielectra::Presentation::Habits.to_a
        }
      end

      def tool_words(name) =
        name == "bench" ? "continuity over a device taken out" : Dielectra::Trade.instruments.fetch(name)["term"]
    end
  end
end

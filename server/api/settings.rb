# frozen_string_literal: true

module Server
  module Api
    # What the people of this server have set.
    class Settings < Base
      get("/settings") { json(shown(Setting.now)) }

      put "/settings" do
        whole = Setting.set!(body!)
        Job.update_all(row: nil)
        json(shown(whole))
      end

      private

      # With the words for each choice, and the usual minutes
      def shown(set)
        usual = Dielectra::Trade.costs
        kinds = Dielectra::Evidence::Costs::NAMES.map { |name, words| { name:, words:, usual: usual.fetch(name) } }
        tools = Dielectra::Evidence::Draft::TOOLS.map { |name| { value: name, words: tool_words(name) } }
        { **set, "kinds" => kinds, "all_tools" => tools }
      end

      def tool_words(name) =
        name == "bench" ? "continuity over a device taken out" : Dielectra::Trade.instruments.fetch(name)["term"]
    end
  end
end

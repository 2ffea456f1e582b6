# frozen_string_literal: true

module Server
  module Api
    # What the trade calls things, for drawing and writing down boxes.
    class Trade < Base
      get "/trade" do
        cache_control :public, max_age: 3600
        json({devices: Dielectra::Trade::DeviceKind.all.reject { |kind| kind.name == "breaker" }.map { |kind| described(kind) },
              cables: Dielectra::Trade::CableType.all.map { |type, colors| {type:, colors:} },
              single_colors: Dielectra::Trade::CableType.single_colors, grounding: "bare"})
      end

      private

      def described(kind)
        tabs = kind.tabs.map { |name, between| {name:, between:, intact: true} }
        {kind: kind.name, term: kind.term, look: kind.look, switch: kind.switch?, screws: kind.screws, tabs:}.compact
      end
    end
  end
end

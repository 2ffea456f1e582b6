# frozen_string_literal: true

module Server
  module Api
    # What the trade calls things, for drawing and writing down boxes.
    class Trade < Base
      get "/trade" do
        cache_control :public, max_age: 3600
        json(
          {
            devices:
              Dielectra::Trade::DeviceKind.all.reject { |kind| kind.name == "breaker" }.map { |kind| described(kind) },
            cables: region.cables.map { |type, colors| { type:, colors: } },
            single_colors: Dielectra::Trade::CableType.single_colors,
            grounding: region.grounding
          }
        )
      end

      # What a new call asks.
      get("/call_form") { json(Dielectra::Presentation::CallForm.to_h) }

      private

      def region = @region ||= Dielectra::Trade::Region.at(params.fetch(:volts, 120).to_f)

      def described(kind)
        tabs = kind.tabs.map { |name, between| { name:, between:, intact: true } }
        {
          kind: kind.name,
          term: region.term(kind),
          look: kind.look,
          switch: kind.switch?,
          screws: kind.screws.map { |screw| region.labeled(kind, screw) },
          tabs:
        }.compact
      end
    end
  end
end

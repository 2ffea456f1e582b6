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

      # What there is to look up, or what holds every word of `q`
      get "/notes" do
        wanted = params[:q].to_s
        unless params[:q].nil? || params[:q].is_a?(String)
          raise Problem.new(422, "Enter a few words to search for.", "/q")
        end

        json({ notes: Dielectra::Presentation::Notes.new(region).to_a(wanted) })
      end

      # Draws a box that is being entered, from what was tapped or from a line of shorthand. Returns both forms.
      post "/boxes" do
        draft = body!
        region = Dielectra::Trade::Region.at(draft.fetch("volts", 120).to_f)
        found, error = read_box(draft, region)
        json(
          {
            found:,
            line: draft["line"] || Dielectra::Evidence::Shorthand.write(found, region:),
            box: Dielectra::Presentation::FoundBox.new(draft["place"], found, region).to_h,
            error:
          }
        )
      end

      # What a new call asks.
      get("/call_form") { json(Dielectra::Presentation::CallForm.to_h) }

      # The sums of the bench.
      get "/sums" do
        known = params[:job] ? Folding.prefilled(Job.find(Integer(params[:job], 10))) : {}
        json(Dielectra::Presentation::Calculators.to_a(known))
      end

      post "/sums" do
        said = body!
        json({ sentence: Dielectra::Presentation::Calculators.result(said["name"], said["given"]) })
      end

      private

      # Reads a draft. Where its line has an error, the box is what the words before the error say.
      # @return [Array(Hash, Hash)] `found`, and the error with `at` and `sentence` or nil
      def read_box(draft, region)
        return draft["found"], nil unless draft["line"]

        read = ->(line) do
          Dielectra::Evidence::Shorthand.read(line, place: draft["place"], devices: draft["devices"] || [], region:)
        end
        [read.call(draft["line"]), nil]
      rescue Dielectra::Evidence::Shorthand::Unreadable => e
        before =
          begin
            read.call(draft["line"][0, e.at])
          rescue Dielectra::Evidence::Shorthand::Unreadable
            read.call("")
          end
        [before, { at: e.at, sentence: e.message }]
      end

      def region = @region ||= Dielectra::Trade::Region.at(params.fetch(:volts, 120).to_f)

      def described(kind)
        tabs = kind.tabs.map { |name, between| { name:, between:, intact: true } }
        {
          kind: kind.name,
          term: region.term(kind),
          look: kind.look,
          switch: kind.switch?,
          faces: kind.faces.map { |name, words| { name:, words: }.compact },
          screws: kind.screws.map { |screw| region.labeled(kind, screw) },
          tabs:
        }.compact
      end
    end
  end
end

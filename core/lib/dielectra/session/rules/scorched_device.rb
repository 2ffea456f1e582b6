# frozen_string_literal: true

module Dielectra
  module Session
    # A switch that was found scorched is replaced before power comes back, whatever its contacts do.
    class ScorchedDevice < Rule
      # @return [Step, nil]
      def step
        device, place = @situation.burnt.find { |id, where| kind(id) && !declined_new?(id) && workable?(where) }
        device && @session.approach.hands(place) { |hands| hands.step(:replace, device:, kind: kind(device)) }
      end

      private

      # A new one of the kind the plan asks for, or else of the kind that is there
      def kind(device)
        planned = @session.plan&.replacements
        kind = (planned && planned[device]) || @situation.kind_of(device)
        plain = kind && Trade::KindName.plain(kind)
        plain if plain && plain != Trade::Unmarked::NAME && Trade::DeviceKind[plain].switch?
      end

      def declined_new?(device) =
        @situation.declined?({ "do" => "replace", "device" => device, "kind" => kind(device) })

      def workable?(place) = !@situation.declined?({ "do" => "prove_dead", "place" => place }, Approach::TRIES)
    end
  end
end

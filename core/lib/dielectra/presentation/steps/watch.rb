# frozen_string_literal: true

module Dielectra
  module Presentation
    module Steps
      # Words for a look at the light.
      class Watch < Words
        def told(situation) = ["Look at the light", "Toggles as they are: #{toggles(situation)}.", nil]

        def choices(session)
          lights = session.job.goal.loads
          breaker = session.job.breakers.first
          on = { "breakers" => { breaker => "on" } }
          off = { "loads" => all(lights, "off") }
          shown =
            %w[on off dim].map { |light| [light.capitalize, { "loads" => all(lights, light), **on }, light.to_sym] }
          [
            *shown,
            ["Flickers", { "loads" => all(lights, "flickers"), **on }, nil],
            ["Breaker tripped", { **off, "breakers" => { breaker => "tripped" } }, :tripped],
            ["Breaker was off", { **off, "breakers" => { breaker => "off" } }, nil]
          ]
        end

        def answered(answer, _region)
          lights = (answer["loads"] || {}).map { |id, light| "#{id} #{light}" }
          breakers = (answer["breakers"] || {}).reject { |_, at| at == "on" }.map { |id, at| "#{id} #{at}" }
          (lights + breakers).join(", ")
        end

        def refused(_situation) = "the light could not be watched"

        private

        def all(loads, light) = loads.to_h { |load| [load.id, light] }

        def toggles(situation) =
          situation
            .job
            .controls
            .map { |control| "#{Naming.place(control.place)} #{situation.positions[control.id] || "not noted"}" }
            .join(", ")
      end
    end
  end
end

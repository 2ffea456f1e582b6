# frozen_string_literal: true

module Dielectra
  module Presentation
    module Telling
      # Words for a look at the light.
      class Watch < Words
        def told(situation)
          pending = situation.breaker_log.pending
          return after_breaker(pending, situation) if pending

          words = [(PLUG if outlets?(situation.job)), toggles(situation)].compact
          [title(situation.job), (words.join(" ") if words.any?), nil]
        end

        # What is done at an outlet, which nobody can see to be on
        PLUG = "At an outlet, plug a lamp in or use the plug-in tester: nobody sees whether an empty one is on."

        def choices(session)
          pending = session.situation.breaker_log.pending
          return out_or_on(pending) if pending

          lights = session.job.goal.loads
          breaker = session.job.breakers.first
          on = { "breakers" => { breaker => "on" } }
          off = { "loads" => all(lights, "off") }
          return several(session.job.goal, on, off, breaker) if session.job.goal.groups.size > 1

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
          seen = (answer["loads"] || {}).merge((answer["also"] || {}).transform_keys { |id| Naming.place(id) })
          lights = seen.map { |id, light| "#{id} #{light}" }
          breakers = (answer["breakers"] || {}).reject { |_, at| at == "on" }.map { |id, at| "#{id} #{at}" }
          (lights + breakers).join(", ")
        end

        def refused(_situation) = "the light could not be watched"

        private

        def title(job)
          return "Look at every load" if job.goal.groups.size > 1

          kinds =
            job.goal.groups.flat_map { |group| group.loads.map { |load| load.part || Naming.kind(load.kind) } }.uniq
          return "Look at the light" if kinds == ["light"]

          kinds.one? ? "Is the #{kinds.first == "receptacle" ? "outlet" : kinds.first} on?" : "Look at every load"
        end

        def outlets?(job) = job.goal.loads.any? { |load| load.kind == "receptacle" }

        def out_or_on(pending)
          [["It is out", "off"], ["Still on", "on"]].map do |label, light|
            [label, { "loads" => pending.loads.to_h { |load| [load, light] } }, nil]
          end
        end

        # A look that shows whether a breaker is the right one
        def after_breaker(pending, situation)
          names = Naming.list(pending.loads.map { |load| Naming.load(load, situation.job) }.uniq)
          [
            "With breaker #{pending.breaker} off: is #{names} out?",
            "Out: that is the breaker. Still on: the label is wrong, and this breaker goes back on.",
            nil
          ]
        end

        # Groups up to which every combination has a button; for more there is a form.
        FEW = 2
        private_constant :FEW

        # Each group is on or off. What else it may be is told group by group.
        def several(goal, on, off, breaker)
          ways = goal.groups.size > FEW ? [] : %w[on off].product(*([%w[on off]] * (goal.groups.size - 1)))
          shown =
            ways.map do |lights|
              told = goal.groups.zip(lights).map { |group, light| all(group.loads, light) }.reduce(:merge)
              [said(goal, lights), { "loads" => told, **on }, lights.join(Goals::Goal::SEPARATOR).to_sym]
            end
          [
            *shown,
            ["Breaker tripped", { **off, "breakers" => { breaker => "tripped" } }, :tripped],
            ["Breaker was off", { **off, "breakers" => { breaker => "off" } }, nil]
          ]
        end

        # @return [String] "Fan on, light off"
        def said(goal, lights) =
          Naming.groups(goal).zip(lights).map { |name, light| "#{name} #{light}" }.join(", ").sub(/\A./, &:upcase)

        def all(loads, light) = loads.to_h { |load| [load.id, light] }

        # How the toggles stand that somebody has noted
        def toggles(situation)
          noted = situation.job.controls.select { |control| situation.positions[control.id] }
          return if noted.empty?

          words = noted.map { |one| "#{Naming.switch(one.id, situation.job)} #{situation.positions[one.id]}" }
          "Toggles as they are: #{words.join(", ")}."
        end
      end
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Presentation
    # The answers a step can have, as buttons: label, the answer in the form of the protocol, how likely it is, and what
    # it would mean.
    class Choices
      # @param action [Action, nil] where the step is the question of one
      def initialize(session, step, action)
        @session = session
        @step = step
        @action = action
      end

      # @return [Array<Hash>] `label`, `answer`, `share`, `meaning`; empty where a form asks for the answer
      def to_a =
        named.map { |label, answer, outcome| { "label" => label, "answer" => answer, **expected(outcome, answer) } }

      private

      def named
        case @step.do
        when "watch"
          lights
        when "wiggle"
          wiggled
        when "prove_dead"
          [["All dead", { "live" => [] }, nil]]
        when "probe"
          readings
        when "open", "find_breaker"
          []
        when "bench"
          closed
        else
          [["Done", { "ok" => true }, nil]]
        end
      end

      def lights
        light = @session.job.wanted_load.id
        breaker = @session.job.breakers.first
        on = { "breakers" => { breaker => "on" } }
        off = { "loads" => { light => "off" } }
        %w[on off dim].map { |shown| [shown.capitalize, { "loads" => { light => shown }, **on }, shown.to_sym] } +
          [
            ["Flickers", { "loads" => { light => "flickers" }, **on }, nil],
            ["Breaker tripped", { **off, "breakers" => { breaker => "tripped" } }, :tripped],
            ["Breaker was off", { **off, "breakers" => { breaker => "off" } }, nil]
          ]
      end

      def wiggled
        steady = @session.job.wanted_loads.to_h { |load| [load.id, "on"] }
        [
          ["Steady, on", { "loads" => steady }, :steady],
          ["Steady, off", { "loads" => steady.transform_values { "off" } }, :steady],
          ["It flickers", { "loads" => steady.transform_values { "flickers" } }, :flickers]
        ]
      end

      def readings
        volts = @session.job.supply_volts
        case @step["tool"]
        when "continuity"
          [["ContinuitySignatures", { "reads" => "beep" }, true], ["Silent", { "reads" => "silent" }, false]]
        when "resistance"
          [
            ["Under #{Diagnosis::Prediction::COPPER_OHMS.round} Ω", { "ohms" => 0.5 }, :read],
            ["More: a load", { "ohms" => 20 }, :read],
            ["No reading", { "ohms" => nil }, :read]
          ]
        when "ncv"
          [["Glows", { "reads" => "glow" }, true], ["Dark", { "reads" => "dark" }, false]]
        else
          [["About #{volts} V", { "volts" => volts }, true], ["Nothing", { "volts" => 0 }, false]]
        end
      end

      # What a switch by itself may join: nothing, two of its screws, or of four two and two.
      def closed
        screws = tried
        pairs = screws.combination(2).to_a
        ways = screws.size < 4 ? pairs.zip : pairs.first(3).map { |pair| [pair, screws - pair] }
        ways.map do |way|
          ["#{Instruction.list(way.map { |pair| joined(pair) })} beep#{"s" if way.one?}", { "closed" => way }, nil]
        end + [["Nothing beeps", { "closed" => [] }, nil]]
      end

      # The screws of a device that had something on them, or all.
      def tried
        situation = @session.situation
        place = situation.place_of(@step.to_h)
        used = situation.used_screws(place, @step["device"])
        used.size > 1 ? used : Trade::DeviceKind[situation.kind_of(@step["device"])].live_terminals
      end

      def joined(pair) = pair.map { |terminal| labels.fetch(terminal, terminal) }.join("–")

      # What is printed beside each screw in the drawing.
      def labels
        kind = Trade::DeviceKind[@session.situation.kind_of(@step["device"])]
        @labels ||= kind.screws.to_h { |screw| [screw["terminal"], @session.job.region.labelled(kind, screw)["label"]] }
      end

      def expected(outcome, answer)
        return {} unless @action && !outcome.nil?

        weights = outcome == :read ? read(answer) : joint(outcome)
        share = weights.sum
        return { "share" => 0.0, "meaning" => "Not expected: something would have been missed." } if share < 0.0005

        { "share" => share.round(3), "meaning" => "Then: #{meaning(weights)}." }
      end

      # For each hypothesis, how likely it is together with the answer.
      def joint(outcome)
        expected_cost = @session.expected_cost
        @action.answers.each_with_index.map do |answers, number|
          expected_cost.weights[number] * answers.fetch(outcome, 0.0)
        end
      end

      # The same of a reading in numbers, as a share of what all choices come to.
      def read(answer)
        rows = @read ||= readings.to_h { |_, each, _| [each, likelihoods(each)] }
        total = rows.each_value.sum(&:sum)
        total.zero? ? rows.fetch(answer) : rows.fetch(answer).map { |weight| weight / total }
      end

      def likelihoods(answer)
        seen =
          Diagnosis::Observation
            .of(@step.to_h.merge("answer" => answer), @session.situation, 0, @session.belief.world)
            .map { |one| @session.belief.world.interned(one) }
            .first
        @session
          .expected_cost
          .hypotheses
          .zip(@session.expected_cost.weights)
          .map { |hypothesis, weight| seen ? weight * @session.belief.prediction.likelihood(hypothesis, seen) : 0.0 }
      end

      def meaning(weights)
        fact, share = (@facts ||= Facts.new(@session)).told(weights)
        "#{fact}, #{Wording.percent(share)}"
      end
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Presentation
    # The other answers a step could have had, for correcting an entry that turns out to be wrong.
    module Corrections
      LIGHTS = %w[on off dim flickers].freeze
      READS = { "beep" => "silent", "silent" => "beep", "glow" => "dark", "dark" => "glow" }.freeze
      COPPER = 0.3
      LOAD = 20.0

      module_function

      # @param step [Hash] with its answer
      # @param job [Evidence::Job]
      # @return [Array<Hash>] `label`, `answer`
      def of(step, job)
        answer = step["answer"] || {}
        shown = (answer["loads"] || {}).slice(*job.goal.loads.map(&:id))
        return one_by_one(answer, job.goal) if shown.any? && job.goal.groups.size > 1
        return lights(answer, shown) if shown.any?
        if answer["reads"]
          return [row(READS.fetch(answer["reads"]), answer.merge("reads" => READS.fetch(answer["reads"])))]
        end
        return [volts(answer, job.supply_volts)] if answer["volts"]

        answer.key?("ohms") ? ohms(answer) : []
      end

      def lights(answer, shown)
        (LIGHTS - (shown.values.uniq.one? ? shown.values : [])).map do |light|
          row("light #{light}", answer.merge("loads" => answer["loads"].merge(shown.transform_values { light })))
        end
      end

      # Of several groups of loads, each may have been seen wrong.
      def one_by_one(answer, goal)
        goal
          .groups
          .zip(Naming.groups(goal))
          .flat_map do |group, name|
            seen = group.load_ids.filter_map { |load| goal.light_of(answer, load) }.uniq
            (LIGHTS.first(2) - seen).map do |light|
              loads = answer["loads"].merge(group.load_ids.to_h { |load| [load, light] })
              row("#{name} #{light}", answer.merge("loads" => loads))
            end
          end
      end

      def volts(answer, supply)
        full = Physics::Uncertainty.volts_class(answer["volts"] / supply.to_f) == :full
        full ? row("nothing", answer.merge("volts" => 0)) : row("#{supply} V", answer.merge("volts" => supply))
      end

      def ohms(answer)
        {
          "under #{Diagnosis::Prediction::COPPER_OHMS.round} Ω" => COPPER,
          "a load" => LOAD,
          "no reading" => nil
        }.filter_map do |label, ohms|
          row(label, answer.merge("ohms" => ohms)) unless kind(ohms) == kind(answer["ohms"])
        end
      end

      def kind(ohms) = ohms && (ohms < Diagnosis::Prediction::COPPER_OHMS ? :copper : :load)

      def row(label, answer) = { "label" => label, "answer" => answer }
      private_class_method :lights, :one_by_one, :volts, :ohms, :kind, :row
    end
  end
end

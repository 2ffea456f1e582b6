# frozen_string_literal: true

module Dielectra
  module Repair
    # What single mishaps a circuit stays safe in: a device out and its wires capped, a bulb missing, every toggle
    # anywhere. Judged over all combinations of positions.
    class Mishaps
      # One mishap: the device that is out or whose bulb is missing, whether nothing gets live or shorted that must not,
      # and the other loads that no longer do as they should
      Mishap = Struct.new(:device, :safe, :disturbed)

      # @param hypothesis [Diagnosis::Hypothesis]
      # @param arrangement [Evidence::Arrangement] what touches what
      # @param soundness [Soundness]
      # @param prediction [Diagnosis::Prediction]
      # @param job [Evidence::Job] whose goal the circuit meets
      def initialize(hypothesis, arrangement, soundness, prediction, job)
        @hypothesis = hypothesis
        @arrangement = arrangement
        @soundness = soundness
        @prediction = prediction
        @goal = job.goal
      end

      # @return [Array<Mishap>] one for each control and load
      def to_a = @to_a ||= (@goal.controls + @goal.loads).uniq(&:device).map { |item| out(item) }

      # @return [Boolean] whether it is safe in all of them, and in every combination with all in place
      def safe? = @soundness.hazards(@hypothesis, @arrangement).zero? && to_a.all?(&:safe)

      # @return [Array<Array(String, Array<String>)>] devices without which loads that they have no part in fail, with
      #   those loads
      def disturbing = to_a.reject { |one| one.disturbed.empty? }.map { |one| [one.device, one.disturbed] }

      private

      def out(item)
        without =
          @arrangement.without_device(
            item.device,
            place: item.place,
            from: @hypothesis.joints(item.place, @arrangement)
          )
        Mishap.new(item.device, @soundness.hazards(@hypothesis, without).zero?, disturbed(item, without))
      end

      # Loads of groups that the device is not of
      def disturbed(item, without)
        others = @goal.groups.reject { |group| (group.controls + group.loads).any? { |one| one.device == item.device } }
        others.flat_map(&:load_ids).reject { |load| lit(load, without) == lit(load, @arrangement) }
      end

      def lit(load, arrangement) = @prediction.lit(@hypothesis, arrangement, load)
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Presentation
    # The amperes that were read in ohms where too much is on a circuit, against its breaker.
    class LoadSum
      # @param session [Session::Troubleshooting]
      # @param causes [Array<Hash>] in the form of a conclusion
      def initialize(session, causes)
        @session = session
        @overload = causes.any? { |cause| cause["kind"] == "overload" }
        @volts = session.job.supply_volts
        @amps = session.job.amps
      end

      # @return [Array<String>] one sentence, or none
      def to_a
        step = @overload && @amps && heaviest or return []
        ohms = step["answer"]["ohms"]
        amperes = Sums::Wire.amperes(@volts, ohms).round(1)
        ["#{@volts} V ÷ #{ohms} Ω (step #{step["id"]}) = #{amperes} A, on a breaker of #{@amps} A. #{MOVE}"]
      end

      MOVE = "Move the largest load to another circuit."
      private_constant :MOVE

      private

      # The reading of the most that was on, with nothing moved since
      def heaviest
        @session
          .log
          .readings
          .select { |entry| entry.answer["ohms"].to_f > Diagnosis::DeadReading::BOLTED }
          .select { |entry| @volts / entry.answer["ohms"] > @amps }
          .min_by { |entry| entry.answer["ohms"] }
          &.fields
      end
    end
  end
end

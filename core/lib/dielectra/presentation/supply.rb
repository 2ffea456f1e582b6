# frozen_string_literal: true

module Dielectra
  module Presentation
    # Which breaker feeds a job, and how that is known. The label at the panel is no proof.
    class Supply
      # @param breakers [Array<String>]
      # @return [String] why they stay off when a job stops, without a full stop
      def self.left_off(breakers)
        verb = breakers.one? ? "stays" : "stay"
        "#{Naming.list(breakers)} #{verb} off: with what is wrong it is not safe to turn it on"
      end

      # @param session [Session::Troubleshooting]
      def initialize(session)
        @job = session.job
        @log = session.situation.breaker_log
      end

      # @return [Array<String>] a sentence for each breaker that was seen to feed it, and for each wrong label
      def to_a = proved + wrong

      private

      def proved
        (@job.breakers & @log.proved.keys).map do |id|
          proof = @log.proved[id]
          loads = Naming.list(proof.loads.map { |load| Naming.load(load, @job) }.uniq)
          "Breaker #{id} feeds #{loads}: seen in step #{proof.step}."
        end
      end

      def wrong
        right = @job.breakers - [Evidence::Roster::UNKNOWN]
        stray = @job.listed_breakers - @job.breakers
        return [] if stray.empty?

        known = right.empty? ? "Which one does was not found." : "It is #{Naming.list(right)}. Correct the label."
        stray.map { |id| "Breaker #{id} does not feed this circuit, whatever its label says. #{known}" }
      end
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Session
    # Which breaker it is, is seen and not believed. With one off, the loads that were on are watched. Where they stay
    # on it goes back on, and the right one is looked for. Where a box proves live, the listed breaker is tried again
    # once the one that kept it live is found.
    class BreakerCheck < Rule
      # @return [Step, nil]
      def step
        return look if log.pending
        return search if @session.job.breakers.include?(Evidence::Roster::UNKNOWN)

        back_on
      end

      private

      def log = @situation.breaker_log

      def look
        look = @session.permits.looking.step(:watch)
        look unless @situation.declined?(look.to_h, Approach::TRIES)
      end

      # A breaker that has nothing to do with the job goes back on first, if it was on.
      def search
        back_on || parted || (@session.approach.breaker_of(log.searched) if log.searched)
      end

      # Where no single breaker puts a load out, two feed it. The other one shows with the listed one off.
      def parted
        on = @session.job.listed_breakers.find { |id| @situation.breakers[id] == "on" }
        return unless on && log.fed_twice?

        off = @session.permits.looking.step(:breaker, device: on, to: "off")
        off unless @situation.declined?(off.to_h, Approach::TRIES)
      end

      def back_on
        stray = (@session.job.listed_breakers - @situation.concerned) & @situation.left_off
        stray.filter_map { |id| @session.approach.restore(id) || @session.approach.back_on(id) }.first
      end
    end
  end
end

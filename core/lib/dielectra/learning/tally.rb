# frozen_string_literal: true

module Dielectra
  module Learning
    # Counts from one finished job: its cause, wire colors, runs onward, scheme, and minutes per kind of step
    class Tally
      # Plausible seconds for a step. Less is a double tap, more is a break.
      SECONDS = (5..1800)

      # @return [Hash] with strings for keys, to be kept as JSON: `causes` kind => count, `colors` habit => [hits, of],
      #   `labels` [wrong, seen] of the breakers that the label named, `onward` counts of runs onward by box, `scheme`,
      #   `minutes` kind of step => logarithms of actual over usual minutes, `method` and `year_built` of the house
      attr_reader :to_h

      # @param session [Session::Troubleshooting] that has ended
      # @param seconds [Hash{Integer => Numeric}] step's number => seconds since the step before
      # @return [Tally, nil] nil of a job that did not end
      def self.of(session, seconds = {})
        conclusion = session.next
        new(session, conclusion, seconds) if conclusion.is_a?(Session::Conclusion)
      end

      def initialize(session, conclusion, seconds)
        @session = session
        @situation = session.situation
        @roles = conclusion.roles
        @to_h = {
          "causes" => causes(conclusion),
          "colors" => colors,
          "labels" => labels,
          "onward" => onward,
          "scheme" => scheme,
          "minutes" => minutes(seconds),
          "method" => session.job.document["method"],
          "year_built" => session.job.document["year_built"]
        }
      end

      private

      # Causes in the leading hypothesis, or "nothing". A stopped job adds none, because its cause is not proved.
      def causes(conclusion)
        best = @session.belief.hypotheses.first
        return {} unless best && conclusion.status == "solved"

        labels = best.skeleton.verdicts.each_value.map(&:label) - [:right]
        kinds = (labels + best.deviations.map(&:kind)).map(&:to_s) & Experience::CAUSES
        (kinds.empty? ? ["nothing"] : kinds).tally
      end

      def colors
        found = {}
        @situation.opened_boxes.each do |place|
          @situation
            .cable_ends(place)
            .each { |cable_end| habits(cable_end) { |name, hit| count(found[name] ||= [0, 0], hit) } }
        end
        found
      end

      # Of the breakers that the label named, those that were seen not to feed the job, and those that were seen to
      def labels
        listed = @session.job.listed_breakers
        wrong = listed - @session.job.breakers
        [wrong.size, (wrong | (listed & @situation.breaker_log.proved.keys)).size]
      end

      def count(pair, hit)
        pair[0] += 1 if hit
        pair[1] += 1
      end

      # Yields each color habit that a cable with known roles confirms or contradicts
      def habits(cable_end)
        known = cable_end.wires.to_h { |wire| [@roles[cable_end.point(wire)], wire.color] }
        loop_of_switch = known.key?("line") && known.key?("load") && !known.key?("neutral")
        if known["neutral"]
          among = known.key?("traveler") ? "neutral_on_white_among_travelers" : "neutral_on_white"
          yield among, white?(known["neutral"])
        end
        yield "load_on_black", known["load"] == "black" if known["load"]
        yield "loop_line_on_white", white?(known["line"]) if loop_of_switch
      end

      def white?(color) = Trade::Color.neutral?(color)

      # Histogram of runs onward per opened box
      def onward
        best = @session.belief.hypotheses.first or return []
        counts = Array.new(Trade.priors.dig("layout", "onward").size, 0)
        @situation.opened_boxes.each do |place|
          number = best.skeleton.layout.edges_at(place).count { |edge| Design::Layout.polarized(edge) == :onward }
          counts[[number, counts.size - 1].min] += 1
        end
        counts
      end

      def scheme
        best = @session.belief.hypotheses.first
        best ? best.skeleton.layout.scheme.name.to_s : ""
      end

      def minutes(seconds)
        found = Hash.new { |all, name| all[name] = [] }
        @session.log.each_with_index do |entry, at|
          next unless Evidence::Costs::NAMES.key?(entry.kind)

          note(found[entry.kind], seconds[entry.number || (at + 1)], usual(entry.step, entry.before))
        end
        found.reject { |_, logs| logs.empty? }
      end

      def note(logs, seconds, usual)
        logs << Math.log(seconds / 60.0 / usual).round(3) if seconds && SECONDS.cover?(seconds) && usual.positive?
      end

      def usual(step, before) = Evidence::Costs.new.of(step, before)
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Presentation
    # How far the search for a breaker that trips has come: which runs are suspect, bad or cleared, what the last ohms
    # stand for, and how often the breaker was tried.
    class Tracing
      # Faults that lie in a run
      IN_A_RUN = %i[short leak].freeze
      # Probability of a fault in a run above which the run is bad, and below which it is cleared
      BAD = 0.9
      CLEARED = 0.005
      # Probability of some fault in the wiring below which nothing is said of runs
      DOUBTED = 0.02

      # @param session [Session::Troubleshooting]
      def initialize(session)
        @session = session
        @belief = session.belief
      end

      # @return [Boolean] whether a breaker that trips is what is looked for
      def tracing? = @belief.world.tripping? && @belief.hypotheses.any?

      # @return [Hash, nil] nil where nothing trips. `when` it trips, in the customer's words; `cleared`, runs without a
      #   fault; `ruled_out`, other causes without support; `halvings`, binary tests still needed; `resets`, how often
      #   the breaker was tried and how that went; `next_reset`, what has to come before it; `barred`, whether a short
      #   rules it out; `sum` of the last ohms
      def to_h
        return unless tracing?

        {
          "when" => told,
          "cleared" => cleared,
          "ruled_out" => ruled_out,
          "halvings" => halvings,
          "resets" => resets,
          "next_reset" => next_reset,
          "barred" => shorted?,
          "sum" => sum
        }
      end

      # @param from [String]
      # @param to [String]
      # @return [Hash, nil] `state` (suspect, bad or cleared) and `percent` of the run between two places
      def run(from, to)
        return unless tracing? && wired.positive?

        share = shares[[from, to].sort] || 0.0
        return { "state" => "bad", "percent" => Wording.percent(share) } if share >= BAD
        return { "state" => "cleared", "percent" => nil } if share < CLEARED

        { "state" => "suspect", "percent" => Wording.percent(share) }
      end

      private

      # Places between which a fault lies in a run => probability
      def shares
        @shares ||=
          @belief
            .hypotheses
            .each_with_object(Hash.new(0.0)) do |hypothesis, sums|
              hypothesis.faults.each do |fault|
                sums[fault.cable.map { |name| EndId.place(name) }.sort] += hypothesis.weight if IN_A_RUN.include?(
                  fault.kind
                )
              end
            end
      end

      # Probability that a fault lies in some run, or did until it was ruled out
      def wired = @wired ||= shares.values.sum + (cleared_by_reading? ? DOUBTED : 0.0)

      # Whether ohms were read at all: without, nothing is cleared
      def cleared_by_reading? = readings.any?

      def readings = @readings ||= @session.log.readings.select { |entry| entry.answer.key?("ohms") }

      def cleared
        return [] unless cleared_by_reading?

        HouseLine
          .new(@session)
          .to_a
          .filter_map { |stop| stop["run"] && [stop["run"]["from"], stop["place"]] }
          .select { |from, to| run(from, to)&.fetch("state") == "cleared" }
          .map { |from, to| "#{Naming.place(from)} to #{Naming.place(to)}" }
      end

      # Trip causes outside the wiring, in words
      FAMILIES = {
        overload: "too much load",
        breaker_weak: "the breaker itself",
        load_shorted: "a short in a fixture",
        device_shorted: "a short in a switch"
      }.freeze
      private_constant :FAMILIES

      # Trip causes outside the wiring whose posterior is below CLEARED
      def ruled_out
        return [] unless cleared_by_reading? || resets.any?

        FAMILIES.reject { |kind, _| family(kind) >= CLEARED }.values
      end

      def family(kind) = @belief.probability { |one| one.faults.any? { |fault| fault.kind == kind } }

      # Entropy of the suspects in bits, rounded up: binary tests still needed
      def halvings = Diagnosis::Belief.entropy(@session.findings.suspects.map(&:last)).ceil

      # Whether the last ohms across the circuit are so low that a reset would trip again
      def shorted? = (ohms = across&.answer&.fetch("ohms")) ? ohms < Session::PreEnergizationTest::LAMP : false

      def next_reset
        return "Not before it is found: #{across.answer["ohms"]} Ω would trip it again." if shorted?

        "Only after something more was taken off, unplugged, thrown or measured."
      end

      # What the customer said of it
      def told
        report = @session.log.find { |entry| entry.kind == "report" && entry.tripped? } or return
        after = report.answer["after"]
        switches = (report["positions"] || {}).select { |_, at| Trade::Position.raised?(at) }.keys
        names = switches.filter_map { |id| "the #{Naming.switch(id, @session.job)} switch" if @session.job.control(id) }
        "#{after_words(after)}#{", with #{Naming.list(names)} on" if names.any?}"
      end

      def after_words(seconds)
        return "It trips now and then" if seconds.nil?

        seconds.zero? ? "It trips at once" : "It trips after about #{(seconds / 60.0).ceil} min"
      end

      # How often the breaker was turned on since it was seen to trip, and what came of it
      def resets
        since = @session.log.drop_while { |entry| !entry.tripped? }.drop(1)
        since.each_with_index.filter_map do |entry, at|
          next unless entry.kind == "breaker" && entry["to"] == "on" && entry.done?

          look =
            since
              .drop(at + 1)
              .take_while { |one| one.kind != "breaker" }
              .find { |one| %w[watch wait].include?(one.kind) }
          held = look && !look.tripped?
          "Step #{entry.number}: #{look.nil? ? "not looked at yet" : (held ? "it held" : "it tripped")}."
        end
      end

      # The last reading from a hot conductor to a neutral or a ground, in amperes
      def sum
        entry = across or return
        ohms = entry.answer["ohms"] or return "Step #{entry.number} reads open: nothing draws there."

        volts = @session.job.supply_volts
        return "Step #{entry.number} reads #{ohms} Ω: no path that would trip a breaker." if ohms > MOST

        Calculators.trip_words(ohms:, volts:, amps: @session.job.amps || 15, gauge: nil)
      end

      def across = @across ||= readings.reverse.find { |one| across?(one["at"]) }

      HOT = %w[line load onward traveler].freeze
      RETURN = %w[neutral ground].freeze
      private_constant :HOT, :RETURN

      # Whether a reading was taken between what should be hot and what should not
      def across?(points)
        roles = points.map { |point| role(point) }
        points.size == 2 && roles.intersect?(HOT) && roles.intersect?(RETURN)
      end

      # The likeliest role of a conductor; that of metal is ground
      def role(point)
        return "ground" if PointId.metal?(point)

        shares = @session.findings.roles[point]
        shares&.max_by(&:last)&.first
      end

      # Ohms above which no breaker of a house trips
      MOST = 50
      private_constant :MOST
    end
  end
end

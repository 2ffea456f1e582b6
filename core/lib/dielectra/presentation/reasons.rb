# frozen_string_literal: true

module Dielectra
  module Presentation
    # Why each statement is believed: for each cause, conductor and cable the fewest answers that support it, what they
    # rule out, the alternative, and what would decide
    class Reasons
      # Posterior below which an alternative is not named
      ELSE = 0.005
      # Total variation distance above which a question decides
      DECIDES = 0.3

      # A statement: what it is about, its value under a hypothesis, and its words
      Statement = Struct.new(:about, :place, :held, :words)

      # @param session [Troubleshooting]
      def initialize(session)
        @session = session
        @belief = session.belief
        @explanation = Diagnosis::Explanation.new(@belief, session.situation, session.log)
      end

      # @return [Array<Hash>] `about` (cause, conductor or cable), `place`, `is` with its `share`, `because` as a
      #   sentence, `otherwise` as words with a share, and `decides`: what would tell; the last two nil where nothing is
      #   in doubt or tells
      def to_a
        return [] if @belief.hypotheses.empty?

        [*causes, *conductors, *cables].map { |statement| row(statement) }
      end

      private

      def row(statement)
        shares = Hash.new(0.0)
        @belief.hypotheses.each { |hypothesis| shares[statement.held.call(hypothesis)] += hypothesis.weight }
        value, share = shares.max_by(&:last)
        other, doubt = shares.reject { |one, _| one == value }.max_by(&:last)
        doubtful = !doubt.nil? && doubt >= ELSE
        {
          "about" => statement.about,
          "place" => statement.place,
          "is" => statement.words.call(value),
          "share" => share.round(4),
          "percent" => Wording.percent(share),
          "because" => because(statement, value),
          "otherwise" => doubtful ? "#{statement.words.call(other)} (#{Wording.percent(doubt)})" : nil,
          "decides" => doubtful ? deciding(statement, value) : nil
        }
      end

      def because(statement, value)
        numbers, others = @explanation.against_others(statement.held, value)
        ruled_out =
          others
            .map { |one| statement.words.call(one) }
            .uniq
            .reject { |words| words.start_with?(statement.words.call(value)) }
        if numbers.empty? || ruled_out.empty?
          return "Nothing seen so far rules out anything else. This is the most common."
        end

        named = Diagnosis::Explanation.named(numbers)
        "#{named} #{numbers.one? ? "rules" : "rule"} out: #{ruled_out.first(2).join("; ")}."
      end

      def causes
        [
          Statement.new(
            "cause",
            nil,
            ->(hypothesis) { @session.findings.suspected(hypothesis) },
            ->(causes) { Wording.causes(causes) }
          )
        ]
      end

      def conductors
        @session
          .findings
          .roles
          .keys
          .reject { |point| @session.findings.grounds.key?(point) }
          .map do |point|
            role = ->(hypothesis) { hypothesis.skeleton.roles.fetch(point, {}).max_by(&:last)&.first }
            Statement.new(
              "conductor",
              PointId.head(point),
              role,
              ->(value) { "#{Naming.point(point)} is #{value || "unknown"}" }
            )
          end
      end

      def cables
        names = @session.situation.opened.keys.flat_map { |place| @session.situation.own_cable_ends(place).map(&:id) }
        names.map do |name|
          leads = ->(hypothesis) { far_side(hypothesis, name) }
          Statement.new(
            "cable",
            EndId.place(name),
            leads,
            ->(far) { "cable #{EndId.number(name)} leads to #{far || "nowhere"}" }
          )
        end
      end

      # The place a cable end leads to
      def far_side(hypothesis, name)
        run = hypothesis.skeleton.runs.find { |item| item.ends.any? { |one| EndId.members(one).include?(name) } } or
          return
        far = run.places.find { |place| place != EndId.place(name) }
        Naming.destination(far)
      end

      # The question that would decide, among those worth asking now
      def deciding(statement, value)
        holds = @session.expected_cost.hypotheses.map { |hypothesis| statement.held.call(hypothesis) == value }
        best =
          @session
            .actions
            .select { |action| action.answers && action.step != :stop }
            .max_by { |action| told(action, holds) }
        return unless best && told(best, holds) >= DECIDES

        deciding_action(best)
      end

      def deciding_action(action)
        case action.purpose
        when :open
          "opening the #{Naming.place(action.subject)} box"
        when :lamp
          "a lamp that is known to be good"
        when :watch, :throw
          "watching the light"
        when :wiggle
          "wiggling the #{Naming.place(@session.situation.place_of_device(action.subject))} toggle"
        when :part
          "parting a joint in the #{Naming.place(action.subject)} box, and a reading there"
        when :trial
          "a trial join, and a look at the loads"
        when :join
          "joining #{Naming.list(action.subject.map { |point| Naming.point(point) })} for a test elsewhere"
        else
          reading = action.purpose == :continuity ? "continuity" : "a live reading"
          "#{reading} at #{Naming.list(action.subject.map { |point| Naming.point(point) })}"
        end
      end

      # Total variation distance between the answers if the statement holds and if not
      def told(action, holds)
        sides = [Hash.new(0.0), Hash.new(0.0)]
        sums = [0.0, 0.0]
        action.answers.each_with_index do |answers, number|
          side = holds[number] ? 0 : 1
          weight = @session.expected_cost.weights[number]
          sums[side] += weight
          answers.each { |answer, share| sides[side][answer] += weight * share }
        end
        return 0.0 if sums.any?(&:zero?)

        (sides[0].keys | sides[1].keys).sum do |answer|
          ((sides[0][answer] / sums[0]) - (sides[1][answer] / sums[1])).abs
        end / 2
      end
    end
  end
end

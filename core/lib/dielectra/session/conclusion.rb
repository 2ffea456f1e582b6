# frozen_string_literal: true

module Dielectra
  module Session
    # How a session ended.
    class Conclusion
      # Posterior a cause needs to be named when a job is stopped
      NAMED = 0.9

      attr_reader :status, :why, :confidence, :roles, :links, :causes, :because, :refused, :grounding

      def self.solved(session) = new(session, "solved", session.certainty, nil)

      # @param halt [Halt]
      def self.stopped(session, halt) = new(session, "stopped", halt.confidence, halt.why)

      def initialize(session, status, confidence, why)
        @status = status
        @why = why
        @confidence = confidence.round(4)
        findings = session.findings
        roles = status == "solved" ? findings.grounds.merge(findings.proved_roles) : likeliest(findings)
        @roles = roles.reject { |point, role| role == "spare" && !Spares.new(session).proved?(point) }
        @links = findings.links.select { |_, share| share > 0.5 }.map(&:first)
        @causes =
          with_strays(
            session,
            status == "solved" ? findings.causes : findings.certain_causes(NAMED) + live_metal(session)
          )
        @because =
          findings.because(session.log, @causes) + unseen(session) + Presentation::Supply.new(session).to_a +
            Presentation::Elsewhere.new(session).to_a + Presentation::LoadSum.new(session, @causes).to_a +
            (status == "solved" ? Presentation::WayUp.new(session).to_a : []) +
            Presentation::RuleSheet.new(session, Rules::Local.new).unmet.map { |note| note["because"] }
        @grounding = Grounding.new(session).to_h
        @refused = Halt.refused(session).filter_map { |step| step["id"] }
      end

      # The same once the house is as it is to be left
      # @param departure [Departure]
      # @return [Conclusion]
      def left(departure)
        off = departure.left_off
        return self if off.empty?

        dup.tap { |other| other.first_of_all("#{Presentation::Supply.left_off(off)}. #{why[0].upcase}#{why[1..]}") }
      end

      # The conclusion as the protocol writes it.
      def to_h
        {
          "status" => status,
          "why" => why,
          "confidence" => confidence,
          "roles" => roles,
          "links" => links,
          "causes" => causes,
          "because" => because,
          "grounding" => (grounding unless grounding.empty?),
          "refused" => (refused unless refused.empty?)
        }.compact
      end

      protected

      def first_of_all(sentence)
        @why = sentence
      end

      private

      # Switches of no load that were shown to short the circuit. The breaker that they tripped is no cause beside them.
      def with_strays(session, causes)
        strays = session.belief.hypotheses.any? ? StraySwitch.new(session).causes : []
        strays.empty? ? causes : strays + causes.reject { |cause| cause["kind"] == "no_supply" }
      end

      # Live metal, in the form of a cause
      def live_metal(session)
        points =
          session.pre_energization_test.live_metal |
            (session.situation.power == "on" && session.belief.hypotheses.any? ? MetalCheck.new(session).live : [])
        points.map do |point|
          { "kind" => "short", "place" => session.situation.place_of_point(point), "points" => [point] }
        end
      end

      # What stays unknown in a house whose boxes stayed closed
      def unseen(session)
        return [] unless status == "solved" && session.situation.opened_boxes.empty?

        ["No box was opened. That the switches interrupt the line and nothing is loose is likely, but was not seen."]
      end

      def likeliest(findings)
        findings.roles.reject { |_, shares| shares.empty? }.transform_values { |shares| shares.max_by(&:last).first }
      end
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Session
    # How a session ended.
    class Conclusion
      attr_reader :status, :why, :confidence, :roles, :links, :causes, :because

      def self.solved(session) = new(session, "solved", session.certainty, nil)

      def self.stopped(session, why) = new(session, "stopped", session.findings.obstacle_share, why)

      def initialize(session, status, confidence, why)
        @status = status
        @why = why
        @confidence = confidence.round(4)
        findings = session.findings
        @roles = status == "solved" ? findings.grounds.merge(findings.proved_roles) : likeliest(findings)
        @links = findings.links.select { |_, share| share > 0.5 }.map(&:first)
        @causes = findings.causes
        @because = findings.because(session.steps) + unseen(session)
      end

      # The conclusion as the protocol writes it.
      def to_h
        {"status" => status, "why" => why, "confidence" => confidence, "roles" => roles, "links" => links, "causes" => causes,
         "because" => because}.compact
      end

      private

      # What is not known of a house that nobody has looked into.
      def unseen(session)
        return [] unless status == "solved" && session.situation.opened_boxes.empty?

        ["No box was opened: that the switches stand in the line and nothing in there is loose is likely, not seen."]
      end

      def likeliest(findings)
        findings.roles.reject { |_, shares| shares.empty? }.transform_values { |shares| shares.max_by(&:last).first }
      end
    end
  end
end

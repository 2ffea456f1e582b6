# frozen_string_literal: true

module Dielectra
  module Session
    # How a change ended that the runs do not carry: what it would take.
    class ChangeConclusion < Conclusion
      # @param plan [Repair::ChangePlan] that is not possible
      # @param share [Float] its probability
      def self.impossible(session, plan, share) = new(session, plan.needs, share)

      attr_reader :would_need

      def initialize(session, needs, share)
        @would_need = needs
        super(session, "stopped", share, ChangeConclusion.sentence(needs))
      end

      def to_h = super.merge("would_need" => would_need)

      def self.sentence(needs)
        return "no run from box to box would carry what is asked for" if needs.empty?

        runs =
          needs.map do |row|
            "#{row["run"].map { |place| Presentation::Naming.place(place) }.join(" to ")} (#{row["type"]})"
          end
        "the runs there are do not carry it; it takes a run from #{runs.join(", or from ")}"
      end
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Session
    # How a change ended that the runs do not carry: what it would take.
    class ChangeConclusion < Conclusion
      attr_reader :would_need

      # @param needs [Array<Hash>] runs of which one would do
      # @param together [Array<Hash>] runs that do it only together
      def initialize(session, needs, share, together: [])
        @would_need = needs
        super(session, "stopped", share, ChangeConclusion.sentence(needs, session.asked, together))
      end

      def to_h = super.merge("would_need" => would_need)

      # @param needs [Array<Hash>] runs of which one would do
      # @param asked [Evidence::Job]
      # @param together [Array<Hash>] runs that do it only together
      # @return [String] a sentence without a full stop
      def self.sentence(needs, asked, together = [])
        yoke = asked.after.goal.overtaxed_yoke
        return yoke_sentence(yoke, asked) if yoke
        return "#{SHORT} a run from #{runs(needs).join(", or from ")}" if needs.any?
        return "it would take more than three new runs, if it can be done at all" if together.empty?

        "#{SHORT} #{together.size} more: from #{runs(together).join(", and from ")}"
      end

      SHORT = "the runs there are do not carry it; it takes"
      private_constant :SHORT

      def self.runs(rows) =
        rows.map do |row|
          "#{row["run"].map { |place| Presentation::Naming.place(place) }.join(" to ")} (#{row["type"]})"
        end
      private_class_method :runs

      def self.yoke_sentence(yoke, asked)
        switch = Presentation::Naming.switch(yoke.id, asked)
        "the #{switch} switch shares a yoke with another, so that it can only be on or off; " \
          "it takes a box with a device for each of the two"
      end
      private_class_method :yoke_sentence
    end
  end
end

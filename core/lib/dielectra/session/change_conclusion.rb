# frozen_string_literal: true

module Dielectra
  module Session
    # How a change ended that the runs do not carry: what it would take.
    class ChangeConclusion < Conclusion
      attr_reader :would_need

      def initialize(session, needs, share)
        @would_need = needs
        super(session, "stopped", share, ChangeConclusion.sentence(needs, session.asked))
      end

      def to_h = super.merge("would_need" => would_need)

      # @param needs [Array<Hash>] runs of which one would do
      # @param asked [Evidence::Job]
      # @return [String] a sentence without a full stop
      def self.sentence(needs, asked)
        yoke = asked.after.goal.overtaxed_yoke
        return yoke_sentence(yoke, asked) if yoke
        return "no run from box to box would carry what is asked for" if needs.empty?

        runs =
          needs.map do |row|
            "#{row["run"].map { |place| Presentation::Naming.place(place) }.join(" to ")} (#{row["type"]})"
          end
        "the runs there are do not carry it; it takes a run from #{runs.join(", or from ")}"
      end

      def self.yoke_sentence(yoke, asked)
        switch = Presentation::Naming.switch(yoke.id, asked)
        "the #{switch} switch shares a yoke with another, so that it can only be on or off; " \
          "it takes a box with a device for each of the two"
      end
      private_class_method :yoke_sentence
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Presentation
    # What lights that nobody listed were seen to change with.
    class Elsewhere
      # @param session [Session::Troubleshooting]
      def initialize(session)
        @job = session.job
        @changes = Evidence::Elsewhere.new(session.log, session.job).changes
      end

      # @return [Array<String>] a sentence for each light and what it changed with
      def to_a = @changes.map { |change| "#{send(change.with.kind, change)}: seen in step #{change.number}." }

      private

      def set(change) = "The #{Naming.switch(change.with["device"], @job)} switch also controls #{light(change)}"

      def breaker(change) = "Breaker #{change.with["device"]} also feeds #{light(change)}"

      def arrange(change)
        way = change.shows == "off" ? "went off" : "came on"
        "#{upper(light(change))} #{way} when wires were moved in the #{Naming.place(change.with["place"])} box"
      end

      # By its place; by its name where it is a device that nobody listed
      def light(change)
        name = change.light
        name.match?(/\A[A-Z]+\d/) ? "light #{name}" : "the #{Naming.place(name)} light"
      end

      def upper(words) = words[0].upcase + words[1..]
    end
  end
end

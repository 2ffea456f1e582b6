# frozen_string_literal: true

module Dielectra
  module Rules
    # One rule: where it stands, what it asks in our words, the fact that it is judged by, and the kinds of steps at
    # which it matters.
    Rule =
      Struct.new(:name, :article, :since, :until, :sentence, :fact, :unless, :grave, :at) do
        # @param facts [Facts]
        # @return [Symbol, nil] :met, :met_by_marking or :not_met; nil where it does not apply or nothing is known
        def judge(facts)
          return fill(facts) if fact == "fill"

          known = facts.public_send(fact)
          return if known.nil?
          return :met_by_marking if known == Facts::TO_BE_MARKED

          known ? :not_met : :met
        end

        # @return [Boolean] whether it is in an edition
        def in?(edition) = (since.nil? || edition >= since) && (self.until.nil? || edition < self.until)

        private

        def fill(facts)
          return if facts.fill.nil? || facts.volume.nil?

          facts.fill <= facts.volume ? :met : :not_met
        end
      end
  end
end

# frozen_string_literal: true

module Dielectra
  module Rules
    # One rule: where it stands, what it asks in our words, the check that judges it, and the kinds of steps at which it
    # matters.
    Rule =
      Struct.new(:name, :article, :since, :until, :sentence, :check, :at) do
        # @param site [Site]
        # @return [Judgement, nil] nil where it does not apply
        def judge(site)
          group, question = check.split(".")
          Judgement.together(Checks.of(group, site).public_send(question))
        end

        # @return [Boolean] whether it is in an edition
        def in?(edition) = since.nil? || edition.nil? || (edition >= since && (self.until.nil? || edition < self.until))
      end
  end
end

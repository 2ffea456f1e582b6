# frozen_string_literal: true

module Dielectra
  module Evidence
    # How often each step was taken under the same circumstances with nothing learned in between. One counter for all
    # steps: what has been asked twice in vain is not asked again. Immutable.
    class Questions
      # Times a step may be taken under the same circumstances without anything new in between
      MOST = 2
      # Steps whose being done is news in itself, the first time under some circumstances
      WORK = %w[open arrange replace fit box cable tab retire mark find_breaker prove_dead].freeze
      VOLTS_APART = 15
      COPPER_OHMS = 3

      def self.none = @none ||= new

      # @param counts [Hash{Array => Integer}] step and circumstances => times since anything was learned
      # @param heard [Hash{Array => true}] step, circumstances and answer that were there before
      # @param refused [Hash{Hash => true}] steps that cannot be done, however things stand
      def initialize(counts: {}, heard: {}, refused: {})
        @counts = counts.freeze
        @heard = heard.freeze
        @refused = refused.freeze
        freeze
      end

      # @param step [Steps::Kind] with its answer
      # @param circumstances [Array] how everything stood before it
      # @return [Questions]
      def after(step, circumstances)
        subject = subject(step)
        key = [subject, circumstances]
        return barred(step, subject, key) if step.answer["cannot"] || step.futile?

        said = [*key, gist(step.answer)]
        if news?(step, said)
          return Questions.new(counts: { key => 1 }, heard: @heard.merge(said => true), refused: @refused)
        end

        Questions.new(counts: @counts.merge(key => @counts.fetch(key, 0) + 1), heard: @heard, refused: @refused)
      end

      # @return [Boolean] whether taking a step once more can be expected to bring nothing
      def exhausted?(step, circumstances)
        subject = subject(step)
        @refused.key?(subject) || @counts.fetch([subject, circumstances], 0) >= MOST
      end

      private

      # A question about the toggles as they stand may be asked again once they stand otherwise.
      def barred(step, subject, key)
        if step.depends_on_toggles?
          return Questions.new(counts: @counts.merge(key => MOST), heard: @heard, refused: @refused)
        end

        Questions.new(counts: @counts, heard: @heard, refused: @refused.merge(subject => true))
      end

      def subject(step) = step.fields.except("id", "answer")

      def news?(step, said)
        return false if step.answer["unsure"]

        (step.question? || WORK.include?(step.class.label)) && !@heard.key?(said)
      end

      # What an answer says, small differences of a meter aside
      def gist(answer)
        answer
          .except("id")
          .to_h do |name, value|
            case name
            when "volts"
              [name, (value / VOLTS_APART).round]
            when "ohms"
              [name, value && value >= COPPER_OHMS]
            else
              [name, value]
            end
          end
      end
    end
  end
end

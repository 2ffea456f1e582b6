# frozen_string_literal: true

module Dielectra
  module Presentation
    # A step in sentences. The words of each kind are in presentation/telling/.
    module Instruction
      module_function

      # @param step [Hash] in the form of the protocol
      # @param situation [Evidence::Situation] before it
      # @return [Hash{String => Object}] `title`, `detail`, `place` and `caution` (each nil where there is nothing to
      #   say)
      def of(step, situation)
        title, detail, caution = Telling::Words.of(step).told(situation)
        place = situation.place_of(step)
        { "title" => title, "detail" => detail, "place" => place, "caution" => caution || remarked(place, situation) }
      end

      # Warnings for every step in a box with aluminum conductors or cloth insulation
      CAUTIONS = {
        "aluminum" =>
          "There is aluminum in this box. Joints with it need connectors and devices listed for it. " \
            "Where you have none, stop here.",
        "cloth" => "Cloth insulation crumbles when it is bent. Move these conductors as little as possible."
      }.freeze

      # @return [String, nil]
      def remarked(place, situation)
        seen = (situation.opened[place]&.fetch("remarks", nil) || []).map { |row| row["what"] }
        CAUTIONS.find { |what, _| seen.include?(what) }&.last
      end

      # @return [String] what could not be done, as the start of a sentence
      def refused(step, situation) = Telling::Words.of(step).refused(situation)

      # @param region [Trade::Region] whose words are used
      # @return [String] an answer in a few words
      def answered(step, answer, region = Trade::Region.all.first)
        return "cannot: #{answer["cannot"]}" if answer["cannot"]
        return "not sure" if answer["unsure"]

        Telling::Words.of(step).answered(answer, region)
      end
    end
  end
end

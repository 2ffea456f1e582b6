# frozen_string_literal: true

module Dielectra
  module Presentation
    module Telling
      # What a person is told of a step of one kind. A subclass of the kind's name says
      #
      # - told: the title, and below it the detail and the caution, or nil
      # - choices: the answers it can have, as buttons; the default is one that says it is done
      # - answered: an answer in a few words
      # - refused: what could not be done, as the start of a sentence
      class Words
        # @param fields [Hash] a step in the form of the protocol
        # @return [Words]
        def self.of(fields)
          kind = Steps.of(fields)
          Telling.const_get(kind.class.name.split("::").last).new(kind)
        end

        # @param step [Steps::Kind]
        def initialize(step)
          @step = step
        end

        # @param situation [Evidence::Situation] before the step
        # @return [Array(String, String, String)] title, detail and caution; the last two may be nil
        def told(_situation) = raise(NotImplementedError)

        # @param session [Session::Troubleshooting]
        # @return [Array<Array(String, Hash, Object)>] label, answer, and the outcome of the action it stands for, or
        #   nil
        def choices(_session) = [["Done", { "ok" => true }, nil]]

        # @param situation [Evidence::Situation] before the step
        # @return [Array<String>] how it is done well, a sentence or two each; for who asks
        def done_well(_situation) = []

        # @param answer [Hash]
        # @param region [Trade::Region]
        # @return [String]
        def answered(_answer, _region) = "done"

        # @return [String] the start of a sentence
        def refused(situation) = "a step in the #{place(situation)} box could not be taken"

        private

        def [](name) = @step[name]

        # @return [String] the name of the place where it is done
        def place(situation) = Naming.place(@step.place(situation))

        def term(kind, region) = region.term(Trade::DeviceKind[kind])
      end
    end
  end
end

# frozen_string_literal: true

module Dielectra
  # The kinds of steps a job is made of. One class per kind, in steps/, says everything the core knows about it; see
  # Steps::Kind. A file added to that folder is a new kind.
  #
  #   step = Steps.of({"do" => "wiggle", "device" => "S1"})
  #   step.place(situation)  # => "landing"
  module Steps
    # @return [Hash{String => Class}] name in the protocol => class
    def self.kinds =
      @kinds ||=
        Dir
          .children(File.join(__dir__, "steps"))
          .sort
          .map { |file| const_get(file.delete_suffix(".rb").split("_").map(&:capitalize).join) }
          .select { |one| one < Kind }
          .to_h { |one| [one.label, one] }
          .freeze

    # @param fields [Hash, Kind] a step in the form of the protocol, with or without `id` and `answer`; a Kind is
    #   returned as it is
    # @return [Kind]
    # @raise [InvalidInput] for an unknown kind
    def self.of(fields)
      return fields if fields.is_a?(Kind)

      kind = kinds[fields["do"]] or raise InvalidInput, "#{fields["do"] || "nothing"} is not a step."
      kind.new(fields)
    end

    # @param fields [Hash] a step, with its answer if there is one
    # @return [Boolean] whether it was neither refused nor answered with "unsure"
    def self.done?(fields) = (fields["answer"] || {}).values_at("cannot", "unsure").none?

    # Refuses a step whose answer cannot have come from it, before anything is recorded.
    # @param fields [Hash] with its answer
    # @raise [InvalidInput] with the JSON pointer of what is wrong
    def self.check!(fields, situation)
      Schema.check!(:step, fields)
      of(fields).check!(situation)
    end
  end
end

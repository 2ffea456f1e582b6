# frozen_string_literal: true

module Dielectra
  # The shipped JSON Schemas (2020-12) of the open formats, in core/schema/.
  module Schema
    FOLDER = File.expand_path("../../schema", __dir__)

    # @param name [Symbol] :circuit, :job, :step or :answer
    # @raise [InvalidInput] for the first violation, with its JSON pointer
    def self.check!(name, document)
      violation = of(name).validate(document).first
      raise InvalidInput.new(sentence(violation), pointer: violation["data_pointer"]) if violation
    end

    # @return [JSONSchemer::Schema]
    def self.of(name)
      (@schemas ||= {})[name] ||= JSONSchemer.schema(
        JSON.parse(File.read(File.join(FOLDER, "#{name}.schema.json"), encoding: "UTF-8")),
        ref_resolver: ->(uri) { JSON.parse(File.read(File.join(FOLDER, File.basename(uri.path)), encoding: "UTF-8")) }
      )
    end

    def self.sentence(violation)
      return "is not a field of this format." if violation["type"] == "schema"
      return "lacks #{violation.dig("details", "missing_keys").join(", ")}." if violation["type"] == "required"

      text =
        violation["error"].sub(
          /\A(object property|value|array item|array|object|string|number|integer) at (root|`[^`]*`) /,
          ""
        )
      "#{text.sub(/\Ais not: /, "has to be ")}."
    end
    private_class_method :sentence
  end
end

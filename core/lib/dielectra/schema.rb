# frozen_string_literal: true

module Dielectra
  # The JSON Schemas (2020-12) of the open formats. Circuit and job are files in core/schema/. The parts about steps and
  # answers are composed from what each step kind declares (Steps::Kind).
  module Schema
    FOLDER = File.expand_path("../../schema", __dir__)
    NAMES = %i[circuit job step answer].freeze

    # @param name [Symbol] :circuit, :job, :step or :answer
    # @raise [InvalidInput] for the first violation, with its JSON pointer
    def self.check!(name, document)
      violation = of(name).validate(document).first
      raise InvalidInput.new(sentence(violation), pointer: violation["data_pointer"]) if violation
    end

    # @return [JSONSchemer::Schema]
    def self.of(name)
      (@schemas ||= {})[name] ||= JSONSchemer.schema(document(name))
    end

    # @param name [Symbol] one of NAMES
    # @return [Hash] the complete schema
    def self.document(name)
      file = JSON.parse(File.read(File.join(FOLDER, "#{FILES.fetch(name, name)}.schema.json"), encoding: "UTF-8"))
      shared = file["$defs"].merge(kinds)
      return file.merge("$defs" => shared) if name == :circuit

      shared = shared.merge("answer" => answer, "step" => step)
      case name
      when :step
        {
          **file.slice("$schema"),
          "$id" => "dielectra:step",
          "title" => "One step of a job",
          **step,
          "$defs" => shared
        }
      when :answer
        {
          **file.slice("$schema"),
          "$id" => "dielectra:answer",
          "title" => "What came of a step",
          **answer,
          "$defs" => shared
        }
      else
        file.merge("$defs" => shared)
      end
    end

    # Steps and answers are written with the definitions of the job file.
    FILES = { step: :job, answer: :job }.freeze
    private_constant :FILES

    # The kinds that devices.json lists; those that take the neutral; and those that can be asked for in place of a
    # plain switch
    def self.kinds
      {
        "device_kind" => {
          "enum" => Trade::DeviceKind.all.map(&:name)
        },
        "neutral_kind" => {
          "enum" => Trade::DeviceKind.all.select(&:neutral?).map(&:name)
        },
        "fitted_kind" => {
          "enum" => Trade::DeviceKind.special.map(&:name)
        }
      }
    end

    # One subschema per step kind
    def self.step
      kinds = Steps.kinds
      {
        "type" => "object",
        "required" => ["do"],
        "properties" => {
          "do" => {
            "enum" => kinds.keys
          }
        },
        "allOf" =>
          kinds.map do |label, kind|
            { "if" => { "properties" => { "do" => { "const" => label } } }, "then" => kind.schema }
          end
      }
    end

    # Every field of any step kind's answer
    def self.answer
      fields = Steps.kinds.each_value.reduce({}) { |all, kind| all.merge(kind::ANSWER) }
      always = {
        "id" => {
          "type" => "integer"
        },
        "ok" => {
          "type" => "boolean"
        },
        "cannot" => {
          "type" => "string"
        },
        "unsure" => {
          "const" => true
        }
      }
      { "type" => "object", "properties" => always.merge(fields), "required" => [], "additionalProperties" => false }
    end
    private_class_method :kinds, :step, :answer

    # @param violation [Hash] of the validator
    # @return [String] what is wrong, in words a person can act on
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
  end
end

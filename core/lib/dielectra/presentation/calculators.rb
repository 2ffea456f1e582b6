# frozen_string_literal: true

module Dielectra
  module Presentation
    # The sums of the bench as small calculators: what each asks, and what comes of it in a sentence.
    module Calculators
      GAUGES = %w[14 12 10].freeze

      # A field: its name, its label, and the usual value; `choices` where it is one of some
      Field = Struct.new(:name, :label, :value, :choices)

      ALL = {
        "box_fill" => [
          "Box fill",
          [
            Field.new("gauge", "Gauge", "14", GAUGES),
            Field.new("conductors", "Insulated conductors", 4),
            Field.new("devices", "Devices", 1),
            Field.new("grounds", "Grounds", 2),
            Field.new("volume", "Volume of the box, in³", 18)
          ]
        ],
        "drop" => [
          "Volts lost on a run",
          [
            Field.new("gauge", "Gauge", "14", GAUGES),
            Field.new("feet", "Feet, one way", 50),
            Field.new("amperes", "Amperes", 5)
          ]
        ],
        "distance" => [
          "Ohms to feet",
          [Field.new("gauge", "Gauge", "14", GAUGES), Field.new("ohms", "Ohms, less the leads", 0.5)]
        ],
        "amperes" => ["Ohms to amperes", [Field.new("volts", "Volts", 120), Field.new("ohms", "Ohms", 0.8)]],
        "dimmer" => [
          "Dimmer beside others",
          [
            Field.new("watts", "Rated watts", 600),
            Field.new("gangs", "Gangs of the box", 3),
            Field.new("at", "Which from the left", 2)
          ]
        ],
        "cable" => ["Cable for a run", [Field.new("feet", "Feet from box to box", 20)]],
        "breaker" => [
          "Gauge and breaker",
          [Field.new("gauge", "Gauge", "14", GAUGES), Field.new("amps", "Breaker, amperes", 15)]
        ]
      }.freeze

      module_function

      # @return [Array<Hash>] `name`, `title` and `fields`
      def to_a =
        ALL.map do |name, (title, fields)|
          {
            "name" => name,
            "title" => title,
            "fields" => fields.map { |field| field.to_h.compact.transform_keys(&:to_s) }
          }
        end

      # @param name [String]
      # @param given [Hash{String => Object}] field => value
      # @return [String] a sentence
      # @raise [InvalidInput] for an unknown sum, and for what is no number
      def result(name, given)
        _, fields = ALL.fetch(name) { raise InvalidInput.new("There is no such sum.", pointer: "/name") }
        send("sum_#{name}", fields.to_h { |field| [field.name.to_sym, read(field, given)] })
      end

      def read(field, given)
        value = given.fetch(field.name, field.value)
        return field.choices.include?(value) ? value : refuse(field) if field.choices

        value.is_a?(Numeric) && value.finite? && value >= 0 ? value : refuse(field)
      end

      def refuse(field) = raise(InvalidInput.new("#{field.label} cannot be that.", pointer: "/given/#{field.name}"))

      def sum_box_fill(said)
        gauge = said[:gauge]
        fill =
          Sums::BoxFill.new(
            conductors: {
              gauge => said[:conductors].to_i
            },
            yokes: {
              gauge => said[:devices].to_i
            },
            grounds: said[:grounds].to_i
          )
        verdict = fill.fits?(said[:volume]) ? "The box has it." : "The box is too small."
        "It needs #{fill.needed} in³. #{verdict} 314.16."
      end

      def sum_drop(said)
        volts = Sums::Wire.drop(said[:gauge], said[:feet], said[:amperes])
        "#{volts} V are lost, #{(volts / 1.2).round(1)} % of 120 V."
      end

      def sum_distance(said) = "#{Sums::Wire.feet(said[:gauge], said[:ohms])} ft to where the two conductors meet."

      def sum_amperes(said)
        amperes = Sums::Wire.amperes(said[:volts], said[:ohms])
        amperes ? "#{amperes} A." : "No ohms draw no end of amperes."
      end

      def sum_dimmer(said)
        fins = Sums::DimmerLoad.fins_off(said[:gangs].to_i, said[:at].to_i)
        "#{Sums::DimmerLoad.allowed(said[:watts], fins)} W with #{fins} side fins off. The maker's table rules."
      end

      def sum_cable(said) = "#{Sums::Wire.needed(said[:feet])} ft with free ends in both boxes and slack."

      def sum_breaker(said)
        most = Sums::Breaker.most(said[:gauge])
        return "Thick enough: up to #{most} A." if said[:amps] <= most

        "Too thin: #{said[:gauge]} AWG goes with #{most} A at most."
      end
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Presentation
    # The sums of the bench as small calculators: what each asks, and what comes of it in a sentence.
    module Calculators
      GAUGES = %w[14 12 10].freeze
      # The volume of a box is typed in, not looked up by its size.
      AS_MARKED = "volume as marked"

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
            Field.new("box", "Box", AS_MARKED, [AS_MARKED, *Trade::StandardBox.all.map(&:name)]),
            Field.new("volume", "Volume marked, in³", 18)
          ]
        ],
        "drop" => [
          "Volts lost on a run",
          [
            Field.new("gauge", "Gauge", "14", GAUGES),
            Field.new("feet", "Feet, one way", 50),
            Field.new("amperes", "Amperes", 5),
            Field.new("volts", "Volts of the supply", 120)
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
        "plate" => [
          "Plate of a switch without a ground",
          [
            Field.new("up", "Feet up or down to grounded metal", 6),
            Field.new("across", "Feet across to grounded metal", 4)
          ]
        ],
        "led" => [
          "LED lamps on a dimmer",
          [
            Field.new("lamps", "Lamps", 4),
            Field.new("watts", "Watts of each", 9),
            Field.new("least", "Least watts on the dimmer's label", 25),
            Field.new("most", "Most LED watts on its label", 150)
          ]
        ],
        "connector" => [
          "Conductors in a connector",
          [
            Field.new("conductors", "Conductors, tails counted", 4),
            Field.new("least", "It takes at least", 2),
            Field.new("most", "It takes at most", 4)
          ]
        ],
        "breaker" => [
          "Gauge and breaker",
          [Field.new("gauge", "Gauge", "14", GAUGES), Field.new("amps", "Breaker, amperes", 15)]
        ]
      }.freeze

      module_function

      # @param known [Hash{String => Hash{String => Object}}] sum => field => value, as a job has it; see Prefilled
      # @return [Array<Hash>] `name`, `title` and `fields`
      def to_a(known = {})
        ALL.map do |name, (title, fields)|
          own = known.fetch(name, {})
          rows = fields.map { |field| field.to_h.compact.transform_keys(&:to_s) }
          {
            "name" => name,
            "title" => title,
            "fields" => rows.map { |row| row.merge({ "value" => own[row["name"]] }.compact) }
          }
        end
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
        volume = Trade::StandardBox.named(said[:box])&.volume_in3 || said[:volume]
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
        verdict = fill.fits?(volume) ? "The box has it." : "The box is too small."
        "It needs #{fill.needed} in³ of #{volume} in³. #{verdict} 314.16."
      end

      def sum_drop(said)
        lost = Sums::Wire.drop(said[:gauge], said[:feet], said[:amperes])
        return "#{lost} V are lost." unless said[:volts].positive?

        "#{lost} V are lost, #{(lost * 100 / said[:volts]).round(1)} % of #{said[:volts]} V."
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

      def sum_plate(said)
        near = said[:up] <= Sums::Reach::UP && said[:across] <= Sums::Reach::ACROSS
        return "Insulating plate and screws, or a ground-fault device ahead. 404.9(B)." if near

        "Grounded metal is out of reach. An insulating plate is good practice all the same."
      end

      def sum_led(said)
        watts = said[:lamps] * said[:watts]
        return "#{watts} W are below its least load. Expect flicker or a glow." if watts < said[:least]
        return "#{watts} W are more than it takes." if watts > said[:most]

        "#{watts} W are within its range. The label and the lamp maker's list rule."
      end

      def sum_connector(said)
        return "Too few for it: take a smaller one." if said[:conductors] < said[:least]
        return "Too many for it: take a larger one, or split the splice with a tail." if said[:conductors] > said[:most]

        "It takes them."
      end

      def sum_breaker(said)
        most = Sums::Breaker.most(said[:gauge])
        return "Thick enough: up to #{most} A." if said[:amps] <= most

        "Too thin: #{said[:gauge]} AWG goes with #{most} A at most."
      end
    end
  end
end

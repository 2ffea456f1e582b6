# frozen_string_literal: true

module Dielectra
  module Presentation
    # The sums of the bench as small calculators: what each asks, and what comes of it in a sentence.
    module Calculators
      GAUGES = %w[14 12 10].freeze
      SIZES = [*GAUGES, "1.0", "1.5", "2.5"].freeze
      METALS = %w[copper aluminum].freeze
      YES = %w[no yes].freeze
      NONE = "none"
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
            Field.new("other_gauge", "Second gauge", NONE, [NONE, *GAUGES]),
            Field.new("others", "Conductors of it", 0),
            Field.new("devices", "Devices, straps", 1),
            Field.new("wide", "Of these over 2 in wide", 0),
            Field.new("grounds", "Grounds", 2),
            Field.new("clamps", "Clamps inside", "no", YES),
            Field.new("ring", "Ring or extension, in³", 0),
            Field.new("box", "Box", AS_MARKED, [AS_MARKED, *Trade::StandardBox.all.map(&:name)]),
            Field.new("volume", "Volume marked, in³", 18)
          ]
        ],
        "drop" => [
          "Volts lost on a run",
          [
            Field.new("gauge", "AWG or mm²", "14", SIZES),
            Field.new("feet", "Feet, one way", 50),
            Field.new("amperes", "Amperes", 5),
            Field.new("volts", "Volts of the supply", 120)
          ]
        ],
        "distance" => [
          "Ohms to feet",
          [Field.new("gauge", "AWG or mm²", "14", SIZES), Field.new("ohms", "Ohms, less the leads", 0.5)]
        ],
        "amperes" => [
          "Ohms to amperes",
          [Field.new("volts", "Volts", 120), Field.new("ohms", "Ohms", 0.8), Field.new("amps", "Breaker, amperes", 15)]
        ],
        "trip" => [
          "A breaker that trips",
          [
            Field.new("ohms", "Ohms, line to neutral", 0.8),
            Field.new("leads", "Ohms of the leads", 0.2),
            Field.new("ground", "Does line read to ground", "no", YES),
            Field.new("watts", "Watts still connected", 0),
            Field.new("volts", "Volts", 120),
            Field.new("amps", "Breaker, amperes", 15),
            Field.new("gauge", "AWG or mm²", "14", SIZES)
          ]
        ],
        "overload" => [
          "Watts on a circuit",
          [
            Field.new("watts", "Watts of everything on", 2700),
            Field.new("volts", "Volts", 120),
            Field.new("amps", "Breaker, amperes", 15)
          ]
        ],
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
          [
            Field.new("gauge", "AWG or mm²", "14", SIZES),
            Field.new("metal", "Metal", "copper", METALS),
            Field.new("amps", "Breaker, amperes", 15)
          ]
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

      # What ohms from line to neutral stand for, and where to open next
      def sum_trip(said)
        return GROUND if said[:ground] == "yes"

        ohms = (said[:ohms] - said[:leads]).clamp(0.0..)
        known = said[:watts].positive? ? (said[:volts]**2) / said[:watts].to_f : Float::INFINITY
        rest = ohms < known ? 1 / ((1 / ohms.clamp(0.01..)) - (1 / known)) : Float::INFINITY
        trip_words(ohms: rest.infinite? ? nil : rest.round(2), **said.slice(:volts, :amps, :gauge))
      end

      GROUND =
        "Line touches ground. No reset: take the neutral and the ground apart at the next box, and read each side by " \
          "itself. Every fixture and device comes off before copper is blamed."
      private_constant :GROUND

      # @param ohms [Float, nil] less the leads and what is known to be connected; nil for nothing more
      # @param gauge [String, nil] nil where it is not known
      # @return [String]
      def trip_words(ohms:, volts:, amps:, gauge:)
        return "What is connected accounts for it. No short: clamp the circuit and add up the watts." if ohms.nil?

        drawn = Sums::Wire.amperes(volts, ohms)
        sum = "#{volts.round} V ÷ #{ohms} Ω = #{drawn&.round || "any number of"} A on #{amps} A"
        return "#{sum}. It holds. Unplug nothing for this; look at what else comes on." if drawn && drawn <= amps

        if drawn && !Sums::Wire.trips_at_once?(volts, ohms, amps)
          return "#{sum}. It trips after a while: too much is on, or a heater. Unplug the largest, and read again."
        end

        feet = gauge ? " At most #{Sums::Wire.feet(gauge, ohms).round} ft of #{Sums::Breaker.worded(gauge)} off." : ""
        "#{sum}: no appliance draws that. No reset.#{feet} Open the box halfway there, part it, and read each side."
      end

      def refuse(field) = raise(InvalidInput.new("#{field.label} cannot be that.", pointer: "/given/#{field.name}"))

      def sum_box_fill(said)
        volume = (Trade::StandardBox.named(said[:box])&.volume_in3 || said[:volume]) + said[:ring]
        fill = fill(said)
        verdict = fill.fits?(volume) ? "The box has it." : "The box is too small."
        "#{fill.working} of #{volume.round(2)} in³. #{verdict} 314.16."
      end

      # A device over 2 in wide counts for two gangs.
      def fill(said)
        conductors = Hash.new(0)
        conductors[said[:gauge]] += said[:conductors].to_i
        conductors[said[:other_gauge]] += said[:others].to_i unless said[:other_gauge] == NONE
        largest = conductors.select { |_, count| count.positive? }.keys.min_by(&:to_i) || said[:gauge]
        Sums::BoxFill.new(
          conductors:,
          yokes: {
            largest => said[:devices].to_i + said[:wide].to_i
          },
          grounds: said[:grounds].to_i,
          clamps: said[:clamps] == "yes"
        )
      end

      def sum_drop(said)
        lost = Sums::Wire.drop(said[:gauge], said[:feet], said[:amperes])
        ohms = (Trade::CableType.ohms_per_foot(said[:gauge], loaded: true) * 1000).round(2)
        working = "2 × #{said[:feet]} ft × #{ohms} Ω per 1,000 ft × #{said[:amperes]} A = #{lost} V"
        return "#{working}." unless said[:volts].positive?

        "#{working}, #{(lost * 100 / said[:volts]).round(1)} % of #{said[:volts]} V. Warm copper, chapter 9, table 8."
      end

      def sum_distance(said)
        ohms = (Trade::CableType.ohms_per_foot(said[:gauge]) * 1000).round(3)
        feet = Sums::Wire.feet(said[:gauge], said[:ohms])
        "#{said[:ohms]} Ω ÷ (2 × #{ohms} Ω per 1,000 ft) = #{feet} ft to where the two conductors meet. " \
          "Copper at 20 °C."
      end

      def sum_amperes(said)
        return "Zero ohms is a dead short: the run limits the amperes." if said[:ohms].zero?

        amperes = Sums::Wire.amperes(said[:volts], said[:ohms])
        working = "#{said[:volts]} V ÷ #{said[:ohms]} Ω = #{amperes} A"
        if Sums::Wire.dead_short?(said[:ohms])
          return "#{working}. A dead short, limited by the run: no appliance draws that."
        end

        once = Sums::Wire.trips_at_once?(said[:volts], said[:ohms], said[:amps])
        "#{working}: #{once ? "a breaker of #{said[:amps]} A trips at once" : "a load, as far as ohms tell"}."
      end

      def sum_overload(said)
        return "Enter the volts." unless said[:volts].positive?

        amperes = (said[:watts] / said[:volts].to_f).round(1)
        working = "#{said[:watts]} W ÷ #{said[:volts]} V = #{amperes} A"
        return "#{working}: within #{said[:amps]} A." if amperes <= said[:amps]

        most = (said[:amps] * said[:volts]).round
        "#{working}: too much for #{said[:amps]} A. Move #{(said[:watts] - most).round} W to another circuit."
      end

      def sum_dimmer(said)
        fins = Sums::DimmerLoad.fins_off(said[:gangs].to_i, said[:at].to_i)
        "#{Sums::DimmerLoad.allowed(said[:watts], fins)} W with #{fins} side fins off. The maker's table rules."
      end

      def sum_cable(said) = "#{Sums::Wire.needed(said[:feet])} ft with free ends in both boxes and slack."

      def sum_plate(said)
        if Sums::Reach.near?(said[:up], said[:across])
          return(
            "Within #{Sums::Reach::UP} ft up or #{Sums::Reach::ACROSS} ft across: insulating plate and screws, or " \
              "ground-fault protection ahead with an insulating plate. 404.9(B)."
          )
        end

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
        size = Sums::Breaker.worded(said[:gauge])
        laid = Sums::Breaker::LAID[said[:gauge]]
        if laid
          return(
            "#{size} carries about #{laid.first} A in an insulated wall and #{laid.last} A on a surface. " \
              "IEC 60364-5-52."
          )
        end

        most = Sums::Breaker.most(said[:gauge], aluminum: said[:metal] == "aluminum")
        return "#{size} #{said[:metal]} is no branch circuit wire." unless most
        return "Thick enough: #{size} #{said[:metal]} takes up to #{most} A. 240.4(D)." if said[:amps] <= most

        "Too thin: #{size} #{said[:metal]} goes with #{most} A at most. 240.4(D)."
      end
    end
  end
end

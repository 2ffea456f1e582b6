# frozen_string_literal: true

module Dielectra
  module Practice
    # What an apprentice can practice on, from easy to hard, and what each teaches
    Level =
      Struct.new(:number, :name, :teaches, :families, :troubles, :maker) do
        # @param number [Integer]
        # @raise [InvalidInput]
        def self.at(number) =
          Level::ALL.find { |one| one.number == number } ||
            raise(InvalidInput.new("there is no level #{number}.", pointer: "/level"))

        # @param seed [Integer]
        # @return [Scenario, Case] the same house for the same seed
        def scenario(seed)
          random = Random.new((seed * 10) + number)
          return maker.call(families.sample(random:), troubles.sample(random:), random) if maker

          Scenario.new(random, family: families.sample(random:), trouble: troubles.sample(random:))
        end

        def to_h = { "number" => number, "name" => name, "teaches" => teaches }
      end

    Level::ALL = [
      Level.new(
        1,
        "One switch, one light",
        "Off, proved dead, and only then hands. Line, load and neutral told apart.",
        %i[one],
        %i[joint_open contact_stuck_open contact_stuck_closed lamp_burnt apart_one]
      ),
      Level.new(
        2,
        "Two switches, one light",
        "Four positions before any box is opened. Which screw is the common, and which two are the travelers.",
        %i[two],
        %i[exchanged joint_open contact_stuck_open wrong_device apart_one]
      ),
      Level.new(
        3,
        "Three and four switches",
        "A four-way between two three-ways. Which box to open first.",
        %i[three four],
        %i[exchanged joint_open contact_stuck_open wrong_device]
      ),
      Level.new(
        4,
        "Conduit, cloth and open wires",
        "Colors that say nothing. Conductors paired by the meter.",
        %i[conduit cloth knob_and_tube],
        %i[exchanged joint_open contact_stuck_open apart_one]
      ),
      Level.new(
        5,
        "A second circuit, and old schemes",
        "A box that stays live with its breaker off. A neutral that goes through the switches.",
        %i[second_circuit old_scheme neutral_switched],
        %i[exchanged joint_open contact_stuck_open]
      ),
      Level.new(
        6,
        "It comes and goes",
        "Toggles wiggled with the light on. Nothing is called fixed before every position was seen.",
        %i[one two],
        %i[contact_intermittent joint_intermittent]
      ),
      Level.new(
        7,
        "Receptacles, fans, two lights, 230 V",
        "A load is not always a lamp. What is common to two of them.",
        %i[receptacle fan loads metric],
        %i[exchanged joint_open contact_stuck_open]
      ),
      Level.new(
        8,
        "Marks that lie, and breakers found tripped",
        "A screw's color is a habit. A breaker is turned on once, after a reading.",
        %i[one two three],
        %i[marks_wrong found_tripped wrong_device contact_stuck_closed]
      ),
      Level.new(
        9,
        "Several switches in one box",
        "Which switch works which light. Two circuits in one box, and two neutrals that must not meet.",
        %w[two_singles three_singles pair_and_single fan_and_light two_feeds half_and_light outlet_beside],
        %w[loads_exchanged load_on_neighbor line_left_out joint_open stuck_open taken_apart conductors_exchanged],
        ->(family, fault, random) { Gang.new(family, fault, random).to_case }
      ),
      Level.new(
        10,
        "A breaker that trips",
        "Read before you reset. One thing taken off or unplugged for each try.",
        TripHouse::FAMILIES,
        %i[fixture switch run],
        ->(_, twist, random) { TripHouse.new(random, twist).to_case }
      ),
      Level.new(
        11,
        "A label that is wrong",
        "Watch the load while its breaker goes off. What the panel says is only a label.",
        %i[second_circuit],
        %i[exchanged joint_open contact_stuck_open],
        ->(family, trouble, random) { WrongLabel.new(Scenario.new(random, family:, trouble:)).to_case }
      )
    ].freeze

    # A finished job of one's own
    Level::OWN =
      Level.new(0, "A job of your own", "What you found then, found again with nobody to tell you.", [], []).freeze
  end
end

# frozen_string_literal: true

module Dielectra
  module Presentation
    # Labels of learned values on screen and in the terminal
    module LearnedWords
      WORDS = {
        "causes" => {
          "exchanged" => "conductors exchanged",
          "apart" => "wires let loose",
          "wrong_device" => "wrong kind of switch",
          "capped" => "a conductor capped that is needed",
          "tab" => "a tab broken off, or left in",
          "joined" => "conductors joined that do not belong together",
          "contact_stuck_open" => "a contact that no longer closes",
          "contact_stuck_closed" => "a contact that no longer opens",
          "contact_resistive" => "a burnt contact",
          "contact_leaking" => "a contact that leaks",
          "contact_intermittent" => "a contact that comes and goes",
          "marks_wrong" => "a device marked wrong",
          "short" => "a short in a run",
          "leak" => "a leaking run",
          "load_shorted" => "a short in a fixture",
          "plug_shorted" => "a short in an appliance",
          "device_shorted" => "a short in a device",
          "overload" => "too much load",
          "breaker_weak" => "a weak breaker",
          "joint_intermittent" => "a joint that comes and goes",
          "joint_open" => "an open joint",
          "conductor_open" => "an open conductor",
          "lamp_burnt" => "a burnt-out lamp",
          "no_supply" => "no supply",
          "breaker_off" => "a breaker that was off",
          "nothing" => "nothing wrong"
        },
        "colors" => {
          "neutral_on_white" => "the neutral is white",
          "neutral_on_white_among_travelers" => "the neutral is white in a cable of travelers",
          "line_on_black" => "the line is black",
          "load_on_black" => "the load is black",
          "loop_line_on_white" => "the white takes the line down a switch loop",
          "floor" => "any other color"
        },
        "labels" => {
          "wrong" => "the label names the wrong breaker"
        },
        "layouts" => {
          "0" => "nothing goes on from a box",
          "1" => "one cable goes on from a box",
          "2" => "two or more cables go on from a box",
          "neutral_switched" => "the switches are in the neutral",
          "both_on_travelers" => "line and neutral on the travelers"
        }
      }.freeze

      # @param row [Learning::Experience::Row]
      # @return [String]
      def self.of(row) =
        row.group == "minutes" ? Evidence::Costs::NAMES.fetch(row.name) : WORDS[row.group].fetch(row.name)
    end
  end
end

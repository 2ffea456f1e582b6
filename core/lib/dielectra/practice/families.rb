# frozen_string_literal: true

module Dielectra
  module Practice
    # Families of generated houses: switches, loads, wiring and scheme of each; whether another circuit passes through,
    # what is switched, whether runs meet in an unknown junction, whether a run of three is two cables side by side
    module Families
      Family = Struct.new(:switches, :lights, :wiring, :scheme, :second, :load, :junction, :parallel)
      ALL = {
        one: Family.new(1, 1, "nm", :present),
        two: Family.new(2, 1, "nm", :present),
        three: Family.new(3, 1, "nm", :present),
        four: Family.new(4, 1, "nm", :present),
        conduit: Family.new(nil, 1, "emt", :present),
        cloth: Family.new(nil, 1, "cloth", :present),
        knob_and_tube: Family.new(nil, 1, "knob_and_tube", :present),
        second_circuit: Family.new(nil, 1, "nm", :present, true),
        old_scheme: Family.new(2, 1, "nm", :both_on_travelers),
        neutral_switched: Family.new(nil, 1, "nm", :neutral_switched),
        loads: Family.new(nil, 2, "nm", :present),
        receptacle: Family.new(nil, 1, "nm", :present, false, "receptacle"),
        fan: Family.new(nil, 1, "nm", :present, false, "fan_light"),
        metric: Family.new(nil, 1, "metric", :present),
        junction: Family.new(nil, 1, "nm", :present, false, nil, true),
        parallel: Family.new(2, 1, "nm", :present, false, nil, false, true)
      }.freeze
    end
  end
end

# frozen_string_literal: true

RSpec.describe Dielectra::Diagnosis::Prediction do
  let(:session) { opened("boathouse", "slip_door", "boathouse") }
  let(:as_found) { Dielectra::Evidence::Arrangement.as_found }
  let(:prediction) { session.belief.prediction }
  let(:hypotheses) { session.belief.hypotheses.select { |item| feed_first?(item) } }
  let(:whole) { hypotheses.find { |item| item.deviations.empty? } }
  let(:burnt) { hypotheses.find { |item| item.fault(:lamp_burnt) } }
  let(:loose) { hypotheses.find { |item| item.fault(:joint_open)&.points == ["slip_door/1.black"] } }

  def feed_first?(hypothesis) = hypothesis.skeleton.runs.find(&:feed?).ends.include?("boathouse/1")

  it "lights the lamp with the switch up, unless it is burnt or something is loose" do
    lights = [whole, burnt, loose].map { |item| prediction.light(item, as_found, {"S1" => true}) }
    expect(lights).to eq(%i[on off off])
    expect(prediction.light(whole, as_found, {"S1" => false})).to eq(:off)
  end

  # Two points, the toggle, and what beeps.
  [
    ["S1.terminal_1", "S1.terminal_2", true, true], ["S1.terminal_1", "S1.terminal_2", false, false],
    ["slip_door/1.white", "boathouse/1.black", true, true], ["slip_door/1.black", "boathouse/1.white", true, :perhaps],
    ["boathouse/1.white", "boathouse/1.bare", true, true], ["slip_door/1.white", "slip_door/1.bare", false, false]
  ].each do |one, other, up, beeps|
    it "knows whether #{one} beeps to #{other} with the switch #{up ? "up" : "down"}" do
      expect(prediction.beeps(whole, as_found, {"S1" => up}, one, other)).to eq(beeps)
    end
  end

  it "does not beep across a joint that makes no contact" do
    expect(prediction.beeps(loose, as_found, {"S1" => true}, "slip_door/1.black", "S1.terminal_2")).to be(false)
    remade = as_found.with_joints("slip_door", from: whole.joints("slip_door", as_found), to: [["S1.terminal_1", "slip_door/1.white"]])
    mended = remade.with_joints("slip_door", from: [["S1.terminal_1", "slip_door/1.white"]], to: whole.joints("slip_door", as_found))
    expect(prediction.beeps(loose, mended, {"S1" => true}, "slip_door/1.black", "S1.terminal_2")).to be(true)
  end

  it "knows what stands at line, at neutral, and through the lamp" do
    at = ->(item, point, up) { prediction.potential(item, as_found, {"S1" => up}, point) }
    expect([at[whole, "slip_door/1.white", false], at[whole, "boathouse/1.white", false]]).to eq(%i[line neutral])
    expect([at[whole, "slip_door/1.black", false], at[burnt, "slip_door/1.black", false]]).to eq(%i[neutral floating])
    expect(prediction.volts(whole, as_found, {"S1" => false}, "S1.terminal_1", "S1.terminal_2")).to eq(:full)
  end

  it "lets a floating conductor show a ghost on a voltmeter, and hardly on a low impedance" do
    seen = ->(what) { Dielectra::Diagnosis::Observation.new(what:, at: %w[slip_door/1.black boathouse/1.white], reading: 30.0, arrangement: as_found, toggles: Dielectra::Diagnosis::Toggles.new([{"S1" => false}], nil)) }
    expect(prediction.likelihood(burnt, seen[:voltage])).to be > 0.2
    expect(prediction.likelihood(burnt, seen[:low_z])).to be < 0.05
  end

  it "learns from one reading through the lamp whether the lamp beeps, and is not told twice" do
    seen = Dielectra::Diagnosis::Observation.new(what: :continuity, at: %w[L1.hot L1.neutral], reading: "silent", arrangement: as_found,
                                                 toggles: Dielectra::Diagnosis::Toggles.new([{"S1" => false}], nil))
    first = prediction.likelihood(whole, seen)
    whole.beeping = prediction.beeping(whole, seen, prediction.likelihood(whole, seen))
    expect([first, prediction.likelihood(whole, seen)]).to match([be_within(0.01).of(0.5), a_value > 0.97])
  end

  it "agrees with the solved network on every made-up house, for the hypothesis that is the truth" do
    3.times do |seed|
      scenario = Dielectra::Practice::Scenario.new(Random.new(seed + 40), trouble: :exchanged)
      house = Dielectra::Practice::House.new(scenario.circuit)
      session = play(house, scenario.job)
      best = session.belief.hypotheses.first
      Dielectra::Physics::Survey.combinations(house.circuit).each do |positions|
        light = session.belief.prediction.light(best, session.situation.arrangement, positions.transform_values { |at| Dielectra::Trade::Position.raised?(at) })
        expect(light.to_s).to eq(Dielectra::Physics::Network.new(house.circuit, positions.merge("B1" => "on")).loads["L1"])
      end
    end
  end
end

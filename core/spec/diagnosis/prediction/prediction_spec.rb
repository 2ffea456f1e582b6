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
    lights = [whole, burnt, loose].map { |item| prediction.light(item, as_found, { "S1" => true }) }
    expect(lights).to eq(%i[on off off])
    expect(prediction.light(whole, as_found, { "S1" => false })).to eq(:off)
  end

  def bit(up) = session.belief.world.bit({ "S1" => up })

  # Whether a tester beeps: true, false, or :perhaps where a load lies between.
  def beeps(hypothesis, one, other, up, arrangement = as_found)
    path = prediction.path(hypothesis, session.belief.world.same(arrangement), one, other)
    return true if path.sure.anybits?(bit(up))

    path.loads.any? { |_, mask| mask.anybits?(bit(up)) } && :perhaps
  end

  # Toggles whose one switch is known to throw as its table says.
  def marked(up) = session.belief.world.toggles_of({ "S1" => up }, { "S1" => nil })

  def seen(what, at, reading)
    Dielectra::Diagnosis::Observation.new(
      what:,
      at:,
      reading:,
      arrangement: session.belief.world.same(as_found),
      toggles: marked(false),
      along: [],
      moved: [],
      stirred: [],
      supply: 120,
      number: 1
    )
  end

  # Two points, the toggle, and what beeps.
  [
    ["S1.terminal_1", "S1.terminal_2", true, true],
    ["S1.terminal_1", "S1.terminal_2", false, false],
    ["slip_door/1.white", "boathouse/1.black", true, true],
    ["slip_door/1.black", "boathouse/1.white", true, :perhaps],
    ["boathouse/1.white", "boathouse/1.bare", true, true]
  ].each do |one, other, up, heard|
    it "knows whether #{one} beeps to #{other} with the switch #{up ? "up" : "down"}" do
      expect(beeps(whole, one, other, up)).to eq(heard)
    end
  end

  it "does not beep across a joint that makes no contact" do
    expect(beeps(loose, "slip_door/1.black", "S1.terminal_2", true)).to be(false)
    remade =
      as_found.with_joints(
        "slip_door",
        from: whole.joints("slip_door", as_found),
        to: [%w[S1.terminal_1 slip_door/1.white]]
      )
    repaired =
      remade.with_joints(
        "slip_door",
        from: [%w[S1.terminal_1 slip_door/1.white]],
        to: whole.joints("slip_door", as_found)
      )
    expect(beeps(loose, "slip_door/1.black", "S1.terminal_2", true, repaired)).to be(true)
  end

  it "knows what stands at line, at neutral, and through the lamp" do
    at = ->(item, point, up) { prediction.potential(item, session.belief.world.same(as_found), { "S1" => up }, point) }
    expect([at[whole, "slip_door/1.white", false], at[whole, "boathouse/1.white", false]]).to eq(%i[line neutral])
    expect([at[whole, "slip_door/1.black", false], at[burnt, "slip_door/1.black", false]]).to eq(%i[neutral floating])
    expect(prediction.full(whole, session.belief.world.same(as_found), "S1.terminal_1", "S1.terminal_2")).to eq(
      bit(false)
    )
  end

  it "lets a floating conductor show a ghost on a voltmeter, and hardly on a low impedance" do
    expect(prediction.likelihood(burnt, seen(:voltage, %w[slip_door/1.black boathouse/1.white], 30.0))).to be > 0.2
    expect(prediction.likelihood(burnt, seen(:low_z, %w[slip_door/1.black boathouse/1.white], 30.0))).to be < 0.05
  end

  it "learns from one reading through the lamp whether the lamp beeps, and is not told twice" do
    silent = seen(:continuity, %w[L1.hot L1.neutral], "silent")
    first = prediction.likelihood(whole, silent)
    whole.beeping = prediction.beeping(whole, silent, first)
    expect([first, prediction.likelihood(whole, silent)]).to match([be_within(0.1).of(0.5), a_value > 0.9])
  end

  it "tells in ohms copper from a load, and both from nothing" do
    told = { 0.3 => [], 20.0 => [], nil => [] }
    told.each_key do |ohms|
      told[ohms] = [
        %w[S1.terminal_1 slip_door/1.white],
        %w[L1.hot L1.neutral],
        %w[S1.terminal_1 S1.terminal_2]
      ].map { |pair| prediction.likelihood(whole, seen(:resistance, pair, ohms)) }
    end
    expect(told.transform_values { |chances| chances.index(chances.max) }).to eq(0.3 => 0, 20.0 => 1, nil => 2)
  end

  it "agrees with the solved network on every made-up house, for the hypothesis that is the truth" do
    3.times do |seed|
      scenario = Dielectra::Practice::Scenario.new(Random.new(seed + 40), trouble: :exchanged)
      house = Dielectra::Practice::House.new(scenario.circuit)
      session = play(house, scenario.job)
      best = session.belief.hypotheses.first
      Dielectra::Physics::Survey
        .combinations(house.circuit)
        .each do |positions|
          raised = positions.transform_values { |at| Dielectra::Trade::Position.raised?(at) }
          stood =
            Dielectra::Diagnosis::Toggles.now(session.belief.world, session.situation, raised).likeliest(best.odds)
          light = session.belief.prediction.light(best, session.situation.arrangement, stood)
          expect(light.to_s).to eq(
            Dielectra::Physics::Network.new(house.circuit, positions.merge("B1" => "on")).loads["L1"]
          )
        end
    end
  end
end

# frozen_string_literal: true

RSpec.describe Dielectra::Steps do
  it "knows a kind for every file of its folder, by the name in the protocol" do
    expect(described_class.kinds.keys).to match_array(
      %w[
        arrange
        bench
        box
        breaker
        cable
        find_breaker
        fit
        mark
        open
        probe
        prove_dead
        replace
        report
        retire
        set
        tab
        unplug
        wait
        watch
        wiggle
      ]
    )
  end

  it "has words for every kind, and minutes for every kind that takes any" do
    words =
      described_class.kinds.each_value.map { |kind| Dielectra::Presentation::Telling.const_get(kind.name[/\w+\z/]) }
    expect(words).to all(be <= Dielectra::Presentation::Telling::Words)
    priced = Dielectra::Trade.costs.keys.join(" ")
    expect(described_class.kinds.keys - %w[report wait]).to all(satisfy { |label| priced.include?(label) })
  end

  it "refuses what is no step, and says what it was given" do
    expect { described_class.of({ "do" => "dance" }) }.to raise_error(Dielectra::InvalidInput, /dance is not a step/)
    expect { described_class.of({}) }.to raise_error(Dielectra::InvalidInput, /nothing is not a step/)
  end

  # A step with an answer that cannot have come from it, and where the trouble is.
  {
    { "do" => "watch" } => "/answer",
    { "do" => "watch", "answer" => {} } => "/answer",
    { "do" => "watch", "answer" => { "loads" => { "L1" => "purple" } } } => "/answer/loads/L1",
    { "do" => "set", "device" => "S9", "to" => "up", "answer" => { "ok" => true } } => "/device",
    { "do" => "open", "place" => "attic", "answer" => { "ok" => true } } => "/answer",
    {
      "do" => "open",
      "place" => "attic",
      "answer" => {
        "found" => {
          "cable_ends" => [],
          "devices" => [],
          "joints" => []
        }
      }
    } =>
      "/place",
    { "do" => "arrange", "place" => "lamp_room", "joints" => [], "answer" => { "ok" => true } } => "/place",
    {
      "do" => "arrange",
      "place" => "tower_door",
      "joints" => [["S9.common"]],
      "answer" => {
        "ok" => true
      }
    } =>
      "/joints/0",
    {
      "do" => "probe",
      "tool" => "ncv",
      "at" => %w[tower_door/1.black],
      "answer" => {
        "reads" => "beep"
      }
    } =>
      "/answer/reads",
    {
      "do" => "probe",
      "tool" => "continuity",
      "at" => %w[tower_door/1.black],
      "answer" => {
        "reads" => "beep"
      }
    } =>
      "/at",
    {
      "do" => "report",
      "positions" => {
        "S9" => "up"
      },
      "answer" => {
        "loads" => {
          "L1" => "on"
        }
      }
    } =>
      "/positions/S9"
  }.each do |step, pointer|
    it "refuses #{step.except("answer").values.join(" ")} with #{step["answer"] || "no answer"}" do
      situation = opened("tower_stair", "tower_door").situation
      expect { described_class.check!(step, situation) }.to raise_error(Dielectra::InvalidInput) { |error|
        expect(error.pointer.to_s).to eq(pointer)
      }
    end
  end

  it "takes a refusal or a doubt as the answer of any kind" do
    situation = opened("tower_stair", "tower_door").situation
    [{ "cannot" => "painted over" }, { "unsure" => true }].each do |answer|
      step = { "do" => "watch", "answer" => answer }
      expect { described_class.check!(step, situation) }.not_to raise_error
    end
  end
end

RSpec.describe Dielectra::Steps, "traits" do
  def with(trait) = described_class.kinds.select { |_, kind| kind.new({}).public_send(trait) }.keys

  it "knows what leads into a box or to the power" do
    expect(with(:entry?)).to contain_exactly("open", "prove_dead", "breaker", "find_breaker")
  end

  it "knows what builds, and what repairs" do
    expect(with(:builds?)).to contain_exactly("box", "cable", "fit", "retire", "tab", "replace")
    expect(with(:repairs?)).to contain_exactly("arrange", "replace", "tab")
  end

  it "takes whatever builds for something that disturbs what a load showed" do
    expect(with(:disturbs?)).to match_array(with(:builds?) + %w[arrange open set])
  end
end

# frozen_string_literal: true

# A receptacle of which one half is to be switched, and the tab between its hot screws.
RSpec.describe "The tab of a half switched receptacle" do
  def wires(*colors) = (colors + ["bare"]).map { |color| { "id" => color, "color" => color } }

  def cables
    [
      { "ends" => %w[panel/1 net_loft/1], "type" => "14/2", "method" => "nm", "conductors" => wires("black", "white") },
      {
        "ends" => %w[net_loft/2 bench_wall/1],
        "type" => "14/3",
        "method" => "nm",
        "conductors" => wires("black", "red", "white")
      }
    ]
  end

  def devices(tab)
    [
      { "id" => "B1", "kind" => "breaker", "place" => "panel", "amps" => 15, "position" => "on" },
      { "id" => "S1", "kind" => "single_pole", "place" => "net_loft", "position" => "off" },
      {
        "id" => "R1",
        "kind" => "receptacle",
        "place" => "bench_wall",
        "hot_tab" => tab,
        "neutral_tab" => "intact",
        "plugged" => {
          "1" => {
            "watts" => 60
          },
          "2" => {
            "watts" => 40
          }
        }
      }
    ]
  end

  def joints(switched, steady)
    all = [
      %w[B1.load panel/1.black],
      %w[panel.neutral panel.ground panel/1.white panel/1.bare],
      ["net_loft/1.black", "S1.terminal_1", "net_loft/2.#{steady}"],
      ["net_loft/2.#{switched}", "S1.terminal_2"],
      %w[net_loft/1.white net_loft/2.white],
      %w[net_loft/1.bare net_loft/2.bare S1.ground],
      %w[bench_wall/1.red R1.hot_1],
      %w[bench_wall/1.black R1.hot_2],
      %w[bench_wall/1.white R1.neutral_1],
      %w[bench_wall/1.bare R1.ground]
    ]
    all.map { |points| { "points" => points } }
  end

  # A switch and a receptacle beyond it, one half on the switch and the other always live.
  def document(tab:, swapped: false)
    places = [
      { "id" => "panel", "kind" => "panel" },
      { "id" => "net_loft", "kind" => "switch_box", "enclosure" => "plastic" },
      { "id" => "bench_wall", "kind" => "receptacle_box", "enclosure" => "plastic" }
    ]
    {
      "format" => "dielectra/circuit",
      "version" => 1,
      "supply" => {
        "volts" => 120,
        "hertz" => 60
      },
      "places" => places,
      "cables" => cables,
      "devices" => devices(tab),
      "joints" => joints(*(swapped ? %w[black red] : %w[red black])),
      "faults" => []
    }
  end

  let(:job) do
    Dielectra::Evidence::Job.read(
      "format" => "dielectra/job",
      "version" => 1,
      "supply" => {
        "volts" => 120,
        "hertz" => 60
      },
      "places" => [
        { "id" => "panel", "kind" => "panel" },
        { "id" => "net_loft", "kind" => "switch_box" },
        { "id" => "bench_wall", "kind" => "receptacle_box" }
      ],
      "breakers" => [{ "id" => "B1" }],
      "controls" => [{ "id" => "S1", "place" => "net_loft" }],
      "loads" => [{ "id" => "R1", "place" => "bench_wall", "kind" => "receptacle" }],
      "wanted" => {
        "kind" => "restore",
        "control" => {
          "R1.1" => ["S1"]
        },
        "always" => ["R1.2"]
      },
      "method" => "nm",
      "steps" => []
    )
  end

  def played(**how)
    house = Dielectra::Practice::House.new(Dielectra::Circuit.read(document(**how)))
    [play(house, job), house]
  end

  it "is broken off where it was left whole, and nothing else is changed" do
    session, house = played(tab: "intact")
    expect([session.next.status, session.next.causes]).to eq(
      ["solved", [{ "kind" => "tab", "place" => "bench_wall", "device" => "R1" }]]
    )
    expect(
      [
        house.circuit.device("R1").settings["hot_tab"],
        session.steps.count { |step| %w[arrange replace].include?(step["do"]) }
      ]
    ).to eq(["removed", 0])
  end

  it "is left alone where it is off already, and the wires are put right" do
    session, house = played(tab: "removed", swapped: true)
    inspection = Dielectra::Practice::Inspection.new(house.circuit, job)
    expect([session.next.status, session.next.causes.map { |cause| cause["kind"] }, inspection.hazards]).to eq(
      ["solved", ["miswired"], []]
    )
    expect(session.steps.map { |step| step["do"] }).not_to include("tab")
  end

  it "is never asked for before the box is open and proved dead" do
    session, = played(tab: "intact")
    at = session.steps.index { |step| step["do"] == "tab" }
    expect(session.steps.first(at).map { |step| step.values_at("do", "place") }).to include(
      %w[open bench_wall],
      %w[prove_dead bench_wall]
    )
  end
end

# frozen_string_literal: true

# Two switches side by side, each on a breaker of its own.
RSpec.describe "Two circuits in one box" do
  def device(id, kind, place, **more) = { "id" => id, "kind" => kind, "place" => place, **more.transform_keys(&:to_s) }

  def run(from, to)
    colors = %w[black white bare].map { |color| { "id" => color, "color" => color } }
    { "ends" => [from, to], "type" => "14/2", "method" => "nm", "length_ft" => 30, "conductors" => colors }
  end

  let(:places) do
    [%w[panel panel], %w[gate switch_box], %w[path luminaire_box], %w[yard luminaire_box]].map do |id, kind|
      { "id" => id, "kind" => kind }
    end
  end

  let(:switches) do
    [1, 2].map { |number| device("S#{number}", "single_pole", "gate", position: "off", on_off_marked: true) }
  end

  let(:joints) do
    [
      %w[B1.load panel/1.black],
      %w[B2.load panel/2.black],
      %w[panel.neutral panel.ground panel/1.white panel/2.white panel/1.bare panel/2.bare],
      %w[gate/1.black S1.terminal_1],
      %w[gate/3.black S1.terminal_2],
      %w[gate/1.white gate/3.white],
      %w[gate/2.black S2.terminal_1],
      %w[gate/4.black S2.terminal_2],
      %w[gate/2.white gate/4.white],
      %w[gate/1.bare gate/2.bare gate/3.bare gate/4.bare S1.ground S2.ground],
      *[%w[path L1], %w[yard L2]].flat_map do |place, lamp|
        %w[black.hot white.neutral bare.ground].map do |pair|
          color, terminal = pair.split(".")
          ["#{place}/1.#{color}", "#{lamp}.#{terminal}"]
        end
      end
    ]
  end

  def circuit(joints:, devices: switches, breakers: %w[on on])
    lamp = { "kind" => "led", "watts" => 9, "good" => true }
    loads = [%w[L1 path], %w[L2 yard]].map { |id, place| device(id, "luminaire", place, lamp:) }
    breakers =
      breakers.each_with_index.map { |at, index| device("B#{index + 1}", "breaker", "panel", amps: 15, position: at) }
    Dielectra::Circuit.read(
      "format" => "dielectra/circuit",
      "version" => 1,
      "supply" => {
        "volts" => 120,
        "hertz" => 60
      },
      "places" => places,
      "cables" => [
        run("panel/1", "gate/1"),
        run("panel/2", "gate/2"),
        run("gate/3", "path/1"),
        run("gate/4", "yard/1")
      ],
      "devices" => breakers + devices + loads,
      "joints" => joints.map { |points| { "points" => points } },
      "faults" => []
    )
  end

  def job(controls = %w[S1 S2])
    Dielectra::Evidence::Job.read(
      "format" => "dielectra/job",
      "version" => 1,
      "supply" => {
        "volts" => 120,
        "hertz" => 60
      },
      "places" => places,
      "breakers" => [{ "id" => "B1", "amps" => 15 }, { "id" => "B2", "amps" => 15 }],
      "controls" => controls.map { |id| { "id" => id, "place" => "gate", "on_off_marked" => true } },
      "loads" => [%w[L1 path], %w[L2 yard]].map { |id, place| { "id" => id, "place" => place, "kind" => "luminaire" } },
      "wanted" => {
        "kind" => "restore",
        "control" => {
          "L1" => controls.first(1),
          "L2" => controls.last(1)
        }
      },
      "steps" => []
    )
  end

  # @return [Array] causes of what was played, after safety and handover were looked at
  def causes(circuit, job)
    house = Dielectra::Practice::House.new(circuit)
    watch = Dielectra::Practice::SafetyObserver.new(house, job)
    session = play(house, job) { |step| watch.check!(step) }
    left = Dielectra::Practice::Handover.new(circuit, house.circuit, job, opened: session.situation.opened.keys)
    obeys = Dielectra::Practice::Inspection.new(house.circuit, job).obeys?
    expect([session.next.status, watch.unsafe, obeys, left.shortcomings]).to eq(["solved", [], true, []])
    session.next.causes.map { |row| row.values_at("kind", "place", "device").compact }
  end

  def joined(one, other)
    both, others = joints.partition { |points| points.include?(one) || points.include?(other) }
    others + [both.flatten]
  end

  it "names the breaker that was off" do
    expect(causes(circuit(joints:, breakers: %w[on off]), job)).to eq([%w[no_supply panel B2]])
  end

  it "exchanges two loads back, and joins no circuit to the other" do
    swap = { "gate/3.black" => "gate/4.black", "gate/4.black" => "gate/3.black" }
    exchanged = joints.map { |points| points.map { |point| swap.fetch(point, point) } }
    expect(causes(circuit(joints: exchanged), job)).to eq([%w[miswired gate]])
  end

  it "takes two neutrals apart that touch, although everything works" do
    expect(causes(circuit(joints: joined("gate/1.white", "gate/2.white")), job)).to eq([%w[miswired gate]])
  end

  it "breaks off the tab between two toggles on two circuits" do
    screws = {
      "S1.terminal_1" => "S1.common_1",
      "S1.terminal_2" => "S1.out_1",
      "S2.terminal_1" => "S1.common_2",
      "S2.terminal_2" => "S1.out_2"
    }
    yoked = joints.map { |points| points.map { |point| screws.fetch(point, point) } - ["S2.ground"] }
    yoke = device("S1", "combination", "gate", positions: %w[off off], common_tab: "intact")
    expect(causes(circuit(joints: yoked, devices: [yoke]), job(%w[S1.1 S1.2]))).to eq([%w[tab gate S1]])
  end
end

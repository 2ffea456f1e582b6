# frozen_string_literal: true

# What is switched may be a receptacle, wholly or with one half.
RSpec.describe "A switched receptacle" do
  # A made-up house of that kind whose receptacle is half switched or not. From some seeds on the houses are small.
  def scenario(half:, trouble:, from: 1)
    (from..)
      .lazy
      .map { |seed| Dielectra::Practice::Scenario.new(Random.new(seed), family: :receptacle, trouble:) }
      .find do |made|
        made.circuit.devices.any? { |device| device.id == "L1" && (device.settings["hot_tab"] == "removed") == half }
      end
  end

  # Ends of made-up houses, told and not told of the tab. Half live and not told is the hard one.
  [[true, false], [false, true]].each do |half, told|
    other = half ? "with its other half left on" : "as a whole"
    it "is repaired #{other}, the tab being #{told ? "told" : "left unsaid"}" do
      made = scenario(half:, trouble: :apart_all, from: half ? 5 : 11)
      house = Dielectra::Practice::House.new(made.circuit)
      silent = Object.new
      silent.define_singleton_method(:answer) do |step|
        house
          .answer(step)
          .tap do |answer|
            answer["found"] &&
              answer["found"]["devices"].each { |row| row.delete_if { |key, _| key.end_with?("_tab") && !told } }
          end
      end
      session = play(silent, made.job)
      inspection = Dielectra::Practice::Inspection.new(house.circuit, made.job)
      expect([session.next.status, inspection.obeys?, inspection.hazards]).to eq(["solved", true, []])
    end
  end

  it "is never asked to take a lamp" do
    made = scenario(half: false, trouble: :conductor_open, from: 11)
    asked = []
    play(Dielectra::Practice::House.new(made.circuit), made.job) { |step| asked << step }
    expect(asked.select { |step| step["kind"] == "lamp" }).to be_empty
  end

  it "counts wires on both screws of a side as joined where the tab is whole" do
    joints = [%w[R1.hot_1 a/1.black], %w[R1.hot_2 a/2.black], %w[a/1.white R1.neutral_1]]
    whole, broken =
      %w[receptacle receptacle-hot_tab].map { |name| Dielectra::Trade::DeviceKind[name].through("R1", joints) }
    expect([whole.map(&:sort), broken.map(&:sort)]).to eq(
      [
        [%w[R1.neutral_1 a/1.white], %w[R1.hot_1 a/1.black a/2.black]],
        [%w[R1.neutral_1 a/1.white], %w[R1.hot_1 a/1.black], %w[R1.hot_2 a/2.black]]
      ]
    )
  end
end

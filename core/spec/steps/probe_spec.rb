# frozen_string_literal: true

RSpec.describe Dielectra::Steps::Probe do
  let(:situation) { opened("tower_stair", "tower_door").situation }

  def step(tool, *points, **answer) =
    Dielectra::Steps.of({ "do" => "probe", "tool" => tool, "at" => points, "answer" => answer.transform_keys(&:to_s) })

  it "wants the power as its instrument does" do
    live = %w[voltage low_z ncv plug_in continuity resistance].select { |tool| step(tool, "tower_door/1.black").live? }
    expect(live).to eq(%w[voltage low_z ncv plug_in])
  end

  # An instrument, its answer, and the reading it comes to.
  [
    ["continuity", { reads: "beep" }, "beep"],
    ["voltage", { volts: 119.0 }, 119.0],
    ["resistance", { ohms: nil }, nil],
    ["resistance", { ohms: 0.4 }, 0.4]
  ].each do |tool, answer, reading|
    it "reads #{reading.inspect} from #{answer}" do
      seen = step(tool, "tower_door/1.black", "tower_door/1.white", **answer).sightings(situation).first
      expect([seen.what, seen.at, seen.reading]).to eq(
        [tool.to_sym, %w[tower_door/1.black tower_door/1.white], reading]
      )
    end
  end

  it "is no evidence of the wiring on metal that nothing is joined to" do
    apart =
      situation.after({ "do" => "arrange", "place" => "tower_door", "joints" => [], "answer" => { "ok" => true } }, 9)
    expect(step("continuity", "tower_door/1.black", "tower_door.box", reads: "beep").sightings(apart)).to eq([])
  end
end

# frozen_string_literal: true

RSpec.describe Dielectra::Evidence::Costs do
  let(:costs) { described_class.new }
  let(:session) { opened("tower_stair", "tower_door") }
  let(:situation) { session.situation }

  it "takes the walk along: none where one stands, half a minute to the next box, one and a half to the panel" do
    here = situation.at
    expect(
      [
        costs.walk(here, here, session.job),
        costs.walk(here, "lamp_room", session.job),
        costs.walk("panel", here, session.job)
      ]
    ).to eq([0.0, 0.5, 1.5])
  end

  it "opens a light's box more dearly than a switch's" do
    boxes = session.job.boxes.to_h { |place| [place.kind, costs.opening(place)] }
    expect(boxes).to include("switch_box" => 3, "luminaire_box" => 6)
  end

  it "prices a rewire by the points whose joint changes" do
    now = situation.joints("tower_door")
    step = ->(joints) { { "do" => "arrange", "place" => "tower_door", "joints" => joints } }
    expect([costs.of(step.call(now), situation), costs.of(step.call("as_found"), situation)]).to eq([0.0, 0.0])
    expect(costs.of(step.call([]), situation)).to be_within(1e-9).of(
      now.select { |joint| joint.size > 1 }.flatten.size * 0.4
    )
  end

  it "takes another table of minutes" do
    dear = described_class.new(Dielectra::Trade.costs.merge("probe" => 5.0))
    probe = { "do" => "probe", "tool" => "continuity", "at" => %w[tower_door/1.black tower_door/1.white] }
    expect([costs.of(probe, situation), dear.of(probe, situation)]).to eq([0.3, 5.0])
  end

  it "costs nothing to be told what the customer saw" do
    expect(costs.of({ "do" => "report", "positions" => {} }, situation)).to eq(0.0)
  end

  describe Dielectra::Evidence::Arrangement do
    let(:found) { [%w[a b c], %w[d e]] }

    it "tells the points that touch something else than before" do
      expect(
        [described_class.changed(found, found.reverse), described_class.changed(found, [%w[a b], %w[c d e]]).sort]
      ).to eq([[], %w[a b c d e]])
    end

    it "counts every point of a joint that loses or gains one, and no other" do
      expect(described_class.changed(found, [%w[a b], %w[d e]]).sort).to eq(%w[a b c])
    end

    it "brings points together along with all that touches them" do
      expect(described_class.joined(found, %w[c d]).map(&:sort)).to eq([%w[a b c d e]])
    end

    it "is the same for the same joints, in whatever order they are written" do
      one = described_class.as_found.with_joints("x", from: [], to: [%w[b a], %w[d c]])
      other = described_class.as_found.with_joints("x", from: [], to: [%w[c d], %w[a b]])
      expect([one == other, one.hash == other.hash, one == described_class.as_found]).to eq([true, true, false])
    end

    it "leaves bare what a device of another kind has no screw for" do
      changed =
        described_class.as_found.with_device(
          "S1",
          "single_pole",
          place: "x",
          from: [%w[S1.common a], %w[S1.traveler_1 b], %w[S1.ground g]]
        )
      expect([changed.joints["x"], changed.kinds]).to eq([[%w[S1.ground g]], { "S1" => "single_pole" }])
    end

    it "remembers what was made anew though it is as it was" do
      there = described_class.as_found.with_joints("x", from: found, to: [%w[d e]])
      back = there.with_joints("x", from: [%w[d e]], to: found)
      expect([back.joints["x"], back.touched]).to eq([described_class.canonical(found), %w[a b c]])
    end
  end

  describe Dielectra::Evidence::Draft do
    def draft(**said) =
      described_class.document(
        { "switches" => ["Stairs, top"], "light" => "Ceiling" }.merge(said.transform_keys(&:to_s))
      )

    it "makes ids of names as they are spoken" do
      expect(draft["places"].map { |row| row["id"] }).to eq(%w[panel stairs_top ceiling])
    end

    it "reads as a job, for each thing that may be switched, however its wires run" do
      described_class::LOADS
        .keys
        .product(described_class::METHODS, described_class::VOLTS) do |load, method, volts|
          job = Dielectra::Evidence::Job.read(draft(load:, method:, volts:))
          expect([job.loads.first.kind, job.document["method"], job.supply_volts]).to eq([load, method, volts])
          expect(Dielectra::Session::Troubleshooting.new(job).next.do).to eq("watch")
        end
    end

    { switches: %w[a b c d e], light: "7", load: "heater", method: "tape", volts: 400 }.each do |key, said|
      it "refuses #{key} of #{said}, and says where" do
        expect { draft(key => said) }.to raise_error(Dielectra::InvalidInput) { |error|
          expect(error.pointer).to eq("/draft/#{key}")
        }
      end
    end
  end
end

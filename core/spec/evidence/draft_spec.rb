# frozen_string_literal: true

RSpec.describe Dielectra::Evidence::Draft do
  def draft(**said) =
    described_class.document({ "switches" => ["Stairs, top"], "light" => "Ceiling" }.merge(said.transform_keys(&:to_s)))

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

  it "puts several switches side by side, each with what it works" do
    said =
      draft(
        switches: ["Mud room", "mudroom", "Mud room"],
        loads: [{ "place" => "ceiling", "kind" => "fan_light" }, { "place" => "porch", "kind" => "luminaire" }],
        works: [%w[L1.fan], %w[L2], %w[L1.light]]
      )
    expect(said["controls"].map { |row| row.values_at("id", "place", "gang") }).to eq(
      [["S1", "mud_room", 1], ["S2", "mudroom", nil], ["S3", "mud_room", 2]]
    )
    expect(said["wanted"]["control"]).to eq({ "L1.fan" => %w[S1], "L1.light" => %w[S3], "L2" => %w[S2] })
    expect(Dielectra::Evidence::Job.read(said).goal.groups.size).to eq(3)
  end

  it "keeps what the customer knows of bulbs and breakers" do
    said =
      draft(
        loads: [{ "place" => "ceiling", "kind" => "luminaire", "lamp" => "led" }],
        breakers: [{ "amps" => 20, "protection" => "arc_fault" }]
      )
    expect(said["loads"].first["lamp"]).to eq({ "kind" => "led" })
    expect(said["breakers"]).to eq([{ "id" => "B1", "amps" => 20, "protection" => "arc_fault" }])
    expect(Dielectra::Evidence::Job.read(said).amps).to eq(20)
    expect { draft(breakers: [{ "protection" => "lead" }]) }.to raise_error(Dielectra::InvalidInput) { |error|
      expect(error.pointer).to eq("/draft/breakers/0/protection")
    }
  end

  it "takes a fan and its light on the same switches for one load" do
    said = draft(switches: %w[a b], load: "fan_light", works: [%w[L1.fan L1.light], %w[L1]])
    expect(said["wanted"]["control"]).to eq({ "L1" => %w[S1 S2] })
  end

  it "refuses a load that nothing works, or that is not there" do
    lights = [{ "place" => "x" }, { "place" => "y" }]
    [[%w[L1], %w[L1]], [%w[L3], %w[L1]], [%w[L1]]].each do |works|
      expect { draft(switches: %w[a b], loads: lights, works:) }.to raise_error(
        Dielectra::InvalidInput,
        %r{/draft/works}
      )
    end
  end

  { switches: %w[a b c d e], light: "7", load: "heater", method: "tape", volts: 400 }.each do |key, said|
    it "refuses #{key} of #{said}, and says where" do
      expect { draft(key => said) }.to raise_error(Dielectra::InvalidInput) { |error|
        expect(error.pointer).to eq("/draft/#{key}")
      }
    end
  end

  it "puts each half of a receptacle on the switch that works it, and both on one where one works both" do
    said = { "switches" => %w[Den Den], "loads" => [{ "place" => "Den wall", "kind" => "receptacle" }] }
    apart = described_class.document(said.merge("works" => [["L1.1"], ["L1.2"]]))
    expect(apart["wanted"]["control"]).to eq("L1.1" => ["S1"], "L1.2" => ["S2"])
    one = described_class.document(said.merge("switches" => %w[Den], "works" => [%w[L1.1 L1.2]]))
    expect(one["wanted"]["control"]).to eq("L1" => ["S1"])
    half = described_class.document(said.merge("switches" => %w[Den], "works" => [%w[L1.1]]))
    asked = half.merge("wanted" => half["wanted"].merge("kind" => "restore"))
    expect { Dielectra::Session::Scope.check!(Dielectra::Evidence::Job.read(asked)) }.not_to raise_error
  end
end

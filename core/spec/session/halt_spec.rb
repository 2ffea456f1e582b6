# frozen_string_literal: true

RSpec.describe Dielectra::Session::Halt do
  let(:session) { opened("tower_stair", "tower_door") }

  it "names the few suspects that are left, and how sure it is that one of them is it" do
    halt = described_class.new(session, :nothing_left)
    expect(halt.why).to match(/\A\S.*[^.]\z/m)
    expect(halt.confidence).to be_between(0.5, 1)
  end

  it "knows what was refused and not done later" do
    job = demo_job("tower_stair")
    refused = { "id" => 1, "do" => "open", "place" => "lamp_room", "answer" => { "cannot" => "locked" } }
    session = Dielectra::Session::Troubleshooting.new(job.with_steps([refused]))
    expect(described_class.refused(session)).to eq([refused])
  end

  it "takes a step into a box that one was unsure of twice for something missing" do
    unsure = { "do" => "open", "place" => "lamp_room", "answer" => { "unsure" => true } }
    once, twice =
      [[unsure], [unsure, unsure]].map do |steps|
        described_class.doubted(Dielectra::Session::Troubleshooting.new(demo_job("tower_stair").with_steps(steps)))
      end
    expect([once.size, twice.size]).to eq([0, 1])
  end
end

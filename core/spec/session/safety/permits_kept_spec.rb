# frozen_string_literal: true

# Everything is fine but for one thing, and that one thing alone withholds the permit.
RSpec.describe Dielectra::Session::Permits do
  let(:permits) { described_class.new(situation, belief, soundness, trial) }

  let(:job) { demo_job("tower_stair") }
  let(:situation) { Dielectra::Evidence::Situation.start(job) }
  let(:belief) { Dielectra::Diagnosis::Belief.start(job) }
  let(:soundness) { instance_double(Dielectra::Repair::Soundness, hazards: 0) }
  let(:trial) { instance_double(Dielectra::Session::PreEnergizationTest, failed?: false) }

  describe "power on" do
    it "is there where nothing stands against it" do
      expect(permits.energize).to be_a(described_class::Energize)
    end

    it "is withheld over a bare end" do
      allow(situation).to receive(:bare).and_return(["tower_door/1.black"])
      expect(permits.energize).to be_nil
    end

    it "is withheld where a hypothesis has line on metal or neutral" do
      allow(soundness).to receive(:hazards).and_return(belief.world.every)
      expect(permits.energize).to be_nil
    end

    it "is withheld after a trial that met" do
      allow(trial).to receive(:failed?).and_return(true)
      expect(permits.energize).to be_nil
    end

    it "is withheld with wires on a scorched device" do
      allow(situation).to receive_messages(burnt: { "S1" => "tower_door" }, wired?: true)
      expect(permits.energize).to be_nil
    end

    it "is withheld after a smell, until the switch boxes were opened" do
      allow(job).to receive(:began).and_return("smell_or_heat")
      expect(permits.energize).to be_nil
      allow(situation).to receive(:open?).and_return(true)
      expect(permits.energize).to be_a(described_class::Energize)
    end

    it "is withheld over single conductors that were joined before anybody searched them for the line" do
      joined =
        situation.arrangement.with_joints("tower_door", from: [], to: [%w[tower_door/1.black tower_door/2.black]])
      allow(situation).to receive_messages(
        opened: {
          "tower_door" => {
          }
        },
        arrangement: joined,
        burnt: {
        },
        unsorted: ["tower_door"],
        conductors: ["tower_door/1.black"],
        tool?: true
      )
      allow(permits).to receive(:hazard).and_return(0.0)
      expect(permits.energize).to be_nil
    end
  end

  describe "a cover" do
    it "stays on while another box is live" do
      allow(situation).to receive_messages(off?: true, live: { "lamp_room" => ["lamp_room/1.black"] })
      expect { permits.cover.step(:open, place: "tower_door") }.to raise_error(described_class::Unfit)
      allow(situation).to receive(:live).and_return({})
      expect(permits.cover.step(:open, place: "tower_door").to_h).to include("do" => "open")
    end
  end

  describe "a toggle" do
    it "is the one that was asked for, and goes where it was asked to go" do
      allow(situation).to receive(:power).and_return("off")
      expect { permits.toggle("S1", "up").step(:set, device: "S2", to: "up") }.to raise_error(described_class::Unfit)
      expect { permits.toggle("S1", "up").step(:set, device: "S1", to: "down") }.to raise_error(described_class::Unfit)
    end

    it "is not thrown with the power on into what most likely is a short" do
      allow(situation).to receive(:power).and_return("on")
      expect(permits.thrown("S1", "up")).not_to be_nil
      shorted = belief.hypotheses.each { |one| allow(one).to receive(:ways).and_return([one]) }
      shorted.each do |one|
        allow(one).to receive(:reach).and_return(
          instance_double(Dielectra::Diagnosis::Reach, tripped: belief.world.every)
        )
      end
      expect(described_class.new(situation, belief, soundness, trial).thrown("S1", "up")).to be_nil
    end
  end

  describe "a breaker that was on" do
    before { allow(situation).to receive(:breakers_found).and_return({ "B1" => "on" }) }

    it "goes on again over a house that is as it was found, and over no other" do
      expect(permits.as_before("B1")).to be_a(described_class::Restore)
      allow(situation).to receive(:as_found?).and_return(false)
      expect(permits.as_before("B1")).to be_nil
    end

    it "goes on again where it feeds nothing of the job, and nothing is bare" do
      expect(permits.restore("B7")).to be_a(described_class::Restore)
      expect(permits.restore("B1")).to be_nil
      allow(situation).to receive(:bare).and_return(["tower_door"])
      expect(permits.restore("B7")).to be_nil
    end
  end
end

# frozen_string_literal: true

require_relative "../support/small_house"

RSpec.describe "Two toggles on one yoke" do
  include SmallHouse

  let(:places) do
    { "panel" => "panel", "kitchen" => "switch_box", "counter" => "luminaire_box", "porch" => "luminaire_box" }
  end
  let(:ends) { [%w[panel/1 kitchen/1], %w[kitchen/2 counter/1], %w[kitchen/3 porch/1]] }
  let(:joints) do
    [
      "B1.load panel/1.black",
      "panel.neutral panel.ground panel/1.white panel/1.bare",
      "kitchen/2.black S1.out_1",
      "kitchen/3.black S1.out_2",
      "kitchen/1.white kitchen/2.white kitchen/3.white",
      "kitchen/1.bare kitchen/2.bare kitchen/3.bare S1.ground",
      "counter/1.black L1.hot",
      "counter/1.white L1.neutral",
      "counter/1.bare L1.ground",
      "porch/1.black L2.hot",
      "porch/1.white L2.neutral",
      "porch/1.bare L2.ground"
    ]
  end
  let(:both) { { "L1" => ["S1.1"], "L2" => ["S1.2"] } }

  def kitchen(tab:, more:, cables: ends, devices: [], faults: [])
    circuit_document(
      places:,
      cables: cables.map { |pair| run(*pair, "black white bare", type: "14/2") },
      devices: [yoke(tab), light("L1", "counter"), light("L2", "porch"), *devices],
      joints: joints + more,
      faults:
    )
  end

  def call(control) = yoke_job(places, control)

  # @return [Array(Session, Practice::House)] once the job has ended
  def worked(circuit, job)
    asked = Dielectra::Evidence::Job.read(job)
    house = Dielectra::Practice::House.new(Dielectra::Circuit.read(circuit), job: asked)
    [play(house, asked), house]
  end

  def in_one_joint?(house, *points) = house.circuit.joints.any? { |joint| (points - joint.points).empty? }

  it "feeds both commons where the tab is off" do
    session, house = worked(kitchen(tab: "removed", more: ["kitchen/1.black S1.common_1"]), call(both))
    expect(session.next).to have_attributes(status: "solved")
    expect(session.next.causes).to include(include("kind" => "miswired", "place" => "kitchen"))
    expect(in_one_joint?(house, "kitchen/1.black", "S1.common_1", "S1.common_2")).to be(true)
  end

  describe "with a tab that joins two circuits" do
    let(:circuit) do
      kitchen(
        tab: "intact",
        cables: [*ends.first(2), %w[kitchen/3 porch/1], %w[panel/2 kitchen/4]],
        more: ["kitchen/1.black S1.common_1", "B2.load panel/2.black", "kitchen/4.black S1.common_2"],
        devices: [{ "id" => "B2", "kind" => "breaker", "place" => "panel", "amps" => 15, "position" => "on" }]
      ).then do |document|
        # Each light returns by its own circuit.
        shared = %w[kitchen/1.white kitchen/1.bare panel.neutral]
        own = document["joints"].reject { |row| row["points"].intersect?(shared) }
        document.merge(
          "joints" => [
            *own,
            { "points" => %w[kitchen/1.white kitchen/2.white] },
            { "points" => %w[kitchen/4.white kitchen/3.white] },
            { "points" => %w[kitchen/1.bare kitchen/2.bare kitchen/3.bare kitchen/4.bare S1.ground] },
            { "points" => %w[panel.neutral panel.ground panel/1.white panel/1.bare panel/2.white panel/2.bare] }
          ]
        )
      end
    end

    it "finds the second breaker with the first one off, and breaks the tab off" do
      session, house = worked(circuit, call(both))
      finds = session.steps.select { |step| step["do"] == "find_breaker" }
      expect(finds.map { |step| step.dig("answer", "device") }).to eq([nil, "B2"])
      expect(session.next).to have_attributes(status: "solved", causes: [include("kind" => "tab", "device" => "S1")])
      expect(session.steps.map { |step| step["do"] }).to include("tab")
      expect(house.circuit.joints.map(&:points)).to include(match_array(%w[kitchen/1.white kitchen/2.white]))
    end
  end

  it "tries the other toggle of the yoke first where nobody said what it controls" do
    session, house =
      worked(
        kitchen(
          tab: "intact",
          more: ["kitchen/1.black S1.common_1"],
          faults: [{ "kind" => "contact_stuck_open", "device" => "S1", "contact" => %w[common_1 out_1] }]
        ),
        call({ "L1" => ["S1.1"] })
      )
    expect(session.steps.find { |step| step["do"] == "set" }).to include("device" => "S1.2")
    expect(session.job.goal.works).to eq({ "L1" => ["S1.1"], "L2" => ["S1.2"] })
    expect(session.next).to have_attributes(
      status: "solved",
      causes: [include("kind" => "device_failed", "device" => "S1")]
    )
    expect(house.circuit.joints.map(&:points)).to include(match_array(%w[kitchen/3.black S1.out_2]))
  end
end

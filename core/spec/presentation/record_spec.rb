# frozen_string_literal: true

RSpec.describe Dielectra::Presentation::Record do
  def played(name, upto: nil)
    job = demo_job(name)
    house = Dielectra::Practice::House.new(demo_circuit(name), job:)
    session = Dielectra::Session::Troubleshooting.for(job)
    number = 0
    until session.next.is_a?(Dielectra::Session::Conclusion) || session.next.to_h["do"] == upto
      step = session.next.to_h
      session.record(step.merge("id" => number += 1, "answer" => house.answer(step).except("id")))
    end
    session
  end

  it "tells the customer what was asked for and done, and the next electrician every conductor" do
    session = played("chart_room")
    record = described_class.new(session, "DX007").to_h
    expect(record["customer"]["was"]).to eq(["Asked for: another place to switch from: gallery door."])
    expect(record["customer"]["materials"]).to include("2 × three-way switch", "14/3, chart room to gallery door")
    boxes = record["electrician"]["boxes"]
    expect(boxes.map { |box| box["place"] }).to match_array(session.situation.opened_boxes)
    expect(boxes.flat_map { |box| box["conductors"] }.map { |row| row["role"] }).not_to include("not known")
  end

  it "rewires a box from its drawing as left" do
    session = played("passage")
    session.situation.opened_boxes.each do |place|
      after =
        described_class.new(session, "DX001").to_h["electrician"]["boxes"].find { |box| box["place"] == place }["after"]
      drawn = after["joints"].map { |joint| joint.is_a?(Hash) ? joint["points"] : joint }
      expect(drawn.map(&:sort)).to match_array(session.situation.joints(place).map(&:sort))
    end
  end

  it "says first what is open, off and apart in a job that is not finished" do
    record = described_class.new(played("passage", upto: "arrange"), "DX001")
    expect(record.unfinished).to match(/open: .+; off: B1/)
    expect(record.to_h["status"]).to eq("open")
    expect(record.closing.first).to start_with("Off, and proved dead")
  end
end

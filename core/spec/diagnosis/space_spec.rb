# frozen_string_literal: true

RSpec.describe Dielectra::Diagnosis::Routing do
  def routed(name, *places)
    session = opened(name, *places)
    described_class.new(session.job, session.situation).map { |layout, runs, weight, verdicts| [layout, runs, weight, verdicts] }
  end

  it "uses every cable end of an opened box, and each once" do
    routed("tower_stair", "tower_door", "lamp_room").each do |_, runs, _, _|
      ends = runs.flat_map(&:ends).grep_v(/~/)
      expect(ends).to match_array(%w[tower_door/1 tower_door/2 lamp_room/1 lamp_room/2])
    end
  end

  it "joins only cable ends whose conductors are alike" do
    pairs = routed("tower_stair", "tower_door", "lamp_room", "stair_head").flat_map { |_, runs, _, _| runs.map { |run| run.ends.sort } }
    expect(pairs).not_to include(%w[lamp_room/2 tower_door/2], %w[stair_head/1 tower_door/2])
  end

  it "judges the boxes as found: the exchange is seen at once" do
    _, _, _, verdicts = routed("tower_stair", "tower_door", "lamp_room").max_by { |way| way[2] }
    expect(verdicts.transform_values(&:label)).to eq("tower_door" => :right, "lamp_room" => :exchanged)
  end

  it "lays out what hangs on beyond where cables are left over" do
    document = demo_document("boathouse.circuit.json")
    document["places"] << {"id" => "outlet", "kind" => "receptacle_box", "enclosure" => "plastic"}
    wires = %w[black white bare].map { |color| {"id" => color, "color" => color} }
    document["cables"] << {"ends" => %w[boathouse/3 outlet/1], "type" => "14/2", "method" => "nm", "conductors" => wires}
    session = opened("boathouse", "boathouse", house: Dielectra::Practice::House.new(Dielectra::Circuit.read(document)))
    layouts = described_class.new(session.job, session.situation).map { |layout, _, _, _| layout }
    expect(layouts.map { |layout| layout.edges_at("boathouse").size }.uniq).to eq([3])
  end
end

RSpec.describe Dielectra::Diagnosis::Space do
  let(:fresh) { Dielectra::Session::Troubleshooting.new(demo_job("tower_stair")) }

  it "holds rightness, miswires and hidden faults before anything is open" do
    kinds = fresh.belief.hypotheses.flat_map { |item| item.deviations.map(&:kind) }.uniq
    expect(kinds).to include(:exchanged, :apart, :wrong_device, :contact_stuck_open, :joint_open, :lamp_burnt, :no_supply)
  end

  it "counts travelers the other way round once, and not as a fault" do
    right = fresh.belief.hypotheses.select { |item| item.deviations.empty? }
    expect(right.map { |item| item.boxes.values.map(&:joints) }.uniq.size).to eq(right.size)
  end

  it "finds two boxes taken apart likelier than chance would have it" do
    weight = lambda do |places|
      fresh.belief.hypotheses.select { |item| item.deviations.map { |one| [one.kind, one.place] } == places.map { |place| [:apart, place] } }.sum(&:prior)
    end
    one = weight[%w[tower_door]]
    both = weight[%w[tower_door lamp_room]]
    expect(both / one).to be > Dielectra::Trade.priors.dig("deviation", "apart") * 3
  end

  it "takes an opened box as it was found" do
    session = opened("tower_stair", "lamp_room")
    found = session.situation.found_joints("lamp_room")
    expect(session.belief.hypotheses.map { |item| item.boxes["lamp_room"].joints }.uniq).to eq([found])
  end

  it "does not call the ground a suspect" do
    faults = fresh.belief.hypotheses.flat_map(&:faults).flat_map { |fault| fault.points || [] }
    expect(faults.grep(/bare|ground/)).to be_empty
  end

  it "holds pairs of faults when asked to look wider" do
    session = opened("boathouse", "slip_door", "boathouse")
    wider = described_class.new(session.belief.world, session.situation, faults: 2, floor: 1e-7).hypotheses
    expect(wider.map { |item| item.faults.size }.max).to eq(2)
  end
end

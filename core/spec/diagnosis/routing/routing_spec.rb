# frozen_string_literal: true

RSpec.describe Dielectra::Diagnosis::Routing do
  # The skeletons of a demo house with some boxes open, likeliest first.
  def routed(name, *places, house: Dielectra::Practice::House.new(demo_circuit(name)))
    session = opened(name, *places, house:)
    Dielectra::Diagnosis::Skeleton.all(session.job, session.situation, session.belief.world)
  end

  it "uses every cable end of an opened box, and each once" do
    routed("tower_stair", "tower_door", "lamp_room").each do |skeleton|
      ends = skeleton.runs.flat_map(&:ends).grep_v(/~/).flat_map { |names| names.split("+") }
      expect(ends).to match_array(%w[tower_door/1 tower_door/2 lamp_room/1 lamp_room/2])
    end
  end

  it "joins only cable ends whose conductors are alike" do
    pairs =
      routed("tower_stair", "tower_door", "lamp_room", "stair_head").flat_map do |skeleton|
        skeleton.runs.map { |run| run.ends.sort }
      end
    expect(pairs).not_to include(%w[lamp_room/2 tower_door/2], %w[stair_head/1 tower_door/2])
  end

  it "judges the boxes as found: the exchange is seen at once" do
    verdicts = routed("tower_stair", "tower_door", "lamp_room").first.verdicts
    expect(verdicts.transform_values(&:label)).to eq("tower_door" => :right, "lamp_room" => :exchanged)
  end

  it "holds both ways in which the travelers may pass a box between the switches that nobody has opened" do
    seeds =
      (1..).lazy.map { |seed| Dielectra::Practice::Scenario.new(Random.new(seed), family: :two, trouble: :lamp_burnt) }
    made =
      seeds.find do |one|
        one.circuit.cable_ends("ceiling").size == 2 &&
          one.job.goal.controls.none? { |control| one.circuit.cable_ends(control.place).size > 2 } && passing?(one)
      end
    house = Dielectra::Practice::House.new(made.circuit)
    session = Dielectra::Session::Troubleshooting.new(made.job)
    steps =
      [{ "do" => "breaker", "device" => "B1", "to" => "off" }] +
        made.job.goal.controls.map { |control| { "do" => "open", "place" => control.place } }
    steps.each { |step| session.record(step.merge("answer" => house.answer(step))) }
    skeletons =
      Dielectra::Diagnosis::Skeleton
        .all(made.job, session.situation, session.belief.world)
        .select { |one| one.layout.edges.none? { |edge| (edge - made.job.goal.controls.map(&:place)).empty? } }
    orders =
      skeletons.group_by do |one|
        one.runs.map { |run| run.strands.map { |strand| Dielectra::Design::Layout.role(strand.function || "spare") } }
      end
    expect(orders.values.first.map(&:weight).uniq.size).to eq(1)
    expect(orders.values.first.size).to be >= 2
  end

  # Whether the travelers go through the light's box.
  def passing?(scenario)
    controls = scenario.job.goal.controls.map(&:place)
    scenario.circuit.cables.none? { |cable| (cable.ends.map { |name| name.split("/").first } - controls).empty? }
  end

  it "lays out what hangs on beyond where cables are left over" do
    document = demo_document("boathouse.circuit.json")
    document["places"] << { "id" => "outlet", "kind" => "receptacle_box", "enclosure" => "plastic" }
    wires = %w[black white bare].map { |color| { "id" => color, "color" => color } }
    document["cables"] << {
      "ends" => %w[boathouse/3 outlet/1],
      "type" => "14/2",
      "method" => "nm",
      "conductors" => wires
    }
    skeletons =
      routed("boathouse", "boathouse", house: Dielectra::Practice::House.new(Dielectra::Circuit.read(document)))
    expect(skeletons.map { |skeleton| skeleton.layout.cables_at("boathouse") }.uniq).to eq([3])
  end

  it "leaves out what stayed live until the breaker of another circuit went off" do
    session = opened("boathouse", "boathouse")
    session.record("do" => "prove_dead", "place" => "boathouse", "answer" => { "live" => ["boathouse/1.black"] })
    session.record("do" => "find_breaker", "point" => "boathouse/1.black", "answer" => { "device" => "B7" })
    expect(session.situation.own_cable_ends("boathouse").map(&:id)).to eq(["boathouse/2"])
  end
end

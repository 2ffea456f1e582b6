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

  it "leaves out what stayed live with the breaker off: it belongs to a second circuit" do
    session = opened("boathouse", "boathouse")
    session.record("do" => "prove_dead", "place" => "boathouse", "answer" => { "live" => ["boathouse/1.black"] })
    expect(session.situation.own_cable_ends("boathouse").map(&:id)).to eq(["boathouse/2"])
  end
end

RSpec.describe Dielectra::Diagnosis::Port do
  def port(id, *wires)
    described_class.new(
      [
        Dielectra::Circuit::CableEnd.read(
          "id" => id,
          "type" => "raceway",
          "conductors" => wires.map { |name, color| { "id" => name, "color" => color } }
        )
      ]
    )
  end

  it "pairs what has a color of its own, and like ones in every way" do
    here = port("a/1", %w[black_1 black], %w[white white], %w[black_2 black])
    there = port("b/1", %w[white white], %w[black_1 black], %w[black_2 black])
    expect(here.pairings(there)).to contain_exactly([1, 0, 2], [2, 0, 1])
  end

  it "is alike only where type and colors are" do
    expect(port("a/1", %w[red red], %w[white white]).alike?(port("b/1", %w[black black], %w[white white]))).to be(false)
  end
end

RSpec.describe Dielectra::Diagnosis::Space do
  let(:fresh) { Dielectra::Session::Troubleshooting.new(demo_job("tower_stair")) }

  it "holds rightness, miswires and hidden faults before anything is open" do
    kinds = fresh.belief.hypotheses.flat_map { |item| item.deviations.map(&:kind) }.uniq
    expect(kinds).to include(
      :exchanged,
      :apart,
      :wrong_device,
      :contact_stuck_open,
      :joint_open,
      :lamp_burnt,
      :no_supply
    )
  end

  it "lists a chain once, however its travelers lie and its toggles throw" do
    right = fresh.belief.hypotheses.select { |item| item.deviations.empty? }
    expect(right.map { |item| [item.skeleton.layout.orders, item.skeleton.layout.scheme.name] }.uniq.size).to be >=
      right.size - 1
  end

  it "finds two boxes taken apart likelier than chance would have it" do
    weight =
      lambda do |places|
        fresh
          .belief
          .hypotheses
          .select do |item|
            item.deviations.map { |one| [one.kind, one.place] } == places.map { |place| [:apart, place] }
          end
          .sum(&:prior)
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
    faults =
      fresh
        .belief
        .hypotheses
        .flat_map(&:faults)
        .reject { |fault| fault.kind == :short }
        .flat_map { |fault| fault.points || [] }
    expect(faults.grep(/bare|ground/)).to be_empty
  end

  it "grows a hypothesis by one thing more that is wrong" do
    session = opened("boathouse", "slip_door")
    space = described_class.new(session.belief.world, session.situation, wide: true)
    single = session.belief.hypotheses.find { |item| item.faults.size == 1 && item.assembly.deviations.empty? }
    grown = space.extended(single)
    expect(grown.map { |item| item.deviations.size }.uniq).to eq([2])
    expect(grown.map(&:prior).max).to be < single.prior
  end

  # Prior of all that say that the same is wrong and follow the scheme of now.
  def by_wrong(space)
    today =
      space.hypotheses.select { |one| !one.plain && one.skeleton.layout.scheme == Dielectra::Design::Scheme::PRESENT }
    today
      .group_by { |one| described_class.wrong(one.skeleton, one.deviations) }
      .transform_values { |alike| alike.sum(&:prior) }
  end

  it "counts what it lets go to what it holds of the same kind" do
    session = opened("tower_stair", "tower_door")
    space = described_class.new(session.belief.world, session.situation)
    stub_const("Dielectra::Diagnosis::Selection::MOST", 100_000)
    all = by_wrong(space)
    stub_const("Dielectra::Diagnosis::Selection::MOST", 50)
    expect(by_wrong(space)).to match(all.transform_values { |prior| be_within(prior * 1e-6).of(prior) })
  end

  it "holds more of what has become likelier" do
    session = opened("tower_stair", "tower_door")
    stub_const("Dielectra::Diagnosis::Selection::MOST", 50)
    kind = [[:joint_open, "lamp_room"]]
    held = ->(guide) do
      described_class
        .new(session.belief.world, session.situation, guide:)
        .hypotheses
        .count { |one| described_class.wrong(one.skeleton, one.deviations) == kind }
    end
    expect(held[{ kind => 1000.0, :others => 1.0 }]).to be > held[{}]
  end
end

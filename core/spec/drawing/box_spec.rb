# frozen_string_literal: true

RSpec.describe Dielectra::Drawing::Box do
  # Units that a wire is wide
  let(:width) { 8 }

  def drawing(box) = described_class.new(box).to_h

  def segments(wire) = wire["path"].each_cons(2).reject { |from, to| from == to }

  def inside?(rect, (from, to), by: 0)
    xs = [from[0], to[0]].minmax
    ys = [from[1], to[1]].minmax
    xs.last > rect["x"] - by && xs.first < rect["x"] + rect["width"] + by && ys.last > rect["y"] - by &&
      ys.first < rect["y"] + rect["height"] + by
  end

  # What a wire is hidden by, or hides
  def hidden(drawn)
    drawn["wires"].flat_map do |wire|
      segments(wire).flat_map do |segment|
        solid = [*drawn["devices"], *drawn["caps"].map { |cap| cap.merge("y" => cap["y"] + 3) }]
        solid += drawn["tags"].reject { |tag| tag["point"] == wire["point"] }
        solid.select { |rect| inside?(rect, segment, by: 0) }
      end
    end
  end

  # Two wires on one line
  def covered(drawn)
    [0, 1].flat_map do |axis|
      lines =
        drawn["wires"].each_with_index.flat_map { |wire, number| along(axis, wire).map { |line| [*line, number] } }
      lines.sort!
      lines.each_with_index.flat_map do |(at, from, to, wire), index|
        near = lines[(index + 1)..].take_while { |other| other.first - at < width }
        near.select { |_, start, finish, other| other != wire && start < to && from < finish }
      end
    end
  end

  # The segments of a wire that run along an axis: where, from, to
  def along(axis, wire)
    segments(wire)
      .select { |from, to| from[axis] == to[axis] }
      .map { |from, to| [from[axis], *[from[1 - axis], to[1 - axis]].minmax] }
  end

  # Boxes of made-up houses, and made-up boxes that no house would have
  def boxes_of_houses(count)
    (1..)
      .lazy
      .flat_map do |seed|
        made = Dielectra::Practice::Scenario.new(Random.new(seed))
        house = Dielectra::Practice::House.new(made.circuit)
        made.job.boxes.map { |place| box(place.id, house.answer({ "do" => "open", "place" => place.id })["found"]) }
      end
      .first(count)
  end

  def box(place, found) = Dielectra::Presentation::FoundBox.new(place, found, Dielectra::Trade::Region.all.first).to_h

  def wild(random)
    cables = random.rand(1..8)
    ends =
      Array.new(cables) do |number|
        colors = %w[black red white bare].first(random.rand(2..4))
        {
          "id" => "b/#{number + 1}",
          "type" => "14/3",
          "conductors" => colors.map { |color| { "id" => color, "color" => color } }
        }
      end
    kinds = %w[single_pole three_way four_way receptacle dimmer combination]
    devices =
      Array.new(random.rand(0..4)) do |number|
        kind = kinds.sample(random:)
        face = [nil, *Dielectra::Trade::DeviceKind[kind].faces.keys].sample(random:)
        { "id" => "S#{number + 1}", "kind" => kind, "face" => face }.compact
      end
    points = ends.flat_map { |row| row["conductors"].map { |wire| "#{row["id"]}.#{wire["id"]}" } }
    screws =
      devices.flat_map do |row|
        Dielectra::Trade::DeviceKind[row["kind"]].terminals.map { |name| "#{row["id"]}.#{name}" }
      end
    all = [*points, *screws, "b.box"].shuffle(random:)
    joints = []
    joints << { "points" => all.shift(random.rand(1..5)) } until all.empty?
    box("b", { "enclosure" => "metal", "cable_ends" => ends, "devices" => devices, "joints" => joints })
  end

  def roles(box)
    names = %w[line load traveler neutral spare onward]
    box["cables"].each do |cable|
      cable["wires"].each_with_index { |wire, at| wire["roles"] = [{ "role" => names[at % 6], "sure" => at.odd? }] }
    end
    box
  end

  it "hides no wire behind a device, a cap or a label, and lays none over another, in 500 boxes" do
    random = Random.new(7)
    drawn = [*boxes_of_houses(300), *Array.new(200) { wild(random) }].map { |one| drawing(roles(one)) }
    expect(drawn.sum { |one| one["wires"].size }).to be > 3_000
    expect(drawn.flat_map { |one| hidden(one) }).to eq([])
    expect(drawn.flat_map { |one| covered(one) }).to eq([])
  end

  it "keeps everything inside the frame" do
    random = Random.new(8)
    Array
      .new(60) { drawing(wild(random)) }
      .each do |one|
        points = one["wires"].flat_map { |wire| wire["path"] }
        expect(points.map(&:first)).to all(be_between(0, one["width"]))
        expect(points.map(&:last)).to all(be_between(0, one["height"]))
        expect(one["devices"].map { |rect| rect["x"] + rect["width"] }).to all(be < one["width"])
      end
  end

  it "draws every conductor from its cable to what it touches" do
    found =
      demo_document("tower_stair.job.json")["places"].first &&
        Dielectra::Practice::House.new(demo_circuit("tower_stair"))
    place = demo_job("tower_stair").goal.controls.first.place
    one = box(place, found.answer({ "do" => "open", "place" => place })["found"])
    drawn = drawing(one)
    points = one["cables"].flat_map { |cable| cable["wires"].map { |wire| wire["point"] } }
    expect(drawn["wires"].map { |wire| wire["point"] }).to include(*points)
    one["joints"]
      .select { |joint| joint.size == 2 && joint.any? { |point| point.include?(".t") } }
      .each do |joint|
        wire = drawn["wires"].find { |row| joint.include?(row["point"]) }
        screw = drawn["screws"].find { |row| joint.include?(row["point"]) }
        expect(wire["path"].last).to eq([screw["x"], screw["y"]])
      end
  end
end

RSpec.describe Dielectra::Drawing::Lanes do
  def crossed(ways) = described_class.new(ways).crossed

  def way(from, to, up: true) = described_class::Way.new(from, to, up)

  it "crosses nothing where nothing has to cross" do
    expect(crossed([way(10, 100), way(20, 110), way(200, 130), way(190, 120)])).to eq(0)
  end

  it "comes close to the best order of all where there are many" do
    random = Random.new(3)
    40.times do
      ways = Array.new(7) { |at| way((at * 40) + 5, (random.rand(30) * 10) + 1 + at, up: random.rand < 0.8) }
      lanes = described_class.new(ways)
      cost = lanes.instance_variable_get(:@cost)
      best = (0...7).to_a.permutation.map { |order| order.combination(2).sum { |a, b| cost[a][b] } }.min
      expect(lanes.crossed).to be <= best + 1
    end
  end

  it "lets ways share a lane that do not meet" do
    expect(described_class.new([way(10, 60), way(200, 260)]).numbers).to eq([0, 0])
    expect(described_class.new([way(10, 100), way(50, 260)]).numbers.uniq.size).to eq(2)
  end
end

# frozen_string_literal: true

RSpec.describe Dielectra::Evidence::Shorthand do
  def read(line, devices: %w[S1]) = described_class.read(line, place: "hall", devices:)

  def joints(found) = found["joints"].map { |joint| joint["points"].sort }.sort

  # What says the same: joints in any order, and nothing that is so anyway
  def plain(found)
    rows =
      found["joints"].map { |row| row.merge("points" => row["points"].sort) }.select { |row| row["points"].size > 1 }
    rows.each { |row| row.delete("condition") if row["condition"] == "good" }
    devices = found["devices"].map { |row| row.reject { |_, value| value == "intact" } }
    found.merge("joints" => rows.sort_by { |row| row["points"] }, "devices" => devices)
  end

  def unreadable(line)
    read(line)
    nil
  rescue described_class::Unreadable => e
    [e.at, e.message]
  end

  it "reads cables, screws, splices, grounds and a scorched joint" do
    found = read("metal | 14/3 bk:T1 r:COM w+ | 14/2 bk:T2 w+\n3way scorched:T2 grounds")
    expect(found["cable_ends"].map { |row| [row["id"], row["type"]] }).to eq([%w[hall/1 14/3], %w[hall/2 14/2]])
    expect(joints(found)).to eq(
      [
        %w[S1.common hall/1.red],
        %w[S1.ground hall.box hall/1.bare hall/2.bare],
        %w[S1.traveler_1 hall/1.black],
        %w[S1.traveler_2 hall/2.black],
        %w[hall/1.white hall/2.white]
      ]
    )
    expect(found["joints"].find { |joint| joint["points"].include?("S1.traveler_2") }["condition"]).to eq("scorched")
  end

  it "reads tape, named splices, tails, lists, tabs, single conductors and cables without ground" do
    found =
      read(
        "14/2-g w(black)+a | raceway bk bk2+a r | S1=1pole 2+a | R1=outlet-hot_tab | = 2.bk R1.HOT_1",
        devices: %w[S1 R1]
      )
    expect(found["cable_ends"].map { |row| row["conductors"].map { |wire| wire["id"] } }).to eq(
      [%w[black white], %w[black black_2 red]]
    )
    expect(found["cable_ends"].first["conductors"].last["tape"]).to eq("black")
    expect(found["devices"].last).to eq({ "id" => "R1", "kind" => "receptacle", "hot_tab" => "removed" })
    expect(joints(found)).to include(%w[R1.hot_1 hall/2.black], %w[S1.terminal_2 hall/1.white hall/2.black_2])
  end

  it "reads faces, gangs, volume and remarks, and writes them again" do
    found = read("plastic 2gang 18.5in3 | 14/2 bk:COM | 3way/alone nicked:1.bk aluminum:1.w")
    expect(found).to include("gangs" => 2, "volume_in3" => 18.5)
    expect(found["devices"]).to eq([{ "id" => "S1", "kind" => "three_way", "face" => "alone" }])
    expect(found["remarks"]).to eq(
      [{ "point" => "hall/1.black", "what" => "nicked" }, { "point" => "hall/1.white", "what" => "aluminum" }]
    )
    expect(read(described_class.write(found))).to eq(found)
    expect(read("300cm3")["volume_in3"]).to eq(18.3)
  end

  it "refuses a face that a device does not have, and a box without room" do
    expect(unreadable("3way/stacked")).to match([0, /faces alone, top, leads/])
    expect(unreadable("outlet/alone")).to match([0, /one way only/])
    expect(unreadable("9gang")).to match([0, /1 to 6 gangs/])
    expect(unreadable("0in3")).to match([0, /volume/])
  end

  it "reads or refuses every beginning of a line, as it is typed" do
    line = "metal 2gang 18in3 | 14/3 bk:COM w(bk)+a | S1=3way/alone-x | = 1.bk S1.COM | scorched:T1 nicked:1.r G+cu"
    (0..line.size).each { |length| expect { unreadable(line[0, length]) }.not_to raise_error }
    %w[- = S2= / 3way/ -g : + 1.].each { |word| expect { unreadable(word) }.not_to raise_error }
  end

  it "points at the character that cannot be read" do
    expect(unreadable("14/3 bk:T1 w+ | 3way scr0ched:T1")).to match([21, /scorched/])
    expect(unreadable("bk:COM 3way")).to match([0, /cable comes first/])
    expect(unreadable("14/9")).to match([0, /No such cable/])
    expect(unreadable("14/2 bk:XX 3way")).to match([8, /no screw “XX”/])
    expect(unreadable("14/2 r:COM 3way")).to match([5, /has no red/])
    expect(unreadable("14/2 3way 3way")).to match([10, /no further device/])
    expect(unreadable("14/2 1:14/3")).to match([5, /Two cables/])
  end

  it "writes every box of a hundred houses so that it reads as the same" do
    lines =
      (1..100).flat_map do |seed|
        made = Dielectra::Practice::Scenario.new(Random.new(seed))
        house = Dielectra::Practice::House.new(made.circuit)
        made.job.boxes.map do |place|
          found = house.answer({ "do" => "open", "place" => place.id })["found"]
          line = described_class.write(found, region: made.job.region)
          expect(plain(described_class.read(line, place: place.id, region: made.job.region))).to eq(plain(found)), line
          line
        end
      end
    expect(lines.size).to be > 250
    expect(lines.map(&:size).sort[lines.size / 2]).to be < 60
  end

  it "speaks the words of a part of the world" do
    region = Dielectra::Trade::Region.at(230)
    found = described_class.read("1.5/2 br:COM bl+ | 3way grounds", place: "hall", devices: %w[S1], region:)
    expect(found["cable_ends"].first["conductors"].map { |wire| wire["color"] }).to eq(%w[brown blue green_yellow])
  end
end

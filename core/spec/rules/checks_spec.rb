# frozen_string_literal: true

require_relative "../support/small_house"

# What a switch box holds that is as it should be
module RuledBox
  CABLES =
    [1, 2].map do |number|
      wires = %w[black white bare].map { |color| { "id" => color, "color" => color } }
      { "id" => "hall/#{number}", "type" => "14/2", "conductors" => wires }
    end
  GROUNDS = %w[hall/1.bare hall/2.bare hall.box S1.ground].freeze
  SWITCHED = [%w[hall/1.white hall/2.white], %w[hall/1.black S1.terminal_1], %w[hall/2.black S1.terminal_2]].freeze

  module_function

  # @param by [Hash{Array<String> => String}] joint => how it is held
  def joints(*some, by: {}) = some.map { |points| { "points" => points, "by" => by[points] }.compact }

  def all =
    {
      "enclosure" => "metal",
      "volume_in3" => 18.0,
      "cable_ends" => CABLES,
      "devices" => [{ "id" => "S1", "kind" => "single_pole" }],
      "joints" => joints(*SWITCHED, GROUNDS)
    }

  # The same without a ground
  def ungrounded =
    {
      "cable_ends" => CABLES.map { |row| row.merge("conductors" => row["conductors"].first(2)) },
      "joints" => joints(*SWITCHED)
    }
end

# A rule is met where something shows it, not met where something shows that, and otherwise says what to look at.
RSpec.describe Dielectra::Rules::Checks do
  include SmallHouse

  # A switch box with the feed and a cable to a light, opened and proved dead
  def session(found = {}, amps: 15, steps: [], **more)
    job =
      job_document(
        places: {
          "panel" => "panel",
          "hall" => "switch_box",
          "ceiling" => "luminaire_box"
        },
        controls: {
          "S1" => "hall"
        },
        loads: {
          "L1" => "ceiling"
        },
        wanted: {
          "kind" => "restore",
          "control" => {
            "L1" => ["S1"]
          }
        }
      ).merge("breakers" => [{ "id" => "B1", "amps" => amps }], **more.transform_keys(&:to_s))
    taken = [
      { "do" => "breaker", "device" => "B1", "to" => "off", "answer" => { "ok" => true } },
      { "do" => "open", "place" => "hall", "answer" => { "found" => RuledBox.all.merge(found).compact } },
      { "do" => "prove_dead", "place" => "hall", "answer" => { "live" => [] } },
      *steps
    ]
    Dielectra::Session::Troubleshooting.for(Dielectra::Evidence::Job.new(job.merge("steps" => taken)))
  end

  def state(article, session, **local)
    site = Dielectra::Rules::Site.new(session, local: Dielectra::Rules::Local.new(**local))
    notes = Dielectra::Rules::Book.of("north_america").notes(site)
    notes.find { |note| note["article"].start_with?(article) }&.fetch("state")
  end

  def reading(tool, points, answer) = { "do" => "probe", "tool" => tool, "at" => points, "answer" => answer }

  crowd = %w[hall/1.black hall/2.black S1.terminal_1]
  crowded = [%w[hall/1.white hall/2.white], crowd, RuledBox::GROUNDS]
  twelve = RuledBox::CABLES.map { |row| row.merge("type" => "12/2") }

  [
    ["250.148", "grounds in one joint", {}, "met"],
    [
      "250.148",
      "a ground that is loose",
      { "joints" => RuledBox.joints(*RuledBox::SWITCHED, %w[hall/1.bare hall.box S1.ground]) },
      "not_met"
    ],
    ["250.148", "no ground at all", RuledBox.ungrounded, nil],
    [
      "250.142(B)",
      "a ground on a neutral",
      { "joints" => RuledBox.joints(*RuledBox::SWITCHED.drop(1), %w[hall/1.white hall/2.white hall/1.bare]) },
      "not_met"
    ],
    ["250.142(B)", "grounds that carry nothing", {}, nil],
    ["404.9(B)", "metal that nobody read", {}, "not_known"],
    ["404.9(B)", "a plastic box without a ground", RuledBox.ungrounded.merge("enclosure" => "plastic"), "not_met"],
    ["314.16", "a box that is big enough", {}, "met"],
    ["314.16", "a box that is too small", { "volume_in3" => 12.5 }, "not_met"],
    ["314.16", "a box whose volume nobody read", { "volume_in3" => nil }, "not_known"],
    ["110.14(A)", "one conductor a screw", {}, nil],
    ["110.14(A)", "two under a screw", { "joints" => RuledBox.joints(*crowded, by: { crowd => "screw" }) }, "not_met"],
    ["110.14(A)", "two at a screw, no word on how", { "joints" => RuledBox.joints(*crowded) }, "not_known"],
    [
      "110.14(A), push-in",
      "14 AWG in push-in holes",
      {
        "joints" => RuledBox.joints(*RuledBox::SWITCHED, RuledBox::GROUNDS, by: { RuledBox::SWITCHED[1] => "push_in" })
      },
      "not_known"
    ],
    [
      "110.14(A), push-in",
      "12 AWG in push-in holes",
      {
        "cable_ends" => twelve,
        "joints" => RuledBox.joints(*RuledBox::SWITCHED, RuledBox::GROUNDS, by: { RuledBox::SWITCHED[1] => "push_in" })
      },
      "not_met"
    ],
    ["404.14(C)", "aluminum", { "remarks" => [{ "point" => "hall/1.black", "what" => "aluminum" }] }, "not_known"],
    ["404.14(C)", "copper", {}, nil]
  ].each do |article, what, found, expected|
    it "judges #{what} by #{article}: #{expected || "does not apply"}" do
      expect(state(article, session(found))).to eq(expected)
    end
  end

  it "takes a yoke for grounded once the metal was read with something that loads it" do
    read = ->(found, ohms) do
      session(found, steps: [reading("resistance", %w[hall/1.white hall.box], { "ohms" => ohms })])
    end
    expect([read.call({}, 0.4), read.call(RuledBox.ungrounded, 5_000)].map { |one| state("404.9(B)", one) }).to eq(
      %w[met not_met]
    )
  end

  it "is out of reach of the rule where no grounded metal is near" do
    none = session(RuledBox.ungrounded.merge("enclosure" => "plastic"))
    expect(state("404.9(B)", none, grounded_metal: { "hall" => "far" })).to eq("met")
  end

  it "calls copper behind too big a breaker a fire hazard, and wants the handle read" do
    expect([session(amps: 30), session(amps: 15)].map { |one| state("240.4(D)", one) }).to eq(%w[not_met not_known])
    site = Dielectra::Rules::Site.new(session(amps: 30))
    expect(described_class.of("circuits", site).gauge.map(&:because)).to include(a_string_matching(/Fire hazard.*15 A/))
  end

  it "counts armor as a ground only where it was read" do
    bare = RuledBox.ungrounded
    read = ->(ohms) do
      session(bare, method: "ac", steps: [reading("resistance", %w[hall/1.white hall.box], { "ohms" => ohms })])
    end
    expect([session(bare, method: "ac"), read.call(0.5), read.call(5_000)].map { |one| state("250.118", one) }).to eq(
      %w[not_known met not_met]
    )
  end

  it "wants torque on what was fitted" do
    fitted =
      session(steps: [{ "do" => "replace", "device" => "S1", "kind" => "single_pole", "answer" => { "ok" => true } }])
    expect([session, fitted].map { |one| state("110.14(D)", one) }).to eq([nil, "not_known"])
  end
end

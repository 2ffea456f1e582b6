# frozen_string_literal: true

require_relative "small_house"

# A light on one switch, with an outlet downstream of the switch box that nobody listed, and whatever is wrong with it
module Passage
  include SmallHouse

  PLACES = {
    "panel" => "panel",
    "hall" => "switch_box",
    "ceiling" => "luminaire_box",
    "beyond" => "receptacle_box"
  }.freeze
  JOINTS = [
    "B1.load panel/1.black",
    "panel.neutral panel.ground panel/1.white panel/1.bare",
    "hall/1.black hall/3.black S1.terminal_1",
    "hall/2.black S1.terminal_2",
    "hall/1.white hall/2.white hall/3.white",
    "hall/1.bare hall/2.bare hall/3.bare S1.ground",
    "ceiling/1.black L1.hot",
    "ceiling/1.white L1.neutral",
    "ceiling/1.bare L1.ground",
    "beyond/1.black R9.hot_1",
    "beyond/1.white R9.neutral_1",
    "beyond/1.bare R9.ground"
  ].freeze

  def passage_circuit(faults: [], joints: JOINTS, switch: {}, devices: [])
    cables = [%w[panel/1 hall/1], %w[hall/2 ceiling/1], %w[hall/3 beyond/1]]
    circuit_document(
      places: PLACES,
      cables: cables.map { |ends| run(*ends, "black white bare", type: "14/2") },
      devices: [
        switch("S1", "hall").merge("position" => "off", **switch),
        light("L1", "ceiling"),
        { "id" => "R9", "kind" => "receptacle", "place" => "beyond", "hot_tab" => "intact" },
        *devices
      ],
      joints:,
      faults:
    )
  end

  def passage_job(**more)
    job_document(
      places: PLACES.except("beyond"),
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
    ).merge(more.transform_keys(&:to_s))
  end

  # A played passage: the session that has ended, the house, and how it was found
  # @param refuses [Array<Hash>] see Practice::House
  def played(circuit, job = passage_job, refuses: [], &block)
    found = Dielectra::Circuit.read(circuit)
    asked = Dielectra::Evidence::Job.read(job)
    house = Dielectra::Practice::House.new(found, job: asked, refuses:)
    [play(house, asked, &block), house, found]
  end

  # @return [Array<String>] what worked when it was found and does not any more
  def left_apart(session, house, found) =
    Dielectra::Practice::Handover.new(
      found,
      house.circuit,
      session.job,
      opened: session.situation.opened.keys
    ).left_apart
end

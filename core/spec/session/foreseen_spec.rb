# frozen_string_literal: true

require_relative "../support/small_house"

# A dimmer is asked for at one end of a pair, in conduit. While it is fitted, a contact of the switch at the other end
# fails. The box there stays closed until the proof fails, and holds other colors than one would think.
RSpec.describe Dielectra::Session::Change do
  include SmallHouse

  let(:places) do
    { "panel" => "panel", "den" => "switch_box", "mudroom" => "switch_box", "ceiling" => "luminaire_box" }
  end
  let(:circuit) do
    circuit_document(
      places:,
      cables: [
        run("panel/1", "den/1", "red white green"),
        run("den/2", "ceiling/1", "orange gray green"),
        run("den/3", "mudroom/1", "black yellow blue green")
      ],
      devices: [
        switch("S1", "den", kind: "three_way"),
        switch("S2", "mudroom", kind: "three_way"),
        light("L1", "ceiling")
      ],
      joints: [
        "B1.load panel/1.red",
        "panel.ground panel.neutral panel/1.green panel/1.white",
        "S1.common den/1.red",
        "S1.traveler_1 den/3.yellow",
        "S1.traveler_2 den/3.blue",
        "den/3.black den/2.orange",
        "den/1.white den/2.gray",
        "den/1.green den/2.green den/3.green S1.ground",
        "S2.common mudroom/1.black",
        "S2.traveler_1 mudroom/1.yellow",
        "S2.traveler_2 mudroom/1.blue",
        "S2.ground mudroom/1.green",
        "L1.hot ceiling/1.orange",
        "L1.neutral ceiling/1.gray",
        "L1.ground ceiling/1.green"
      ]
    )
  end
  let(:job) { Dielectra::Evidence::Job.read(document) }
  let(:document) do
    wanted = { "kind" => "fit", "control" => { "L1" => %w[S1 S2] }, "fit" => { "S2" => "dimmer_three_way" } }
    job_document(places:, controls: { "S1" => "den", "S2" => "mudroom" }, loads: { "L1" => "ceiling" }, wanted:)
  end

  def house = @house ||= Dielectra::Practice::House.new(Dielectra::Circuit.read(circuit), job:)

  # Answers, from a house in which the contact has failed once the dimmer is in
  def answer(step)
    answer = house.answer(step)
    wear if step["do"] == "fit"
    answer
  end

  def wear
    worn = { "kind" => "contact_stuck_closed", "device" => "S1", "contact" => %w[common traveler_2] }
    @house = Dielectra::Practice::House.new(house.circuit.with(faults: [worn]), job:)
    house.answer("do" => "breaker", "device" => "B1", "to" => "off")
    %w[open prove_dead].each { |act| house.answer("do" => act, "place" => "mudroom") }
  end

  it "is planned anew where a box that opens late is not what it was taken for" do
    session = described_class.new(job)
    taken = []
    until session.next.is_a?(Dielectra::Session::Conclusion)
      taken << session.next.to_h
      session.record(taken.last.merge("answer" => answer(taken.last)))
    end
    expect([session.next.status, Dielectra::Practice::Inspection.new(house.circuit, job.after).obeys?]).to eq(
      ["solved", true]
    )
    opened = session.steps.index { |step| step["place"] == "den" }
    fitted = session.steps.index { |step| step["do"] == "fit" }
    expect(opened).to be > fitted
    expect(session.steps.map { |step| step.except("answer") }).to eq(taken)
  end
end

# frozen_string_literal: true

RSpec.describe Dielectra::Steps::Wiggle do
  let(:situation) { Dielectra::Evidence::Situation.start(demo_job("tower_stair")) }
  let(:step) { Dielectra::Steps.of({ "do" => "wiggle", "device" => "S1" }) }

  def answered(light) =
    Dielectra::Steps.of({ "do" => "wiggle", "device" => "S1", "answer" => { "loads" => { "L1" => light } } })

  it "is done at the switch, with the cover on" do
    expect([step.place(situation), step.permit, step.touches]).to eq(["tower_door", :toggle, :nothing])
  end

  it "stirs the contact and the box, so that what makes contact is drawn anew" do
    expect(step.stirs(situation)).to eq(%w[S1 tower_door])
  end

  it "says of each light whether it flickers, and what was moved" do
    seen = answered("flickers").sightings(situation)
    expect(seen.map { |one| [one.what, one.at, one.reading, one.moved] }).to eq(
      [[:wiggle, "L1", "flickers", %w[S1 tower_door]]]
    )
  end

  it "flickers in a house whose contact is bad, and in no other" do
    circuit = demo_circuit("boathouse")
    bad = { "kind" => "contact_intermittent", "device" => "S1", "contact" => %w[terminal_1 terminal_2] }
    seen =
      [[], [bad]].map do |faults|
        house = Dielectra::Practice::House.new(circuit.with(faults:))
        house.answer({ "do" => "set", "device" => "S1", "to" => "up" })
        house.answer(step.fields)["loads"]["L1"]
      end
    expect(seen).to eq(%w[on flickers])
  end
end

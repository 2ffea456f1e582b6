# frozen_string_literal: true

RSpec.describe Dielectra::Practice::Least do
  def least(name)
    found = demo_circuit(name)
    house = Dielectra::Practice::House.new(found)
    session = play(house, demo_job(name))
    [described_class.new(found, house.circuit, session, session.job), session]
  end

  it "counts the boxes in which something was changed, and no other" do
    one, session = least("tower_stair")
    expect(one.places).to all(
      satisfy { |place| session.log.done("arrange", "replace").any? { |e| e["place"] == place } }
    )
    expect(one.places).not_to be_empty
    expect(session.situation.opened.keys).to include(*one.places)
  end

  it "is the sum of its parts, and less than the session took" do
    one, session = least("tower_stair")
    expect(one.minutes).to be_within(1e-9).of(one.parts.values.sum)
    expect(one.parts.keys).to contain_exactly(:panel, :walks, :breakers, :opening, :work, :proof)
    expect(one.minutes).to be_between(5, session.minutes)
  end

  it "asks for no box to be opened where nothing was changed" do
    found = demo_circuit("tower_stair")
    session = Dielectra::Session::Troubleshooting.for(demo_job("tower_stair"))
    same = described_class.new(found, found, session, session.job)
    expect([same.places, same.parts.keys]).to eq([[], %i[walks proof work]])
  end
end

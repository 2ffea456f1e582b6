# frozen_string_literal: true

# What has to be right besides the light.
RSpec.describe "A house that is handed over" do
  # Plays a demo house with some points exchanged in a box.
  def played(name, swap)
    document = demo_document("#{name}.circuit.json")
    document["joints"].each { |joint| joint["points"].map! { |point| swap.fetch(point, point) } }
    found = Dielectra::Circuit.read(document)
    house = Dielectra::Practice::House.new(found)
    session = play(house, demo_job(name))
    [
      session,
      Dielectra::Practice::Handover.new(
        found,
        house.circuit,
        demo_job(name),
        opened: session.situation.opened.keys
      ).shortcomings
    ]
  end

  %w[tower_stair boathouse passage horn_shed signal_gallery].each do |name|
    it "has nothing left to answer for in #{name}" do
      session, shortcomings = played(name, {})
      expect([session.next.status, shortcomings]).to eq(["solved", []])
    end
  end

  it "has no ground that serves as the neutral, where somebody exchanged them" do
    session, shortcomings =
      played("tower_stair", { "lamp_room/1.bare" => "lamp_room/1.white", "lamp_room/1.white" => "lamp_room/1.bare" })
    expect([session.next.status, shortcomings]).to eq(["solved", []])
  end

  it "has the ground joined again that was put on a hot screw" do
    session, shortcomings =
      played("boathouse", { "slip_door/1.bare" => "slip_door/1.black", "slip_door/1.black" => "slip_door/1.bare" })
    expect([session.next.status, shortcomings]).to eq(["solved", []])
  end
end

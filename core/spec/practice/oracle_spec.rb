# frozen_string_literal: true

RSpec.describe Dielectra::Practice::Oracle do
  let(:session) { opened("tower_stair", "tower_door", "lamp_room", "stair_head") }
  let(:truth) { session.belief.hypotheses.first }
  let(:oracle) { described_class.new(truth, session.situation, session.belief) }

  it "reads what the house reads, under the hypothesis that is right" do
    house = Dielectra::Practice::House.new(demo_circuit("tower_stair"))
    house.answer({ "do" => "breaker", "device" => "B1", "to" => "off" })
    %w[tower_door lamp_room].each { |place| house.answer({ "do" => "open", "place" => place }) }
    points = session.situation.conductors("lamp_room")
    points.combination(2) do |pair|
      step = { "do" => "probe", "tool" => "continuity", "at" => pair }
      said = oracle.answer(step)
      expect(said["reads"]).to eq(house.answer(step)["reads"]) if said && oracle.joined(*pair) != :perhaps
    end
  end

  it "does not say what no hypothesis says" do
    expect(oracle.answer({ "do" => "open", "place" => "stair_head" })).to be_nil
    expect(oracle.answer({ "do" => "find_breaker", "point" => "tower_door/1.black" })).to be_nil
  end
end

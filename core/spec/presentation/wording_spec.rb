# frozen_string_literal: true

RSpec.describe Dielectra::Presentation::Wording do
  {
    { "kind" => "miswired", "place" => "lamp_room" } => "Miswired in the lamp room box",
    {
      "kind" => "joint_open",
      "place" => "lamp_room",
      "points" => ["lamp_room/2.black"]
    } =>
      "Black of cable 2 in the lamp room box makes no good contact",
    {
      "kind" => "conductor_open",
      "points" => ["a/1.red"],
      "between" => %w[a/1 b/2]
    } =>
      "Red of cable 1 is broken inside the run from a to b",
    { "kind" => "no_supply" } => "No line comes from the panel",
    { "kind" => "lamp" } => "The bulb is burnt out"
  }.each do |cause, sentence|
    it "says: #{sentence}" do
      expect(described_class.cause(cause)).to eq(sentence)
    end
  end

  it "never claims certainty in figures" do
    expect([0.9999, 0.5, 0.0001].map { |share| described_class.percent(share) }).to eq(["over 99%", "50%", "under 1%"])
  end
end

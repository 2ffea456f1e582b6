# frozen_string_literal: true

RSpec.describe Dielectra::Repair::Soundness do
  let(:session) { opened("boathouse", "slip_door", "boathouse") }
  let(:whole) do
    session.belief.hypotheses.find do |item|
      item.deviations.empty? && item.skeleton.runs.find(&:feed?).ends.include?("boathouse/1")
    end
  end

  def arranged(place, joints)
    session.situation.arrangement.with_joints(place, from: session.situation.joints(place), to: joints)
  end

  it "finds a circuit sound that obeys, and unsound when its light always burns" do
    expect(session.soundness.sound?(whole, session.situation.arrangement)).to be(true)
    always = arranged("slip_door", [%w[slip_door/1.black slip_door/1.white]])
    expect(session.soundness.sound?(whole, always)).to be(false)
  end

  it "does not accept a switched neutral, though the light obeys" do
    switched =
      arranged(
        "boathouse",
        [%w[boathouse/1.white boathouse/2.white], %w[L1.hot boathouse/1.black], %w[L1.neutral boathouse/2.black]]
      )
    expect(session.belief.prediction.light(whole, switched, { "S1" => true })).to eq(:on)
    expect(session.soundness.sound?(whole, switched)).to be(false)
  end

  # What is joined in the light's box, and whether energizing it would be a hazard.
  {
    [%w[boathouse/1.black boathouse/1.white]] => true,
    [%w[boathouse/1.black boathouse/1.bare]] => true,
    [%w[boathouse/1.black boathouse/2.white]] => false,
    [] => false
  }.each do |joints, hazard|
    it "calls #{joints.flatten.join(" on ")} #{hazard ? "a hazard" : "none"}" do
      expect(
        session
          .soundness
          .hazards(whole, arranged("boathouse", joints))
          .anybits?(session.belief.world.bit({ "S1" => false }))
      ).to be(hazard)
    end
  end
end

# frozen_string_literal: true

RSpec.describe Dielectra::Practice::Terminal do
  def typed(*lines)
    output = StringIO.new
    described_class.new(Dielectra::Practice::Exercise.new(1, 1), StringIO.new(lines.join("\n")), output).run
    output.string
  end

  it "says what the call is, and what can be done" do
    expect(typed("help")).to include("One switch, one light, house 1", "Switch S1: porch", "prove a box dead")
  end

  it "does what is typed, shows the box, and stops what is unsafe" do
    said =
      typed(
        "look",
        "open porch",
        "off B1",
        "open porch",
        "dead porch",
        "box porch",
        "read continuity porch/1.black porch/2.black"
      )
    expect(said).to include("L1 off", "STOPPED: The cover", "→ dead", "  S1.terminal_1", "silent")
  end

  it "says no to what cannot be done, and goes on" do
    expect(typed("dance", "box attic", "bench S1 up", "look")).to include(
      "No: dance",
      "No: no open box",
      "No: ",
      "L1 off"
    )
  end

  it "hints, and ends with a review" do
    said = typed("hint", "done lamp", "look")
    expect(said).to include("What it could be:", "The house is not right.", "You did not name it.", "One who knew")
    expect(said).not_to include("Look at the light")
  end
end

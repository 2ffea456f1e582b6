# frozen_string_literal: true

RSpec.describe "What is taped black" do
  # An old house in which the switch lies in the neutral, with a bad connection at it
  let(:circuit) do
    cable = ->(*ends) do
      wires = %w[black white].map { |color| { "ids" => [color, color], "color" => color } }
      { "ends" => ends, "type" => "14/2", "method" => "nm", "conductors" => wires }
    end
    {
      "format" => "dielectra/circuit",
      "version" => 1,
      "supply" => {
        "volts" => 120,
        "hertz" => 60
      },
      "places" => [
        { "id" => "panel", "kind" => "panel" },
        { "id" => "loft", "kind" => "switch_box", "enclosure" => "metal", "volume_in3" => 12.5 },
        { "id" => "ceiling", "kind" => "luminaire_box", "enclosure" => "metal" }
      ],
      "cables" => [cable.call("panel/1", "loft/2"), cable.call("loft/1", "ceiling/1")],
      "devices" => [
        { "id" => "B1", "kind" => "breaker", "place" => "panel", "amps" => 15, "position" => "on" },
        { "id" => "S1", "kind" => "single_pole", "place" => "loft" },
        {
          "id" => "L1",
          "kind" => "luminaire",
          "place" => "ceiling",
          "lamp" => {
            "kind" => "incandescent",
            "watts" => 60,
            "good" => true
          }
        }
      ],
      "joints" =>
        [
          %w[B1.load panel/1.black],
          %w[panel.ground panel.neutral panel/1.white],
          %w[loft/1.black loft/2.black],
          %w[S1.terminal_2 loft/2.white],
          %w[S1.terminal_1 loft/1.white],
          %w[L1.hot ceiling/1.black],
          %w[L1.neutral ceiling/1.white]
        ].map { |points| { "points" => points } },
      "faults" => [{ "kind" => "joint_open", "point" => "loft/2.white" }]
    }
  end
  let(:job) do
    Dielectra::Evidence::Job.read(
      Dielectra::Evidence::Draft.document({ "switches" => ["Loft"], "light" => "Ceiling", "year_built" => 1938 })
    )
  end

  it "is never a conductor that may yet turn out to be the neutral" do
    house = Dielectra::Practice::House.new(Dielectra::Circuit.read(circuit), job:)
    session = play(house, job)
    points = session.steps.select { |step| step["do"] == "mark" }.map { |step| step["point"] }
    expect(session.next.status).to eq("solved")
    expect(Dielectra::Practice::TrueRoles.new(house.circuit, job).of(points).values).not_to include("neutral")
  end
end

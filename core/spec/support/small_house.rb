# frozen_string_literal: true

# The files of a house that one example needs, in few words
module SmallHouse
  SUPPLY = { "volts" => 120, "hertz" => 60 }.freeze

  # @param places [Hash{String => String}] place => kind
  # @param joints [Array<String>] points that touch, with blanks between
  def circuit_document(places:, cables:, devices:, joints:, faults: [])
    {
      "format" => "dielectra/circuit",
      "version" => 1,
      "supply" => SUPPLY,
      "places" => places.map { |id, kind| { "id" => id, "kind" => kind, **(kind == "panel" ? {} : PLASTIC) } },
      "cables" => cables,
      "devices" => [
        { "id" => "B1", "kind" => "breaker", "place" => "panel", "amps" => 15, "position" => "on" },
        *devices
      ],
      "joints" => joints.map { |points| { "points" => points.split, "by" => "screw" } },
      "faults" => faults
    }
  end

  # @param controls [Hash{String => String}] switch => place
  # @param loads [Hash{String => String}] light => place
  def job_document(places:, controls:, loads:, wanted:)
    {
      "format" => "dielectra/job",
      "version" => 1,
      "supply" => SUPPLY,
      "places" => places.map { |id, kind| { "id" => id, "kind" => kind } },
      "breakers" => [{ "id" => "B1", "amps" => 15 }],
      "controls" => controls.map { |id, place| { "id" => id, "place" => place, "on_off_marked" => false } },
      "loads" => loads.map { |id, place| { "id" => id, "place" => place, "kind" => "luminaire" } },
      "wanted" => wanted,
      "tools" => %w[ncv voltage continuity resistance],
      "steps" => []
    }
  end

  # Two toggles on one yoke in the kitchen, with a light on the counter and one on the porch
  # @param control [Hash{String => Array<String>}] light => toggles
  def yoke_job(places, control)
    job_document(
      places:,
      controls: {
        "S1.1" => "kitchen",
        "S1.2" => "kitchen"
      },
      loads: {
        "L1" => "counter",
        "L2" => "porch"
      },
      wanted: {
        "kind" => "restore",
        "control" => control
      }
    )
  end

  # @param tab [String] intact or removed
  def yoke(tab)
    { "id" => "S1", "kind" => "combination", "place" => "kitchen", "common_tab" => tab, "positions" => %w[off off] }
  end

  # @param colors [String] with blanks between; a color after a slash is the tape at the first end
  def run(one, other, colors, type: "raceway")
    conductors =
      colors.split.map do |word|
        color, tape = word.split("/")
        { "id" => color, "color" => color, **(tape ? { "tape" => [tape, nil] } : {}) }
      end
    { "ends" => [one, other], "type" => type, "method" => type == "raceway" ? "emt" : "nm", "conductors" => conductors }
  end

  def switch(id, place, kind: "single_pole") = { "id" => id, "kind" => kind, "place" => place, "position" => "down" }

  def light(id, place)
    lamp = { "kind" => "incandescent", "watts" => 60, "good" => true }
    { "id" => id, "kind" => "luminaire", "place" => place, "lamp" => lamp }
  end

  PLASTIC = { "enclosure" => "plastic" }.freeze
  private_constant :PLASTIC
end

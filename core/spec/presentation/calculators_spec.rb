# frozen_string_literal: true

RSpec.describe Dielectra::Presentation::Calculators do
  it "has an answer to every sum with the usual values" do
    described_class.to_a.each { |row| expect(described_class.result(row["name"], {})).to end_with(".") }
  end

  it "says what a box needs, and what a run loses" do
    expect(described_class.result("box_fill", { "conductors" => 12, "devices" => 2 })).to include("too small")
    expect(described_class.result("drop", { "feet" => 100, "amperes" => 10 })).to include("= 6.14 V")
  end

  it "says what goes with a plate, a dimmer and a connector" do
    expect(described_class.result("plate", { "up" => 9, "across" => 6 })).to include("out of reach")
    expect(described_class.result("plate", { "up" => 8, "across" => 5 })).to include("insulating plate")
    expect(described_class.result("led", { "lamps" => 1, "watts" => 9 })).to include("below its least load")
    expect(described_class.result("connector", { "conductors" => 6 })).to start_with("Too many")
  end

  it "refuses what is no number, with the field" do
    expect { described_class.result("drop", { "feet" => "far" }) }.to raise_error(
      Dielectra::InvalidInput,
      /Feet, one way/
    )
    expect { described_class.result("drop", { "gauge" => "13" }) }.to raise_error(Dielectra::InvalidInput, /AWG/)
    expect { described_class.result("weather", {}) }.to raise_error(Dielectra::InvalidInput, /no such sum/)
  end
end

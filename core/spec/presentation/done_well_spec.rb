# frozen_string_literal: true

RSpec.describe "How a step is done well" do
  def how(step, job = demo_job("chart_room"))
    words = Dielectra::Presentation::Telling::Words.of(step)
    words.done_well(Dielectra::Evidence::Situation.start(job))
  end

  it "says what box goes into which wall, and how a place for it is found" do
    said = how({ "do" => "box", "place" => "gallery_door", "volume_in3" => 18 }).join(" ")
    expect(said).to include("lath", "studs", "Insulated outer wall", "Power off while you cut")
  end

  it "says how a cable gets there, and keeps the old circuit whole until it is in" do
    said = how({ "do" => "cable", "between" => %w[chart_room gallery_door], "type" => "14/3" }).join(" ")
    expect(said).to include("Attic", "baseboard", "before anything of the old circuit", "Patching")
  end

  it "has nothing to say of walls where conductors go into a raceway" do
    expect(how({ "do" => "cable", "between" => %w[chart_room gallery_door], "colors" => ["red"] })).to be_empty
  end

  it "has a device tested before it goes in, and a bulb just put in" do
    expect(how({ "do" => "replace", "device" => "S1", "kind" => "three_way" }).join).to include("Test the new one")
    expect(how({ "do" => "replace", "device" => "L1", "kind" => "lamp" })).to be_empty
  end
end

# frozen_string_literal: true

RSpec.describe "Somebody at the panel" do
  let(:alone) { demo_job("boathouse") }
  let(:helped) { Dielectra::Evidence::Job.read(alone.document.merge("helper" => "Imre")) }

  def told(job, step)
    Dielectra::Presentation::Instruction.of(step, Dielectra::Evidence::Situation.start(job))
  end

  it "costs a call instead of a walk" do
    box = alone.controls.first.place
    costs = Dielectra::Evidence::Costs.new
    expect([alone, helped].map { |job| costs.walk(box, job.panel.id, job) }).to eq(
      [costs["walk_panel"], costs["call_out"]]
    )
  end

  it "is who turns the breaker, and nobody relies on the word" do
    off = told(helped, { "do" => "breaker", "device" => "B1", "to" => "off" })
    expect(off["title"]).to eq("Have Imre turn breaker B1 off")
    expect(off["detail"]).to include("What you read in the box counts")
    on = told(helped, { "do" => "breaker", "device" => "B1", "to" => "on" })
    expect(on["detail"]).to include("all hands are clear before Imre switches it")
    expect(told(alone, { "do" => "breaker", "device" => "B1", "to" => "off" })["title"]).to eq("Turn breaker B1 off")
  end

  it "makes the same job shorter" do
    minutes =
      [alone, helped].map do |job|
        house = Dielectra::Practice::House.new(demo_circuit("boathouse"), job:)
        play(house, job).minutes
      end
    expect(minutes.last).to be < minutes.first
  end
end

# frozen_string_literal: true

# Two conductors of a run that touch, or between which the insulation lets a little through.
RSpec.describe "Insulation that fails" do
  # The boathouse, its loop with or without a conductor to spare, and one thing wrong in there.
  def boathouse(fault, spare: false)
    document =
      demo_document("boathouse.circuit.json").merge(
        "faults" => [fault.merge("between" => %w[slip_door/1.black slip_door/1.white])]
      )
    loop = document["cables"].last
    if spare
      loop["type"] = "14/3"
      loop["conductors"].insert(1, { "id" => "red", "color" => "red" })
    end
    Dielectra::Practice::House.new(Dielectra::Circuit.read(document))
  end

  def job = Dielectra::Evidence::Job.read(demo_document("boathouse.job.json").merge("steps" => []))

  def causes(session) = session.next.causes.map { |cause| cause.values_at("kind", "between") }

  it "is the cause where a light never goes out but only turns dim" do
    session = play(boathouse({ "kind" => "leak", "ohms" => 1200 }), job)
    expect([session.next.status, causes(session)]).to match(
      ["stopped", [["short", ["slip_door/1", a_string_starting_with("boathouse")]]]]
    )
    expect(session.next.why).to match(/insulation.*leaks/)
  end

  it "is got round with a conductor to spare, and what fails is left alone at both ends" do
    house = boathouse({ "kind" => "short", "ohms" => 0.1 }, spare: true)
    session = play(house, job)
    expect([session.next.status, session.next.causes.map { |cause| cause["kind"] }]).to match(
      ["solved", array_including("short")]
    )
    used =
      house.circuit.joints.flat_map(&:points) &
        %w[slip_door/1.black slip_door/1.white boathouse/2.black boathouse/2.white]
    expect(used.map { |point| point[/\w+\z/] }.uniq.size).to eq(1)
    left =
      Dielectra::Practice::Handover.new(
        boathouse({ "kind" => "short", "ohms" => 0.1 }, spare: true).circuit,
        house.circuit,
        job,
        opened: session.situation.opened.keys
      )
    expect([Dielectra::Practice::Inspection.new(house.circuit, job).obeys?, left.shortcomings]).to eq([true, []])
  end

  it "is looked for in the run from the panel too" do
    document =
      demo_document("boathouse.circuit.json").merge(
        "faults" => [{ "kind" => "short", "between" => %w[boathouse/1.black boathouse/1.white], "ohms" => 0.1 }]
      )
    session = play(Dielectra::Practice::House.new(Dielectra::Circuit.read(document)), job)
    expect([session.next.status, session.next.causes.map { |cause| cause["kind"] }]).to eq(["stopped", ["short"]])
  end
end

# frozen_string_literal: true

# Houses that no scenario makes: several switches in one box, breakers that trip, wrong labels, finished jobs.
RSpec.describe Dielectra::Practice::Case do
  def exercise(level, seed) = Dielectra::Practice::Exercise.new(level, seed)

  # Does what the program would do, and says how the house is left
  def played(exercise)
    play(exercise.house, exercise.job).then { |session| [session.next.status, exercise.shortcomings] }
  end

  let(:document) { exercise(9, 1).scenario.document }

  it "is the same when it is written and read" do
    read = described_class.read(JSON.parse(JSON.generate(document)))
    expect([read.truth, read.circuit.to_h]).to eq([exercise(9, 1).scenario.truth, document["circuit"]])
  end

  it "is refused where nothing is said to be wrong, or where the circuit is none" do
    expect { described_class.read(document.merge("causes" => [])) }.to raise_error(Dielectra::InvalidInput, /wrong/)
    expect { described_class.read(document.merge("circuit" => {})) }.to raise_error(Dielectra::InvalidInput)
  end

  it "wants the box as well as the kind, except for what lies where it lies" do
    house = described_class.new(nil, nil, [{ "kinds" => ["tab"], "place" => "hall" }])
    claims = [%w[tab hall], %w[miswired hall], %w[tab porch], %w[lamp hall]]
    expect(claims.map { |kind, place| house.named?("kind" => kind, "place" => place) }).to eq(
      [true, true, false, false]
    )
    lamp = described_class.new(nil, nil, [{ "kinds" => ["lamp"], "place" => "loft" }])
    expect(lamp.named?("kind" => "lamp")).to be(true)
  end

  it "asks for the rest to work, and no more, where nothing in reach repairs it" do
    run, fixture = %w[short load_failed].map { |kind| described_class.new(nil, nil, [{ "kinds" => [kind] }]) }
    expect([run.beyond?, fixture.beyond?]).to eq([true, false])
  end

  {
    "several switches" => [9, 3],
    "a shorted fixture" => [10, 4],
    "a toggle across line and neutral" => [10, 3]
  }.each do |what, (level, seed)|
    it "can be put right, and is not right before: #{what}" do
      house = exercise(level, seed)
      expect(house).not_to be_right
      expect(played(house)).to eq(["solved", []])
    end
  end

  it "has what the customer saw of several switches, and tells nothing else" do
    heard = Dielectra::Presentation::ExerciseSheet.new(exercise(9, 3)).to_h["complaint"]
    expect(heard).to all(match(/\AWith .+, the .+ (is|are) (on|off)/))
  end

  describe Dielectra::Practice::WrongLabel do
    let(:house) { exercise(11, 15) }

    it "names a breaker that does not feed the light, whose switch stays live with that one off" do
      circuit = house.scenario.circuit
      live =
        circuit
          .breakers
          .map(&:id)
          .to_h { |id| [id, Dielectra::Physics::Network.new(circuit, { id => "off" }).live?("S1.terminal_1")] }
      expect(live.fetch(house.job.breakers.first)).to be(true)
      expect(live.values).to include(false)
    end

    it "is worked to its end, the listed breaker's circuit left alone that only passes through the box" do
      session = Dielectra::Session::Troubleshooting.for(house.job)
      titles = []
      until (step = session.next).is_a?(Dielectra::Session::Conclusion)
        titles << Dielectra::Presentation::Instruction.of(step.to_h, session.situation)["title"]
        session.record(step.to_h.merge("answer" => house.house.answer(step.to_h).except("id")))
      end
      expect([session.next.status, house.shortcomings]).to eq(["solved", []])
      expect(session.situation.foreign.values.flatten).not_to be_empty
      expect(titles).to include("Test the kitchen box with breaker B2 on")
    end
  end

  describe Dielectra::Practice::OwnCase do
    def finished(name) = play(Dielectra::Practice::House.new(demo_circuit(name)), demo_job(name))

    it "makes a house of a finished job that shows the same trouble, under other names" do
      session = finished("boathouse")
      house = Dielectra::Practice::Case.read(described_class.new(session).document)
      expect(session.next.causes.map { |cause| cause["kind"] }).to include(house.truth["kind"])
      names = session.job.boxes.map(&:id)
      expect(JSON.generate(house.document)).not_to match(/#{names.join("|")}/)
      again = play(Dielectra::Practice::House.new(house.circuit), house.job)
      expect([again.next.status, again.next.causes.map { |cause| cause["kind"] }]).to eq(
        ["solved", session.next.causes.map { |cause| cause["kind"] }]
      )
    end

    it "makes none of a job that goes on, that is a change, or in which nothing was wrong" do
      going = Dielectra::Session::Troubleshooting.new(demo_job("boathouse"))
      expect { described_class.new(going) }.to raise_error(Dielectra::InvalidInput, /not finished/)
      sound = Dielectra::Circuit.read(demo_document("boathouse.circuit.json").merge("faults" => []))
      job = Dielectra::Evidence::Job.read(demo_document("boathouse.job.json").merge("steps" => []))
      expect { described_class.new(play(Dielectra::Practice::House.new(sound), job)) }.to raise_error(
        Dielectra::InvalidInput,
        /nothing was found wrong/
      )
    end
  end
end

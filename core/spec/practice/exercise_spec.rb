# frozen_string_literal: true

RSpec.describe Dielectra::Practice do
  let(:exercise) { made(1, 1) }
  let(:place) { exercise.job.controls.first.place }
  let(:off) { { "do" => "breaker", "device" => "B1", "to" => "off" } }

  def made(level, seed, acts = []) = Dielectra::Practice::Exercise.new(level, seed, acts)

  # Does what the program would do, to the end
  def played(exercise)
    session = Dielectra::Session::Troubleshooting.for(exercise.job)
    until (step = session.next).is_a?(Dielectra::Session::Conclusion)
      session.record(step.to_h.merge("answer" => exercise.act(step.to_h).answer))
    end
    exercise
  end

  it "has a house that is not right, and the same one for the same seed" do
    expect(Dielectra::Practice::Level::ALL.map { |level| made(level.number, 5).right? }.first(5)).to all(be(false))
    documents = Array.new(2) { made(2, 7).job.document }
    expect(documents.first).to eq(documents.last)
  end

  it "answers as the house does, and counts the minutes" do
    exercise.act({ "do" => "watch" })
    exercise.act(off)
    expect(exercise.acts.map(&:answer)).to match([include("loads"), { "ok" => true }])
    expect(exercise.minutes).to be > 1
  end

  it "stops a cover from coming off a live box, before it happens" do
    act = exercise.act({ "do" => "open", "place" => place })
    expect([act.stopped, act.answer, act.minutes]).to eq(["opened with the breaker on", nil, 0.0])
    expect(exercise.situation.open?(place)).to be(false)
  end

  it "stops hands in a box that was not proved dead, and lets them in once it was" do
    [off, { "do" => "open", "place" => place }].each { |step| exercise.act(step) }
    move = { "do" => "move", "point" => exercise.situation.conductors(place).first, "to" => nil }
    expect(exercise.act(move).stopped).to eq("hands in a place not proved dead")
    exercise.act({ "do" => "prove_dead", "place" => place })
    expect(exercise.act(move).stopped).to be_nil
  end

  it "moves a conductor from one joint to another" do
    [off, *%w[open prove_dead].map { |kind| { "do" => kind, "place" => place } }].each { |step| exercise.act(step) }
    one, other = exercise.situation.conductors(place).first(2)
    exercise.act({ "do" => "move", "point" => one, "to" => other })
    expect(exercise.situation.joints(place)).to include(include(one, other))
    exercise.act({ "do" => "move", "point" => one, "to" => nil })
    expect(exercise.situation.joints(place).flatten).not_to include(one)
  end

  it "refuses what cannot be done, and nothing is changed then" do
    [
      { "do" => "bench", "device" => "S1", "position" => "up" },
      { "do" => "fly" },
      { "do" => "move", "point" => "attic/1.black", "to" => nil }
    ].each { |act| expect { exercise.act(act) }.to raise_error(Dielectra::InvalidInput) }
    expect(exercise.acts).to be_empty
  end

  it "refuses names that nothing has, with a box open as well" do
    [off, *%w[open prove_dead].map { |kind| { "do" => kind, "place" => place } }].each { |step| exercise.act(step) }
    [
      { "do" => "open", "place" => "moon" },
      { "do" => "set", "device" => "S9", "to" => "up" },
      { "do" => "probe", "tool" => "voltage", "at" => %w[a b] },
      { "do" => "replace", "device" => "S9", "kind" => "three_way" },
      { "do" => "replace", "device" => "S1", "kind" => "cow" },
      { "do" => "arrange", "place" => place, "joints" => [["q"]] }
    ].each { |act| expect { exercise.act(act) }.to raise_error(Dielectra::InvalidInput) }
    expect(exercise.acts.size).to eq(3)
  end

  it "comes to the same when its acts are done anew" do
    played(exercise)
    again = made(1, 1, exercise.acts.map(&:step))
    expect([again.minutes, again.right?, again.steps]).to eq([exercise.minutes, true, exercise.steps])
  end

  describe Dielectra::Practice::Review do
    it "says that a good player was right, and how long others would have taken" do
      player = played(made(2, 3))
      review = described_class.new(player, described_class.new(player, nil).truth)
      expect([review.right?, review.named?]).to eq([true, true])
      expect(review.others[:program]).to be_within(0.1).of(player.minutes)
      expect(review.others[:knowing]).to be < review.others[:procedure]
      expect(review.strip.last.left).to be < review.strip.first.left
    end

    it "says that one who gave up was not, and names the question that told nothing" do
      exercise = made(2, 3)
      [{ "do" => "watch" }, { "do" => "watch" }, { "do" => "watch" }].each { |step| exercise.act(step) }
      review = described_class.new(exercise, { "kind" => "lamp" })
      expect([review.right?, review.named?, review.readings, review.openings]).to eq([false, false, 0, 0])
      expect(review.wasted.number).to be > 1
    end

    it "wants the box as well as the kind of trouble" do
      exercise = made(2, 3)
      truth = described_class.new(exercise, nil).truth
      elsewhere = exercise.job.boxes.map(&:id).find { |box| box != truth["place"] }
      expect(described_class.new(exercise, truth)).to be_named
      expect(described_class.new(exercise, truth.merge("place" => elsewhere))).not_to be_named
    end
  end

  describe Dielectra::Presentation::ExerciseSheet do
    it "shows the house as it is known, and gives nothing away" do
      shown = described_class.new(exercise).to_h
      expect(shown["boxes"].map { |box| box["open"] }).to all(be(false))
      expect(shown["complaint"]).not_to be_empty
      expect(JSON.generate(shown.except("claims"))).not_to match(/stuck|faults|trouble/)
    end

    it "tells what would have happened, and puts shortcomings in words" do
      exercise.act({ "do" => "open", "place" => place })
      sheet = described_class.new(exercise)
      expect(sheet.to_h["acts"].last["stopped"]).to include("live box")
      expect(sheet.review(nil)["shortcomings"].join).not_to match(%r{/\d+\.})
    end

    it "has three hints, the last of which is the trouble" do
      hints = described_class.new(exercise).hints(3)
      expect(hints.map { |hint| hint["title"] }).to eq(described_class::HINTS)
      expect(hints.last["words"]).to eq(described_class.new(exercise).review(nil)["truth"])
    end
  end
end

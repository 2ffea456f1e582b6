# frozen_string_literal: true

require_relative "../app"
require "tmpdir"

RSpec.describe Server::Thinkers do
  def request(id, name, steps = [], what: "view")
    document = demo_document("#{name}.job.json").merge("steps" => [])
    about = { "id" => id, "title" => name, "complaint" => "", "day" => "2031-01-01", "time" => "", "house" => {} }
    { "do" => what, "about" => about, "document" => document, "steps" => steps, "version" => steps.size }
  end

  let(:off) { { "id" => 1, "do" => "breaker", "device" => "B1", "to" => "off", "answer" => { "ok" => true } } }

  around do |example|
    Dir.mktmpdir do |folder|
      @folder = folder
      @minds = described_class.new(folder, 2)
      example.run
    ensure
      @minds.stop
    end
  end

  it "answers from other processes as it would from this one" do
    here = described_class.new(nil, 0)
    [["view", [off]], ["why", []]].each do |what, steps|
      asked = request(1, "boathouse", steps, what:)
      expect(@minds.ask(asked)).to eq(here.ask(asked))
    end
  end

  it "refuses what does not fit, with its pointer, and goes on" do
    wrong = off.merge("device" => "S9")
    expect(@minds.ask(request(1, "boathouse", [wrong]))["refused"]).to include("pointer" => "/device")
    expect(@minds.ask(request(1, "boathouse", [off]))).to have_key("shown")
  end

  it "replaces a process that is gone" do
    @minds.ask(request(2, "boathouse"))
    @minds.stop
    answers = Array.new(2) { @minds.ask(request(2, "boathouse")) }
    expect(answers.last).to have_key("shown")
  end

  it "does not take one document's session for another's under the same number" do
    places = %w[boathouse tower_stair].map { |name| @minds.ask(request(3, name))["shown"]["controls"].size }
    expect(places).to eq([1, 2])
  end
end

RSpec.describe Server::Sessions do
  let(:document) { demo_document("boathouse.job.json").merge("steps" => []) }
  let(:steps) { [{ "id" => 1, "do" => "breaker", "device" => "B1", "to" => "off", "answer" => { "ok" => true } }] }

  it "takes a session up again from disk, and only one that the same code wrote" do
    Dir.mktmpdir do |folder|
      first = described_class.new(folder)
      first.at(7, document, steps)
      expect([first.write_one, first.write_one]).to eq([true, false])
      allow(Dielectra::Session::Troubleshooting).to receive(:new).and_call_original
      expect(described_class.new(folder).at(7, document, steps).steps).to eq(steps)
      expect(Dielectra::Session::Troubleshooting).not_to have_received(:new)
      allow(described_class).to receive(:code).and_return("another")
      described_class.new(folder).at(7, document, steps)
      expect(Dielectra::Session::Troubleshooting).to have_received(:new).once
    end
  end

  it "takes a step back from the session before, without folding everything anew" do
    Dir.mktmpdir do |folder|
      sessions = described_class.new(folder)
      more = steps + [{ "id" => 2, "do" => "watch", "answer" => { "unsure" => true } }]
      [steps, more].each { |some| sessions.at(7, document, some) && sessions.write_one }
      allow(Dielectra::Session::Troubleshooting).to receive(:new).and_call_original
      expect(sessions.at(7, document, steps).steps).to eq(steps)
      expect(Dielectra::Session::Troubleshooting).not_to have_received(:new)
    end
  end

  it "folds anew what cannot be read" do
    Dir.mktmpdir do |folder|
      File.binwrite(File.join(folder, "7.session"), "half of it")
      expect(described_class.new(folder).at(7, document, steps).steps).to eq(steps)
    end
  end
end

RSpec.describe Server::Patience do
  it "says that it takes longer, and gives the same request the answer when it is there" do
    stub_const("Server::Patience::SECONDS", 0.05)
    go = Queue.new
    count = 0
    work = -> { (count += 1) && go.pop && [200, "there"] }
    early = Array.new(2) { described_class.wait(:slow, &work) }
    go << true
    stub_const("Server::Patience::SECONDS", 5)
    expect([early, described_class.wait(:slow, &work), count]).to eq([[[202, ""]] * 2, [200, "there"], 1])
  end

  it "raises what the work raised" do
    expect { described_class.wait(:wrong) { raise Server::Problem.new(409, "No.") } }.to raise_error(
      Server::Problem,
      "No."
    )
  end
end

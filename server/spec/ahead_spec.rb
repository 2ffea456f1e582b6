# frozen_string_literal: true

require_relative "../app"
require_relative "../ahead"

RSpec.describe Server::Ahead do
  subject(:ahead) { described_class.new(sessions) }

  let(:sessions) { Server::Sessions.new }
  let(:thinker) { Server::Thinker.new(sessions, ahead) }
  let(:kept) { [] }
  let(:thought) { Queue.new }
  let(:first) { request([]) }

  before do
    allow(sessions).to receive(:expect).and_wrap_original do |original, *given|
      kept << given[3]
      original.call(*given).tap { thought << true }
    end
  end

  def request(steps, id: 1)
    document = demo_document("boathouse.job.json").merge("steps" => [])
    about = { "id" => id, "title" => "", "complaint" => "", "day" => "2031-01-01", "time" => "", "house" => {} }
    { "do" => "view", "about" => about, "document" => document, "steps" => steps, "version" => 1, "number" => 1 }
  end

  # The steps after the first answer to what is shown, as a client sends them
  def likeliest
    shown = JSON.parse(JSON.generate(thinker.answer(first)))["shown"]["next"]
    [shown["step"].merge("answer" => shown["choices"].first["answer"], "id" => 1)]
  end

  it "has the session at hand that the likeliest answer leads to, and shows the same" do
    after = request(likeliest)
    ahead.start
    thought.pop
    ahead.settle(after)
    plain = Server::Thinker.new.answer(after)
    expect(JSON.generate(thinker.answer(after))).to eq(JSON.generate(plain))
    expect(sessions.at(1, after["document"], after["steps"])).to equal(kept.first)
  end

  it "waits for an answer that it has thought about for long" do
    stub_const("#{described_class}::SUNK", -1)
    after = request(likeliest)
    ahead.start
    ahead.settle(after)
    expect(kept.first.steps).to eq(after["steps"])
  end

  it "gives way at once to any other request" do
    likeliest
    ahead.start
    ahead.settle(request([], id: 2))
    count = kept.size
    expect { sleep(0.05) }.not_to(change(kept, :size))
    expect(count).to be <= 1
  end

  it "drops what it expected once the job went another way" do
    after = request(likeliest)
    ahead.start
    thought.pop
    ahead.settle(after)
    thinker.answer(request([after["steps"].first.merge("answer" => { "unsure" => true })]))
    expect(sessions.at(1, after["document"], after["steps"])).not_to equal(kept.first)
  end

  it "has nothing to do before a job was shown, or for answers that are typed" do
    expect(ahead.start).to be(false)
    ahead.shown(first, nil, { next: { "step" => { "do" => "read" }, "choices" => [] } })
    expect(ahead.start).to be(false)
  end
end

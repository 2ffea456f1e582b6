# frozen_string_literal: true

RSpec.describe Dielectra::Checkpoint do
  # Plays a job; after every so many steps the session is written and read back.
  def played(name, every: nil)
    house = Dielectra::Practice::House.new(demo_circuit(name))
    session = Dielectra::Session::Troubleshooting.new(demo_job(name))
    until (step = session.next).is_a?(Dielectra::Session::Conclusion)
      session.record(step.to_h.merge("answer" => house.answer(step.to_h)))
      session = Marshal.load(Marshal.dump(session)) if every && (session.steps.size % every).zero?
    end
    [session.steps, step.to_h, session.belief.hypotheses.map { |hypothesis| hypothesis.weight.round(9) }]
  end

  %w[tower_stair horn_shed boathouse].each do |name|
    it "goes on in #{name} as if the session had never been put away" do
      expect(played(name, every: 1)).to eq(played(name))
    end
  end

  it "leaves out what can be worked out again" do
    session = play(Dielectra::Practice::House.new(demo_circuit("signal_gallery")), demo_job("signal_gallery"))
    expect(Marshal.dump(session).bytesize).to be < 4_000_000
  end

  it "is named in one line where an error names it" do
    session = Dielectra::Session::Troubleshooting.for(demo_job("signal_gallery"))
    expect { session.nothing_of_the_kind }.to raise_error(NoMethodError)
    expect([session, session.decision, session.findings].map { |one| one.inspect.size }).to all(be < 10_000)
  end

  it "leaves out what a class and the class above it name" do
    above = Class.new { include Dielectra::Checkpoint.without(:@above) }
    below =
      Class.new(above) do
        include Dielectra::Checkpoint.without(:@below)

        def initialize
          super
          @above = 1
          @below = 2
          @kept = 3
        end
      end
    expect(below.new.marshal_dump).to eq({ :@kept => 3 })
  end

  it "reads vocabulary back as the one object there is" do
    named = [
      Dielectra::Design::Scheme::PRESENT,
      Dielectra::Trade::DeviceKind["three_way"],
      Dielectra::Trade::Region.at(230)
    ]
    expect(Marshal.load(Marshal.dump(named)).zip(named)).to all(satisfy { |one, other| one.equal?(other) })
  end
end

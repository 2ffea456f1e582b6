# frozen_string_literal: true

RSpec.describe Dielectra::Meter::Scpi do
  # A line on which answers wait
  let(:line) do
    Class.new do
      attr_reader :sent

      def initialize(answers)
        @answers = answers
        @sent = []
      end

      def puts(text) = @sent << text

      def gets = @answers.shift
    end
  end

  def meter(*answers) = described_class.new(@line = line.new(answers), pause: ->(_) {})

  it "asks for what the tool measures, and reads the number" do
    expect(meter("+1.198000E+02\n").read("voltage")).to eq(119.8)
    expect(@line.sent).to eq(["MEAS:VOLT:AC?"])
    expect(meter("0.4").read("resistance")).to eq(0.4)
  end

  it "takes overload for an open circuit" do
    expect(meter("9.9E37").read("resistance")).to be_nil
    expect(meter("9.9E37", "9.9E37").steady("resistance")).to have_attributes(value: nil, settled: true)
  end

  it "waits until two readings are equal" do
    expect(meter("70", "110", "118.9", "119.2").steady("voltage")).to have_attributes(value: 119.2, settled: true)
  end

  it "says that a reading does not settle" do
    expect(meter(*(1..20).map { |number| (number * 10).to_s }).steady("voltage").settled).to be(false)
  end

  it "says what is broken" do
    expect { meter.read("voltage") }.to raise_error(described_class::Broken, /hung up/)
    expect { meter("ERR").read("voltage") }.to raise_error(described_class::Broken, /no number/)
    expect { meter("1").read("ncv") }.to raise_error(described_class::Broken, /ncv/)
  end

  describe Dielectra::Meter::StandIn do
    let(:house) do
      Dielectra::Practice::House
        .new(demo_circuit("boathouse"))
        .tap { |one| one.answer({ "do" => "open", "place" => "slip_door" }) }
    end
    let(:at) { %w[slip_door/1.black slip_door/1.white] }

    def asked(*lines) =
      described_class.new(random: Random.new(1)) { [house, at] }.then { |one| lines.map { |line| one.answer(line) } }

    it "knows who it is, takes settings, and keeps errors" do
      expect(asked("*IDN?", "CONF:VOLT:AC", "FLY", "SYST:ERR?", "SYST:ERR?")).to eq(
        [described_class::IDENTITY, nil, nil, described_class::UNKNOWN, described_class::NO_ERROR]
      )
    end

    it "reads open for ohms on a live conductor, and volts where there are some" do
      said = asked(*Array.new(5) { "MEAS:VOLT:AC?" }, *Array.new(5) { "MEAS:RES?" }).map { |one| Float(one) }
      volts, ohms = said.each_slice(5).to_a
      expect(volts.first(2)).to eq([0, 0])
      expect(volts.drop(2)).to match([be < volts.last, *Array.new(2) { be_within(1).of(120) }])
      expect(ohms).to all(eq(Dielectra::Meter::Scpi::OVERLOAD))
    end

    it "does not settle with a weak battery" do
      weak = described_class.new(random: Random.new(3), weak: true) { [house, at] }
      said = Array.new(40) { Float(weak.answer("MEAS:VOLT:AC?")) }.drop(3)
      expect(said.max - said.min).to be > 10
    end

    it "is read by the client over a socket until it is steady" do
      mine, its = UNIXSocket.pair
      serving = Thread.new { described_class.new(random: Random.new(1)) { [house, at] }.serve(its) }
      meter = Dielectra::Meter::Scpi.new(mine, pause: ->(_) {})
      air, reading = Array.new(2) { meter.steady("voltage") }
      mine.close
      serving.join
      expect([air, reading].map { |one| [one.settled, one.contact?("volts")] }).to eq([[true, false], [true, true]])
      expect(reading.value).to be_within(1).of(house.read("voltage", at)["volts"])
    end
  end
end

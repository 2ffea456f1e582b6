# frozen_string_literal: true

RSpec.describe Dielectra::Evidence::Questions do
  def asked(step, *answers, standing: [:as_it_is])
    answers.reduce(described_class.none) do |so_far, answer|
      so_far.after(Dielectra::Steps.of({ **step, "answer" => answer }), standing)
    end
  end

  def exhausted?(questions, step, standing: [:as_it_is]) = questions.exhausted?(Dielectra::Steps.of(step), standing)

  let(:look) { { "do" => "watch" } }
  let(:off) { { "loads" => { "L1" => "off" } } }
  let(:on) { { "loads" => { "L1" => "on" } } }

  it "asks twice, and a third time only where the answers differ" do
    expect(exhausted?(asked(look, off), look)).to be(false)
    expect(exhausted?(asked(look, off, off), look)).to be(true)
    expect(exhausted?(asked(look, off, on), look)).to be(false)
    expect(exhausted?(asked(look, { "unsure" => true }, { "unsure" => true }), look)).to be(true)
  end

  it "asks again once things stand otherwise" do
    expect(exhausted?(asked(look, off, off), look, standing: [:otherwise])).to be(false)
  end

  it "never asks again for what cannot be done; a look only while the toggles stand so" do
    box = { "do" => "box", "place" => "landing", "enclosure" => "plastic", "volume_in3" => 18 }
    refused = asked(box, { "cannot" => "a stud" })
    expect([exhausted?(refused, box), exhausted?(refused, box, standing: [:otherwise])]).to eq([true, true])
    dark = asked(look, { "cannot" => "nobody there" })
    expect([exhausted?(dark, look), exhausted?(dark, look, standing: [:otherwise])]).to eq([true, false])
  end

  it "takes readings for the same that a meter's last digit tells apart" do
    volts = { "do" => "probe", "tool" => "voltage", "at" => %w[porch/1.black porch/1.white] }
    expect(exhausted?(asked(volts, { "volts" => 119.8 }, { "volts" => 120.1 }), volts)).to be(true)
  end
end

# frozen_string_literal: true

require "stringio"

RSpec.describe Dielectra::Protocol::Answering do
  def answered(*lines)
    output = StringIO.new
    errors = StringIO.new
    house = Dielectra::Practice::House.new(demo_circuit("boathouse"))
    described_class.new(house, StringIO.new(lines.map { |line| JSON.generate(line) }.join("\n")), output, errors).run
    [output.string.lines.map { |line| JSON.parse(line) }, errors.string]
  end

  it "answers line by line until a conclusion comes by" do
    answers, errors =
      answered(
        { "id" => 1, "do" => "watch" },
        { "conclusion" => { "status" => "stopped" } },
        { "id" => 2, "do" => "watch" }
      )
    expect(answers).to eq([{ "id" => 1, "loads" => { "L1" => "off" }, "breakers" => { "B1" => "on" } }])
    expect(errors).to include("stopped")
  end

  it "says what it cannot do instead of falling over" do
    expect(answered({ "id" => 1, "do" => "dance" }).first).to eq([{ "id" => 1, "cannot" => "dance is not a step." }])
  end
end

# frozen_string_literal: true

require "stringio"

RSpec.describe Dielectra::Protocol::Asking do
  def asked(*lines)
    output = StringIO.new
    errors = StringIO.new
    described_class.new(
      StringIO.new(lines.map { |line| line.is_a?(String) ? line : JSON.generate(line) }.join("\n")),
      output,
      errors
    ).run
    [output.string.lines.map { |line| JSON.parse(line) }, errors.string]
  rescue Dielectra::InvalidInput => e
    [output.string.lines.map { |line| JSON.parse(line) }, errors.string + e.message]
  end

  let(:job) { demo_document("boathouse.job.json") }

  it "wants a job first" do
    expect(asked("nonsense")).to eq([[], "that line is not JSON."])
    expect(asked({ "format" => "dielectra/job", "version" => 2 }).last).to eq("/version: has to be 1.")
  end

  it "counts its steps from one, whatever was reported before" do
    reported =
      job.merge(
        "steps" => [{ "do" => "report", "positions" => { "S1" => "on" }, "answer" => { "loads" => { "L1" => "off" } } }]
      )
    steps, = asked(reported, { "id" => 1, "unsure" => true })
    expect(steps.map { |step| step["id"] }).to eq([1, 2])
  end

  it "says when the other side hangs up" do
    expect(asked(job).last).to include("ended before the answer to step 1")
  end

  it "does not take an answer to another step" do
    expect(asked(job, { "id" => 5, "ok" => true }).last).to include("answers another step")
  end

  it "goes on after what cannot be done, with what is left" do
    steps, =
      asked(
        job,
        { "id" => 1, "cannot" => "the toggle is painted over" },
        { "id" => 2, "cannot" => "nobody sees the light from here" }
      )
    expect(steps.map { |step| step.except("id") }.uniq.size).to eq(3)
  end
end

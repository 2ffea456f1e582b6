# frozen_string_literal: true

require "csv"
require "open3"
require "tmpdir"

RSpec.describe Dielectra::CLI do
  let(:bin) { File.expand_path("../../bin/dielectra", __dir__) }
  let(:circuit) { File.join(Houses::DEMO, "boathouse.circuit.json") }
  let(:job) { File.join(Houses::DEMO, "boathouse.job.json") }

  def run(*words, input: "") = Open3.capture3(bin, *words, stdin_data: input)

  it "reads and writes UTF-8 whatever the locale says" do
    out, errors, status = Open3.capture3({ "LC_ALL" => "C", "LANG" => "C", "RUBYOPT" => nil }, bin, "measure", circuit)
    expect([errors, status.success?, JSON.parse(out).any?]).to eq(["", true, true])
  end

  it "measures every combination, volts and ohms" do
    rows = JSON.parse(run("measure", circuit).first)
    expect(rows).to include(
      { "positions" => { "S1" => "on" }, "loads" => { "L1" => "off" }, "breakers" => { "B1" => "on" } }
    )
    expect(
      JSON.parse(run("measure", circuit, "--volts", "S1.terminal_1", "panel.neutral").first)["volts"]
    ).to be_within(1).of(120)
    expect(
      JSON.parse(run("measure", circuit, "--ohms", "S1.terminal_1", "panel.neutral", "--at", '{"B1": "off"}').first)
    ).to eq("ohms" => nil)
  end

  it "measures what flows and what is dangerous" do
    currents = JSON.parse(run("measure", circuit, "--amperes", "--at", '{"S1": "on"}').first)
    expect(currents).to all include("from" => a_kind_of(String), "amperes" => a_value >= 0)
    expect(JSON.parse(run("measure", circuit, "--hazards").first)).to eq([])
  end

  it "exports a netlist that ngspice runs, and readings as a table" do
    Dir.mktmpdir do |folder|
      deck = File.join(folder, "boathouse.cir")
      File.write(deck, run("export", "--spice", circuit, "--at", '{"S1": "on"}').first)
      expect(Open3.capture2e("ngspice", "-b", deck).first).to match(/^vnsrcb1#branch = -?\d/)
    end
    rows = CSV.parse(run("export", "--csv", circuit).first, headers: true)
    expect(rows.map { |row| [row["S1"], row["B1"], row["S1.terminal_1 V"]] }).to contain_exactly(
      ["on", "on", /\A1(20|19)/],
      ["off", "on", /\A1(20|19)/]
    )
    steps = CSV.parse(run("export", "--csv", File.join(Houses::DEMO, "passage.job.json")).first, headers: true)
    expect(steps.first.to_h).to include("number" => "1", "do" => "report", "position" => "S1 up S2 up")
  end

  it "prints the schema of each format, and says which there are" do
    step = JSON.parse(run("schema", "step").first)
    expect(step.dig("properties", "do", "enum")).to match_array(Dielectra::Steps.kinds.keys)
    expect(%w[circuit job answer].map { |name| JSON.parse(run("schema", name).first)["$schema"] }.uniq.size).to eq(1)
    _, errors, status = run("schema", "poem")
    expect([status.exitstatus, errors]).to eq([2, "poem is no format; there are circuit, job, step, answer.\n"])
  end

  it "exports nothing where it is not said what, or where it makes no sense" do
    [["export", circuit], ["export", "--spice", "--csv", job], %w[export --csv nowhere.json]].each do |words|
      _, errors, status = run(*words)
      expect([status.exitstatus, errors.lines.size]).to eq([2, 1])
    end
  end

  it "writes the likeliest wiring of a job, and what it leaves known" do
    expect(run("export", "--spice", job).first).to start_with("*")
    expect(JSON.parse(run("circuit", job).first)["format"]).to eq("dielectra/circuit")
    expect(JSON.parse(run("remember", job).first).keys).to include("places", "links", "roles")
  end

  it "works a job by pipes against the simulated house" do
    log = []
    asker_in, asker_out, = Open3.popen2(bin, "troubleshoot", "--jsonl")
    house_in, house_out, = Open3.popen2(bin, "house", circuit)
    asker_in.puts JSON.generate(JSON.parse(File.read(job)))
    while (line = asker_out.gets)
      log << JSON.parse(line)
      break if log.last["conclusion"]

      house_in.puts line
      asker_in.puts house_out.gets
    end
    [asker_in, house_in].each(&:close)
    expect(log.last["conclusion"]).to include("status" => "solved", "confidence" => a_value > 0.9)
    expect(log.first).to include("id" => 1, "do" => a_kind_of(String))
  end

  it "asks again after an answer that does not fit, and ends with one sentence after three" do
    out, errors, status =
      run(
        "troubleshoot",
        "--jsonl",
        input: "#{JSON.generate(JSON.parse(File.read(job)))}\nnonsense\n{\"id\": 1, \"reads\": 7}\n{\"id\": 9}\n"
      )
    expect(out.lines.map { |line| JSON.parse(line)["id"] }).to eq([1, 1, 1])
    expect([status.exitstatus, errors]).to match([2, /not JSON/])
  end

  it "tells a job as a person would read it" do
    expect(run("play", circuit, job).first).to include("Turn breaker B1 off", "Solved after", "obeys every control")
  end

  it "checks files, with pointer and sentence" do
    Dir.mktmpdir do |folder|
      broken = File.join(folder, "broken.json")
      File.write(broken, JSON.generate(JSON.parse(File.read(circuit)).merge("volts" => 3)))
      out, _, status = run("check", circuit, broken)
      expect(out).to match(%r{boathouse.circuit.json: good.*broken.json: /volts}m)
      expect(status.exitstatus).to eq(1)
      verdicts = run("check", "--json", circuit, broken).first.lines.map { |line| JSON.parse(line) }
      expect(verdicts.map { |verdict| [verdict["good"], verdict["pointer"]] }).to eq([[true, nil], [false, "/volts"]])
    end
  end

  it "says one sentence and ends with 2 for any file that is no circuit and no job" do
    texts = [
      "[]",
      "5",
      "null",
      '"x"',
      "",
      "{",
      "\xFF\xFE",
      "{}",
      '{"format": 7}',
      '{"format": "dielectra/job"}',
      "[" * 500
    ]
    Dir.mktmpdir do |folder|
      texts.each_with_index do |text, number|
        path = File.join(folder, "#{number}.json")
        File.binwrite(path, text)
        _, errors, status = run("measure", path)
        expect([text, status.exitstatus, errors.lines.size]).to eq([text, 2, 1])
      end
    end
  end
end

# frozen_string_literal: true

require_relative "contexts"
require "base64"
require "zip"

RSpec.describe "Records and archives" do
  include_context "with the application"

  before { played("boathouse") }

  let(:job) { Server::Job.find_by!(title: "Boathouse light dead") }

  # Plays a demo job to its end.
  def played(name)
    house = Dielectra::Practice::House.new(demo_circuit(name))
    play(house, demo_job(name)).steps.each do |step|
      Server::Job.find_by!(title: "Boathouse light dead").add!("taken", step: step.except("id"))
    end
  end

  def fetch(path)
    expect(send_json(:get, path)).to eq(200)
    last_response.body
  end

  def send_archive(zip) = [send_json(:post, "/archives", { archive: Base64.strict_encode64(zip) }), said]

  def rezipped(files) =
    Zip::OutputStream
      .write_buffer { |zip| files.each { |name, text| zip.put_next_entry(name) && zip.write(text) } }
      .string

  def unzipped(zip)
    Zip::InputStream.open(StringIO.new(zip)) do |file|
      files = {}
      while (entry = file.get_next_entry)
        files[entry.name] = file.read
      end
      files
    end
  end

  it "says what was wrong, what every conductor is and how that is known, and what was not opened" do
    record = JSON.parse(fetch("/jobs/#{job.id}/record"))
    expect(record["status"]).to eq("solved")
    expect(record.dig("customer", "was")).not_to be_empty
    conductors = record.dig("electrician", "boxes").flat_map { |box| box["conductors"] }
    expect(conductors.map { |row| row["proof"] }.uniq).to all(match(/read in step|from how it is joined|follows/))
    expect(record["closing"].first).to start_with("Off, and proved dead")
  end

  it "prints the record and a tag for every conductor" do
    expect([fetch("/jobs/#{job.id}/record.pdf"), fetch("/jobs/#{job.id}/tags.pdf?size=64x34")]).to all(
      start_with("%PDF")
    )
    record = JSON.parse(fetch("/jobs/#{job.id}/record"))
    tags = Server::TagsPdf.new(record, "http://127.0.0.1/jobs/1", "38x21").labels
    boxes = record.dig("electrician", "boxes")
    expect(tags.size).to eq(boxes.sum { |box| box["conductors"].size + 1 })
    expect(tags.map(&:last).uniq).to eq(boxes.map { |box| box["code"] })
  end

  it "puts a house in one file, from which it comes back once and not twice" do
    zip = fetch("/houses/#{job.house_id}/archive")
    before = job.file
    parts = %w[record.pdf readings.csv circuit.json circuit.cir].map { |name| "jobs/#{job.id}/#{name}" }
    expect(unzipped(zip).keys).to include("manifest.json", *parts)
    expect(send_archive(zip)).to match([201, include("added" => 0, "known" => 1)])
    Server::Database.open(File.join(@beside, "elsewhere"))
    Server::Folding.forget
    status, came = send_archive(zip)
    expect([status, came["added"]]).to eq([201, 1])
    again = Server::House.find(came["house"]).jobs.first
    expect(JSON.generate(again.file)).to eq(JSON.generate(before))
    expect(send_archive(zip)).to match([201, include("added" => 0, "known" => 1)])
  end

  it "takes nothing of a file that is damaged" do
    files = unzipped(fetch("/houses/#{job.house_id}/archive"))
    name = "jobs/#{job.id}/job.json"
    counts = -> { [Server::House.count, Server::Job.count, Server::Entry.count] }
    before = counts.call
    status, answer = send_archive(rezipped(files.merge(name => files[name].sub("boathouse", "boat"))))
    expect([status, answer["detail"]]).to eq([422, "#{name} is damaged."])
    expect(send_archive("no zip at all").first).to eq(422)
    expect(send_archive(rezipped(files.except("manifest.json"))).first).to eq(422)
    expect(counts.call).to eq(before)
  end

  describe "of somebody else's making" do
    # The file of the house with its manifest, and the job in it, changed, and every checksum right
    def forged(manifest: ->(read) {}, file: ->(read) {})
      files = unzipped(fetch("/houses/#{job.house_id}/archive"))
      name = "jobs/#{job.id}/job.json"
      files[name] = JSON.generate(JSON.parse(files[name]).tap(&file))
      read = JSON.parse(files["manifest.json"]).tap(&manifest)
      read["files"].each { |row| row["sha256"] = Digest::SHA256.hexdigest(files.fetch(row["name"])) }
      rezipped(files.merge("manifest.json" => JSON.generate(read)))
    end

    {
      "a title that is no text" => [{ manifest: ->(read) { read["jobs"][0]["title"] = 5 } }, %r{/jobs/0/title}],
      "a house that is a list" => [{ manifest: ->(read) { read["house"] = [] } }, %r{/house}],
      "a day that does not exist" => [{ manifest: ->(read) { read["jobs"][0]["day"] = "2026-02-31" } }, /no day/],
      "steps that do not fit" => [
        { file: ->(read) { read["steps"] << { "do" => "probe", "tool" => "ncv", "at" => ["x/1.y"], "answer" => {} } } },
        /cannot be worked out/
      ]
    }.each do |what, (changes, words)|
      it "is refused with #{what}, and nothing is kept of it" do
        zip = forged(**changes)
        before = [Server::House.count, Server::Job.count, Server::Entry.count]
        status, answer = send_archive(zip)
        expect([status, answer["detail"]]).to match([422, words])
        expect([Server::House.count, Server::Job.count, Server::Entry.count]).to eq(before)
      end
    end

    it "is refused where a file is larger than its header says" do
      stub_const("Server::HouseArchive::LARGEST", 10_000)
      status, answer = send_archive(rezipped({ "big.bin" => "x" * 20_000 }))
      expect([status, answer["detail"]]).to eq([422, "big.bin is too large."])
    end
  end

  it "brings back what was ticked, the day a job was closed, and the schedule of the panel" do
    panel = [{ "breaker" => "4", "amps" => 20, "feeds" => "winch" }]
    expect(send_json(:put, "/houses/#{job.house_id}", { panel:, note: "Mind the weed." })).to eq(200)
    lines = JSON.parse(fetch("/jobs/#{job.id}/record"))["closing"]
    expect(send_json(:put, "/jobs/#{job.id}/closing", { ticked: lines, closed: true })).to eq(200)
    place = job.document["places"].last["id"]
    expect(send_json(:put, "/jobs/#{job.id}/rules", { metal: { place => "far" } })).to eq(200)
    zip = fetch("/houses/#{job.house_id}/archive")
    Server::Database.open(File.join(@beside, "elsewhere"))
    Server::Folding.forget
    _, came = send_archive(zip)
    house = Server::House.find(came["house"])
    again = house.jobs.first
    expect([house.panel, house.note, again.ticked, again.closed_on, again.grounded_metal]).to eq(
      [panel, "Mind the weed.", lines, Date.current, { place => "far" }]
    )
  end
end

RSpec.describe "The rules of a job" do
  include_context "with the application"

  let(:job) { Server::Job.find_by!(title: "Boathouse light dead") }

  def rules = send_json(:get, "/jobs/#{job.id}/rules") && said

  def say(metal) = [send_json(:put, "/jobs/#{job.id}/rules", { metal: }), said]

  it "keeps where grounded metal is" do
    place = job.document["places"].last["id"]
    expect(say({ place => "far" }).first).to eq(200)
    expect(job.reload.grounded_metal).to eq(place => "far")
    say({ place => nil })
    expect(job.reload.grounded_metal).to eq({})
  end

  it "refuses a box that is not there, and words that say nothing" do
    expect(say({ "cellar" => "far" })).to match([422, include("detail" => "There is no box cellar here.")])
    expect(say({ job.document["places"].last["id"] => "perhaps" }).first).to eq(422)
    expect(job.reload.grounded_metal).to eq({})
  end

  it "reads them by the edition in Settings" do
    expect(send_json(:put, "/settings", { edition: 2014 })).to eq(200)
    expect(rules).to include("name", "notes", "metal")
    expect(rules["notes"].map { |note| note["edition"] }.uniq - [2014]).to be_empty
    expect(send_json(:put, "/settings", { edition: 1999 })).to eq(422)
  end
end

RSpec.describe "Closing a job" do
  include_context "with the application"

  let(:job) { Server::Job.find_by!(title: "Boathouse light dead") }
  let(:lines) { send_json(:get, "/jobs/#{job.id}/record") && said["closing"] }

  def close(ticked, closed) = [send_json(:put, "/jobs/#{job.id}/closing", { ticked:, closed: }), said]

  def watched =
    send_json(
      :post,
      "/jobs/#{job.id}/steps",
      { do: "watch", answer: { loads: { L1: "off" } } },
      version: job.reload.version
    )

  it "closes with everything ticked, takes no step then, and goes on once it is reopened" do
    expect(close([], true)).to match([422, include("detail" => "Not ticked yet: #{lines.first}.")])
    expect(close(["Swept the yard"], false).first).to eq(422)
    expect(close(lines, false)).to match([200, include("ticked" => lines, "closed_on" => nil)])
    expect(close(lines, true)).to match([200, include("closed_on" => Date.current.iso8601)])
    expect([watched, said["detail"]]).to eq([422, "This job is closed. Reopen it to go on."])
    send_json(:get, "/day")
    expect(said["calls"].find { |call| call["id"] == job.id }["closed_on"]).to eq(Date.current.iso8601)
    close(lines, false)
    expect(watched).to eq(201)
  end
end

RSpec.describe "A second call to a house" do
  include_context "with the application"

  let(:first) { Server::Job.find_by!(title: "Boathouse light dead") }
  let(:second) do
    { house: first.house.slice("name", "street"), title: "Dead again", file: first.file.merge("steps" => []) }
  end

  before do
    house = Dielectra::Practice::House.new(demo_circuit("boathouse"))
    play(house, demo_job("boathouse")).steps.each { |step| first.add!("taken", step: step.except("id")) }
    first.update!(day: Date.current - 300)
  end

  it "starts from what the first one left, and says so" do
    expect(send_json(:post, "/jobs", second, version: 0)).to eq(201)
    known = said["on_record"]
    expect([known["days"], known["words"]]).to match([300, /as left 10 months ago/])
    place = known["boxes"].first["place"]
    send_json(:get, "/jobs/#{said["call"]["id"]}/looks/#{place}")
    left = Server::Folding.left(first)["places"][place]["cable_ends"].map { |row| row["id"] }
    expect(said.first["found"]["cable_ends"].map { |row| row["id"] }).to match_array(left)
  end

  it "takes a file that brings steps as it is" do
    send_json(:post, "/jobs", second.merge(file: first.file), version: 0)
    expect(said["on_record"]).to be_nil
  end
end

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
    expect(unzipped(zip).keys).to include("manifest.json", "jobs/#{job.id}/record.pdf", "jobs/#{job.id}/readings.csv")
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
end

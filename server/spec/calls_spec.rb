# frozen_string_literal: true

require_relative "contexts"

RSpec.describe "Calls as appointments" do
  include_context "with the application"

  let(:job) { Server::Job.find_by!(title: "Boathouse light dead") }
  let(:strokes) { [[[10, 20], [40, 60], [80, 30]]] }

  # Two calls are a day.
  before do
    other = Server::Job.where.not(id: job.id).first
    Server::Job.where.not(id: [job, other]).update_all(deleted_at: Time.current)
  end

  def day = JSON.parse(fetch("/day"))["calls"]

  def fetch(path)
    expect(send_json(:get, path)).to eq(200)
    last_response.body
  end

  def write(path, body) = send_json(:put, path, body)

  it "takes a deleted call out of every list and brings it back with its steps" do
    expect(send_json(:delete, "/jobs/#{job.id}", {})).to eq(200)
    expect(day.map { |row| row["id"] }).not_to include(job.id)
    house = JSON.parse(fetch("/houses/#{job.house_id}"))
    expect([house["calls"], house["deleted"]].map { |rows| rows.map { |row| row["id"] }.include?(job.id) }).to eq(
      [false, true]
    )
    expect(write("/jobs/#{job.id}/restored", {})).to eq(200)
    expect(day.map { |row| row["id"] }).to include(job.id)
  end

  it "takes no step for a deleted call" do
    send_json(:delete, "/jobs/#{job.id}", {})
    step = { do: "note", place: nil, text: "x" }
    expect(send_json(:post, "/jobs/#{job.id}/steps", step)).to eq(422)
  end

  it "changes what a call is named and when it is, on the day and in the job" do
    expect(write("/jobs/#{job.id}/call", { title: "Boathouse", day: "2027-03-04", time: "07:15" })).to eq(200)
    expect(day.find { |row| row["id"] == job.id }).to include("title" => "Boathouse", "day" => "2027-03-04")
    expect(JSON.parse(fetch("/jobs/#{job.id}"))["call"]).to include("title" => "Boathouse", "time" => "07:15")
    expect(write("/jobs/#{job.id}/call", { time: "25:00" })).to eq(422)
  end

  it "knows who stands at the panel" do
    before = day.find { |row| row["id"] == job.id }["minutes"]
    expect(write("/jobs/#{job.id}/call", { helper: "Imre" })).to eq(200)
    expect(day.find { |row| row["id"] == job.id }).to include("helper" => "Imre", "minutes" => be < before)
    expect(JSON.parse(fetch("/jobs/#{job.id}/file"))["helper"]).to eq("Imre")
  end

  it "keeps the order of a day" do
    ids = day.map { |row| row["id"] }.reverse
    expect(write("/day/order", { calls: ids })).to eq(200)
    expect(day.sort_by { |row| row["rank"] }.map { |row| row["id"] }).to eq(ids)
  end

  it "says how long a call will take" do
    expect(day.find { |row| row["id"] == job.id }["minutes"]).to be_between(5, 200)
  end

  it "counts the hours at one call at a time" do
    other = Server::Job.where.not(id: job.id).first
    write("/jobs/#{job.id}/clock", { running: true })
    write("/jobs/#{job.id}/clock", { running: true })
    Server::Stint.where(job:).update_all(began_at: 40.minutes.ago)
    write("/jobs/#{other.id}/clock", { running: true })
    clock = JSON.parse(fetch("/jobs/#{job.id}/clock"))
    expect(clock).to include("running" => false, "minutes" => 40)
    expect(clock["stints"].size).to eq(1)
  end

  it "prints the hours and the signature on the record" do
    write("/jobs/#{job.id}/clock", { running: true })
    write("/jobs/#{job.id}/clock", { running: false })
    bare = fetch("/jobs/#{job.id}/record.pdf").bytesize
    expect(write("/jobs/#{job.id}/signature", { name: "R. Osk", strokes: })).to eq(200)
    expect(JSON.parse(fetch("/jobs/#{job.id}/signature"))).to include("name" => "R. Osk", "strokes" => strokes)
    expect(fetch("/jobs/#{job.id}/record.pdf").bytesize).to be > bare
    write("/jobs/#{job.id}/signature", { name: "", strokes: [] })
    expect(job.reload.signature).to be_nil
  end
end

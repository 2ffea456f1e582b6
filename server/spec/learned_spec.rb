# frozen_string_literal: true

require_relative "contexts"

RSpec.describe "Learning from closed jobs" do
  include_context "with the application"

  let(:job) { Server::Job.find_by!(title: "Boathouse light dead") }

  def played
    house = Dielectra::Practice::House.new(demo_circuit("boathouse"))
    play(house, demo_job("boathouse")).steps.each { |step| job.add!("taken", step: step.except("id")) }
  end

  def close(closed)
    expect(send_json(:get, "/jobs/#{job.id}/record")).to eq(200)
    expect(send_json(:put, "/jobs/#{job.id}/closing", { ticked: said["closing"], closed: })).to eq(200)
  end

  def learned
    expect(send_json(:get, "/learned")).to eq(200)
    said
  end

  def many(count)
    row = job.reload.attributes.except("id", "row").merge("row" => "{}")
    count.times { Server::Job.create!(row.merge("deleted_at" => nil)) }
  end

  it "counts a job as it is closed, and takes it back as it is reopened" do
    played
    close(true)
    expect(job.reload.tally["causes"].values.sum).to be_positive
    expect(learned).to include("jobs" => 1, "groups" => all(include("rows" => [])))
    close(false)
    expect(learned["jobs"]).to eq(0)
  end

  it "opens new jobs with what is learned from ten on, and leaves those that are open as they are" do
    played
    close(true)
    many(9)
    expect(learned["groups"].find { |row| row["name"] == "causes" }["rows"].size).to be > 5
    draft = { switches: ["Porch"], loads: [{ place: "Ceiling", kind: "luminaire" }] }
    call = { title: "Porch", complaint: "", house: { name: "A", street: "B", town: "" }, draft: }
    expect(send_json(:post, "/jobs", call)).to eq(201)
    expect(Server::Job.last.experience["priors"].keys).to include("deviation")
    expect(Server::Job.find_by!(title: "Tower stair light").experience).to be_nil
  end

  it "uses no group that is switched off" do
    played
    close(true)
    many(9)
    expect(send_json(:put, "/settings", { learn: [] })).to eq(200)
    expect(Server::Learned.new.for_job).to eq({})
    expect(send_json(:put, "/settings", { learn: ["luck"] })).to eq(422)
  end
end

# frozen_string_literal: true

require_relative "contexts"

RSpec.describe Server::Api::Practice do
  include_context "with the application"

  def start(level: 1, seed: 3) = send_json(:post, "/practice", { level:, seed: })

  def act(fields) = send_json(:post, "/practice/#{said["id"]}/acts", { act: fields })

  it "gives the same house for the same seed, with nothing told about it" do
    start
    first = said
    start
    expect(said.except("id")).to eq(first.except("id"))
    expect(said.slice("acts", "hints", "review")).to eq("acts" => [], "hints" => [], "review" => nil)
    expect(said["boxes"].map { |box| box["open"] }.uniq).to eq([false])
  end

  it "answers what is done, and stops what would have been unsafe" do
    start
    place = said["controls"].first["place"]
    act({ "do" => "open", "place" => place })
    expect(said["acts"].last).to include("answer" => nil, "stopped" => include("live box"))
    expect(act({ "do" => "breaker", "device" => "B1", "to" => "off" })).to eq(200)
    act({ "do" => "open", "place" => place })
    expect(said["boxes"].find { |box| box["place"] == place }).to include("open" => true)
    expect(said["acts"].last["stopped"]).to be_nil
  end

  it "refuses what cannot be done, and keeps what was" do
    start
    expect(act({ "do" => "bench", "device" => "S1", "position" => "up" })).to eq(422)
    expect(said["detail"]).to match(/closed|open/)
    send_json(:get, "/practice/#{Server::Exercise.last.id}")
    expect(said["acts"]).to eq([])
  end

  it "gives one more hint at a time, and ends with a review" do
    start
    id = said["id"]
    2.times { send_json(:post, "/practice/#{id}/hints") }
    expect(said["hints"].map { |hint| hint["title"] }).to eq(["What it could be", "The next step"])
    expect(send_json(:post, "/practice/#{id}/end", { claim: { kind: "lamp" } })).to eq(200)
    expect(said["review"]).to include("right" => false, "stopped" => 0, "minutes" => 0.0)
    expect(said["review"]["shortcomings"]).not_to be_empty
    expect(send_json(:post, "/practice/#{id}/hints")).to eq(409)
    send_json(:get, "/practice")
    expect(said["exercises"].first).to include("id" => id, "over" => true, "right" => false)
  end

  it "gives a house of the course, and counts what ended right" do
    expect(send_json(:post, "/practice", { lesson: 2 })).to eq(201)
    expect(said["level"]).to include("number" => 2, "name" => "A breaker found tripped")
    expect(send_json(:post, "/practice", { lesson: 31 })).to eq(422)
    Server::Exercise.last.update!(
      review: {
        "right" => true,
        "named" => true,
        "stopped" => 0,
        "minutes" => 12.0,
        "others" => [{}, { "minutes" => 6.0 }]
      }
    )
    send_json(:get, "/practice")
    expect(said["lessons"].size).to eq(30)
    expect(said["lessons"][1]["done"]).to eq(1)
    expect(said["progress"]["levels"]).to eq(
      [
        {
          "level" => 1,
          "name" => "One switch, one light",
          "played" => 1,
          "right" => 1,
          "named" => 1,
          "stopped" => 0,
          "ratio" => 2.0
        }
      ]
    )
    expect(said["progress"]["next"]).to include("level" => 1, "why" => /three houses/)
  end

  it "asks ten quick questions, marks what was answered, and keeps the round" do
    send_json(:get, "/practice/drills/4")
    questions = said["questions"]
    expect(questions.map { |one| one["kind"] }.tally.values.uniq).to eq([2])
    send_json(:post, "/practice/drills", { seed: 4, chosen: [0] * 10, seconds: 61.5 })
    right = said["marks"].count { |one| one["right"] }
    expect(said["marks"].map { |one| one["because"] }).to all(match(/\A[A-Z].*\.\z/))
    send_json(:get, "/practice")
    expect(said["drills"].first).to include("seed" => 4, "right" => right, "asked" => 10, "seconds" => 61.5)
  end

  it "writes houses to a file and reads them back, with reviews of its own" do
    start
    id = said["id"]
    act({ "do" => "open", "place" => said["controls"].first["place"] })
    send_json(:post, "/practice/#{id}/end", { claim: nil })
    send_json(:get, "/practice/file")
    file = said
    expect(send_json(:post, "/practice/file", file)).to eq(201)
    expect(said["kept"]).to eq(0)
    Server::Exercise.delete_all
    send_json(:post, "/practice/file", file)
    expect(said["kept"]).to eq(1)
    expect(Server::Exercise.last.review).to include("right" => false, "stopped" => 1)
    expect(
      send_json(:post, "/practice/file", file.merge("cases" => [{ "level" => 1, "seed" => 1, "acts" => [{}] }]))
    ).to eq(422)
    expect(send_json(:post, "/practice/file", { "format" => "other", "version" => 1, "cases" => [] })).to eq(422)
  end

  it "forgets one, and knows no other level than those there are" do
    start
    id = said["id"]
    expect(send_json(:delete, "/practice/#{id}")).to eq(204)
    expect(send_json(:get, "/practice/#{id}")).to eq(404)
    expect(start(level: 12)).to eq(422)
  end

  it "makes a house of a closed job, with the names taken out, and sends it along" do
    job = Server::Job.where.not(closed_on: nil).first
    send_json(:get, "/practice")
    expect(said["jobs"]).to eq([{ "id" => job.id, "title" => job.title, "day" => job.closed_on.iso8601 }])
    expect(send_json(:post, "/practice", { job: job.id })).to eq(201)
    expect(said["level"]).to include("number" => 0, "name" => "A job of your own")
    expect(JSON.generate(said)).not_to match(/chart.room/i)
    place = said["controls"].first["place"]
    act({ "do" => "open", "place" => place })
    expect(said["acts"].last["stopped"]).to include("live box")
    send_json(:get, "/practice/file")
    file = said
    Server::Exercise.delete_all
    expect([send_json(:post, "/practice/file", file), said["kept"]]).to eq([201, 1])
    expect(Server::Exercise.last.house).to eq(file["cases"].first["house"])
  end

  it "makes no house of a job that goes on, and takes none that cannot be read" do
    expect(send_json(:post, "/practice", { job: 1 })).to eq(422)
    expect(said["detail"]).to include("not finished")
    expect(send_json(:post, "/practice", { job: 999 })).to eq(404)
    row = { "level" => 0, "seed" => 1, "acts" => [] }
    broken = { "circuit" => {}, "job" => {}, "causes" => [{ "kinds" => ["lamp"] }] }
    [row, row.merge("house" => broken)].each do |one|
      file = { "format" => "dielectra/practice", "version" => 1, "cases" => [one] }
      expect(send_json(:post, "/practice/file", file)).to eq(422)
    end
  end
end

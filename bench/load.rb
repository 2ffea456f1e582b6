# frozen_string_literal: true

# How long a server takes over a real connection: the day with many jobs, four clients on four jobs at once, the first
# view of a long job after a restart, and a box that could be read in a vast number of ways.
#
#   bundle exec ruby --yjit bench/load.rb [JOBS] [PORT]

require "bundler/setup"
require_relative "../server/app"
require_relative "support/served"
require "tmpdir"

JOBS = (ARGV[0] || 5_000).to_i
PORT = (ARGV[1] || 4_610).to_i
# Seconds between two answers of a person: in a hurry, and who looks and taps
PACES = [0.3, 3].freeze
DEMO = File.expand_path("../demo", __dir__)

def clock = Process.clock_gettime(Process::CLOCK_MONOTONIC)

def timed
  from = clock
  yield
  (clock - from) * 1_000
end

def quantile(times, share) = times.sort[((times.size - 1) * share).round]

def read(name) = JSON.parse(File.read(File.join(DEMO, name), encoding: "UTF-8"))

# Works a job over the line from its simulated house.
# @param pace [Float] seconds between two steps
def work(served, name, pace: 0)
  document = read("#{name}.job.json")
  body = { house: { name: "House of #{name}", street: "1" }, title: name, file: document }
  job = served.change(:Post, "/jobs", body, 0).said
  house = Dielectra::Practice::House.new(Dielectra::Circuit.read(read("#{name}.circuit.json")))
  times = []
  while (step = job.dig("next", "step"))
    sleep(pace)
    answered = step.merge("answer" => house.answer(step))
    times << timed { job = served.change(:Post, "/jobs/#{job["call"]["id"]}/steps", answered, job["version"]).said }
  end
  [job["call"]["id"], times]
end

# A job of four switches, and the box of one with four cables of five conductors each, all apart.
def crowded
  places = %w[a b c d].map { |id| { id:, kind: "switch_box" } }
  job =
    read("signal_gallery.job.json").merge(
      "places" => [{ id: "panel", kind: "panel" }, *places, { id: "lamp", kind: "luminaire_box" }],
      "controls" => places.each_with_index.map { |place, at| { id: "S#{at + 1}", place: place[:id] } },
      "loads" => [{ id: "L1", place: "lamp", kind: "luminaire" }],
      "wanted" => {
        kind: "restore",
        control: {
          L1: %w[S1 S2 S3 S4]
        }
      },
      "steps" => []
    )
  conductors = %w[black red blue yellow white].map { |color| { id: color, color: } }
  cable_ends = Array.new(4) { |at| { id: "b/#{at + 1}", type: "raceway", conductors: } }
  found = { enclosure: "plastic", cable_ends:, devices: [{ id: "S2", kind: "four_way" }], joints: [] }
  [job, { do: "open", place: "b", answer: { found: } }]
end

# @return [Array(Float, Integer)] milliseconds, and megabytes of the largest process of the server
def opened_crowded(served)
  file, open = crowded
  job = served.change(:Post, "/jobs", { house: { name: "Crowded", street: "1" }, title: "Crowded", file: }, 0).said
  path = "/jobs/#{job["call"]["id"]}/steps"
  off = { do: "breaker", device: "B1", to: "off", answer: { ok: true } }
  job = served.change(:Post, path, off, job["version"]).said
  taken = timed { served.change(:Post, path, open, job["version"]) }
  processes = `pgrep -g #{served.pid}`.split.join(",")
  [taken, `ps -o rss= -p #{processes}`.split.map(&:to_i).max / 1_024]
end

def many_jobs(folder)
  Server::Database.open(folder)
  Server::Demo.load!
  row = Server::Folding.rows.then { |text| JSON.generate(JSON.parse(text).first) }
  first = Server::Job.first
  rows =
    Array.new(JOBS - Server::Job.count) do |number|
      {
        house_id: first.house_id,
        day: first.day,
        title: "Call #{number}",
        document: first.document,
        row:,
        created_at: Time.now,
        updated_at: Time.now
      }
    end
  rows.each_slice(500) { |some| Server::Job.insert_all(some) }
  ActiveRecord::Base.connection_handler.clear_all_connections!
end

Dir.mktmpdir do |folder|
  many_jobs(folder)
  served = Served.new(folder, PORT).start
  day = Array.new(20) { timed { served.get("/day") } }
  puts format(
         "day of %d jobs                     50 %% %6.0f ms   95 %% %6.0f ms",
         JOBS,
         quantile(day, 0.5),
         quantile(day, 0.95)
       )

  work(served, "boathouse")
  alone = work(served, "signal_gallery").last
  puts format(
         "one client, four switches            50 %% %6.0f ms   95 %% %6.0f ms",
         quantile(alone, 0.5),
         quantile(alone, 0.95)
       )
  together =
    %w[tower_stair passage horn_shed signal_gallery].map { |name| Thread.new { work(served, name) } }.map(&:value)
  times = together.flat_map(&:last)
  puts format(
         "four clients on four jobs, %3d steps 50 %% %6.0f ms   95 %% %6.0f ms   99 %% %6.0f ms",
         times.size,
         quantile(times, 0.5),
         quantile(times, 0.95),
         quantile(times, 0.99)
       )
  id = steps = nil
  PACES.each do |pace|
    id, steps = work(served, "signal_gallery", pace:)
    puts format(
           "one client who takes %3.1f s a step      50 %% %6.0f ms   95 %% %6.0f ms",
           pace,
           quantile(steps, 0.5),
           quantile(steps, 0.95)
         )
  end
  puts format("four cables of five, all apart, opened       %6.0f ms          %6d MB", *opened_crowded(served))
  sleep(1)
  served.kill(:TERM)
  served = Served.new(folder, PORT).start
  version = 0
  first = timed { version = served.get("/jobs/#{id}").said["version"] }
  undone = timed { served.change(:Post, "/jobs/#{id}/undo", {}, version) }
  puts format(
         "after a restart, %3d steps: first view %6.0f ms, first change (one step taken back) %6.0f ms",
         steps.size,
         first,
         undone
       )
ensure
  served&.kill
end

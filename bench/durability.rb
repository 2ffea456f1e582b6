# frozen_string_literal: true

# Kills a server (kill -9) while clients write to it, round after round, in some of them during a backup or an import.
# Counts what was acknowledged and is missing afterwards. Then races: two undos, a step against an undo, the same key
# twice, a stale version.
#
#   bundle exec ruby --yjit bench/durability.rb [ROUNDS] [RACES] [PORT]

require "bundler/setup"
require_relative "../server/app"
require_relative "support/served"
require "open3"
require "timeout"
require "tmpdir"

ROUNDS = (ARGV[0] || 40).to_i
RACES = (ARGV[1] || 200).to_i
PORT = (ARGV[2] || 4_630).to_i
ROOT = File.expand_path("..", __dir__)
FILE = JSON.parse(File.read(File.join(ROOT, "demo", "boathouse.job.json"), encoding: "UTF-8"))
CLIENTS = 3
NOTHING_TO_UNDO = 422
RANDOM = Random.new(1)

REPORT = { "do" => "report", "positions" => {}, "answer" => { "loads" => { "L1" => "off" } } }.freeze

def open_job(served, title)
  served.change(
    :Post,
    "/jobs",
    { house: { name: title, street: "1" }, title:, file: FILE.merge("steps" => []) },
    0
  ).said
end

# Writes until the server is gone.
# @return [Array(Integer, Array<String>)] the job, and the complaints of the steps that were acknowledged
def write(served, job, version, acknowledged)
  loop do
    answer = served.change(:Post, "/jobs/#{job}/steps", REPORT, version)
    break unless answer.status == 201

    version = answer.said["version"]
    acknowledged[job] = version
  end
rescue SystemCallError, IOError, Net::ReadTimeout, Timeout::Error
  nil
end

def beside(kind, folder, served)
  case kind
  when :backup
    Open3.capture2e(File.join(ROOT, "bin/dielectra"), "backup", File.join(folder, "b.zip"), "--data", folder)
  when :import
    8.times { |number| open_job(served, "Import #{number}") }
  end
rescue SystemCallError, IOError, Net::ReadTimeout
  nil
end

# Reads the database of a data folder with SQLite alone, without the code of the server.
def look(folder)
  database = SQLite3::Database.new(File.join(folder, "dielectra.sqlite3"))
  whole = database.execute("PRAGMA integrity_check").flatten == ["ok"]
  versions = database.execute("SELECT job_id, max(position), count(*) FROM entries GROUP BY job_id")
  [whole, versions.to_h { |job, last, count| [job, [last, count]] }]
ensure
  database&.close
end

def round(folder, number, tally)
  kind = [nil, :backup, nil, :import][number % 4]
  served = Served.new(folder, PORT, demo: false).start
  acknowledged = {}
  jobs = Array.new(CLIENTS) { |client| open_job(served, "Round #{number}, client #{client}") }
  jobs.each { |job| acknowledged[job["call"]["id"]] = job["version"] }
  threads = jobs.map { |job| Thread.new { write(served, job["call"]["id"], job["version"], acknowledged) } }
  threads << Thread.new { beside(kind, folder, served) }
  sleep(0.3 + RANDOM.rand)
  served.kill
  threads.each(&:join)
  whole, versions = look(folder)
  tally[:rounds] += 1
  tally[kind] += 1 if kind
  tally[:acknowledged] += acknowledged.values.sum
  tally[:damaged] += 1 unless whole
  tally[:missing] += acknowledged.count { |job, version| (versions[job] || [0, 0]).first < version }
  tally[:holes] += versions.count { |_, (last, count)| last != count }
end

def rounds(folder)
  tally = Hash.new(0)
  ROUNDS.times { |number| round(folder, number, tally) }
  served = Served.new(folder, PORT, demo: false).start
  states = served.get("/day").said["calls"].map { |row| row["state"] }
  tally[:folding] = states.count { |state| state != "damaged" }
  tally[:jobs] = states.size
  served.kill(:TERM)
  tally
end

# Two changes at once, over two connections.
def race(served, *changes)
  changes.map { |change| Thread.new { served.change(*change.first(4), **(change[4] || {})).status } }.map(&:value).sort
end

def races(folder)
  served = Served.new(folder, PORT, demo: false).start
  job = open_job(served, "Races")
  id = job["call"]["id"]
  path = "/jobs/#{id}"
  wrong = Hash.new(0)
  RACES.times do |number|
    version = -> { served.get(path).said["version"] }
    now = version.call
    step = [:Post, "#{path}/steps", REPORT, now]
    wrong["the same key twice"] += 1 unless race(
      served,
      [*step, { key: "the same key #{number}" }],
      [*step, { key: "the same key #{number}" }]
    ) == [201, 201] && version.call == now + 1
    now = version.call
    wrong["two undos"] += 1 unless race(served, *([[:Post, "#{path}/undo", {}, now]] * 2)) == [200, 409] &&
      version.call == now + 1
    now = version.call
    both = race(served, [:Post, "#{path}/steps", REPORT, now], [:Post, "#{path}/undo", {}, now])
    wrong["a step against an undo"] += 1 unless both.first < 300 && [409, NOTHING_TO_UNDO].include?(both.last)
    wrong["a stale version"] += 1 unless served.change(:Post, "#{path}/steps", REPORT, now - 1).status == 409
  end
  served.kill(:TERM)
  wrong
end

Dir.mktmpdir do |folder|
  tally = rounds(folder)
  puts format(
         "%d rounds of kill -9 (%d during a backup, %d during imports): %d entries acknowledged, %d missing, " \
           "%d holes, %d databases damaged, %d of %d jobs fold",
         *tally.values_at(:rounds, :backup, :import, :acknowledged, :missing, :holes, :damaged, :folding, :jobs)
       )
  wrong = races(folder)
  ["the same key twice", "two undos", "a step against an undo", "a stale version"].each do |name|
    puts format("%-24s %4d times, %d wrong", name, RACES, wrong[name])
  end
end

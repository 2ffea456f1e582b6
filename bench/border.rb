# frozen_string_literal: true

# Sends mutated requests over every operation of the API, and mutated job files, and counts what must not happen: a
# status of 500 or more, an answer after more than 3 s, a refusal without a reason, anything stored that was refused, a
# day that cannot be listed afterwards.
#
#   bundle exec ruby --yjit bench/border.rb [REQUESTS] [FILES] [SEED]

require "bundler/setup"
require_relative "../server/app"
require "rack/mock"
require "securerandom"
require "tmpdir"

REQUESTS = (ARGV[0] || 2_000).to_i
FILES = (ARGV[1] || 300).to_i
RANDOM = Random.new((ARGV[2] || 1).to_i)
ODD = [
  nil,
  true,
  -1,
  0,
  3.5,
  1e308,
  2**53,
  10**30,
  "",
  "x" * 5_000,
  "\u0000",
  "../../etc/passwd",
  "L1",
  "S1",
  "B1",
  [],
  [[]],
  {},
  { "a" => { "b" => [1, nil] } },
  "🔌",
  "%FF",
  "1abc",
  ["S1.common"] * 50,
  Array.new(30) { {} }
].freeze
TEXTS = [
  "",
  "[",
  "null",
  "5",
  "\"x\"",
  "[]",
  "{\"do\":",
  "\xFF\xFE",
  "{\"a\":1e999}",
  "#{"[" * 200}#{"]" * 200}"
].freeze
TYPES = ["text/plain", "", "application/xml", "multipart/form-data; boundary=x"].freeze

PICTURE = [File.binread(File.expand_path("../spec/system/box.jpg", __dir__))].pack("m0")
THROWN = [
  { "do" => "set", "device" => "S1", "to" => "up", "answer" => { "ok" => true } },
  { "do" => "watch", "answer" => { "loads" => { "L1" => "off" }, "breakers" => { "B1" => "on" } } }
].freeze

# One request, as it would be right.
Sent = Struct.new(:verb, :path, :body, :headers)

def fresh = { "HTTP_IDEMPOTENCY_KEY" => SecureRandom.uuid, "HTTP_IF_MATCH" => "\"#{Server::Job.first.version}\"" }

def right
  found = Dielectra::Practice::House.new(circuit).uncover("slip_door")
  file = JSON.parse(File.read(File.expand_path("../demo/boathouse.job.json", __dir__)))
  job = Server::Job.first.id
  house = { "name" => "A", "street" => "B" }
  draft = { "switches" => %w[door stair], "light" => "ceiling" }
  [
    Sent.new("GET", "/day"),
    Sent.new("GET", "/trade?volts=120"),
    Sent.new("GET", "/call_form"),
    Sent.new("GET", "/jobs/#{job}"),
    Sent.new("GET", "/jobs/#{job}/why"),
    Sent.new("GET", "/jobs/#{job}/file"),
    Sent.new("GET", "/jobs/#{job}/instead"),
    Sent.new("GET", "/jobs/#{job}/looks/slip_door"),
    Sent.new("GET", "/jobs/#{job}/photographs"),
    Sent.new("GET", "/houses"),
    Sent.new("GET", "/houses/#{Server::House.first.id}"),
    Sent.new("GET", "/settings"),
    Sent.new("PUT", "/settings", { "tools" => %w[ncv], "minutes" => { "open" => 3 } }),
    Sent.new("POST", "/boxes", { "place" => "slip_door", "volts" => 120, "found" => found }),
    Sent.new("POST", "/boxes", { "place" => "slip_door", "devices" => %w[S1], "line" => "14/2 bk:1 w(bk):2 | 1pole" }),
    Sent.new("POST", "/jobs/#{job}/wish", { "do" => "probe", "tool" => "ncv", "at" => ["slip_door/1.black"] }),
    Sent.new("POST", "/jobs/#{job}/photographs", { "place" => "slip_door", "picture" => PICTURE, "small" => PICTURE }),
    Sent.new("POST", "/jobs/#{job}/sequence", { "steps" => THROWN }, fresh),
    Sent.new("POST", "/jobs", { "house" => house, "title" => "T", "file" => file }, fresh),
    Sent.new("POST", "/jobs", { "house" => house, "title" => "T", "draft" => draft }, fresh),
    Sent.new("POST", "/jobs/#{job}/undo", {}, fresh),
    Sent.new("PUT", "/jobs/#{job}/steps/1", { "answer" => { "loads" => { "L1" => "on" } } }, fresh),
    *[
      { "do" => "watch", "answer" => { "loads" => { "L1" => "off" }, "breakers" => { "B1" => "on" } } },
      { "do" => "open", "place" => "slip_door", "answer" => { "found" => found } },
      { "do" => "set", "device" => "S1", "to" => "up", "answer" => { "ok" => true } },
      { "do" => "probe", "tool" => "resistance", "at" => %w[slip_door/1.black S1.ground], "answer" => { "ohms" => 3 } },
      { "do" => "arrange", "place" => "slip_door", "joints" => "as_found", "answer" => { "ok" => true } }
    ].map { |step| Sent.new("POST", "/jobs/#{job}/steps", step, fresh) }
  ]
end

def circuit =
  @circuit ||=
    Dielectra::Circuit.read(JSON.parse(File.read(File.expand_path("../demo/boathouse.circuit.json", __dir__))))

# The same with one part changed, dropped, doubled or replaced.
def mutated(value)
  case value
  when Hash
    return ODD.sample(random: RANDOM) if value.empty? || RANDOM.rand < 0.08

    name = value.keys.sample(random: RANDOM)
    case RANDOM.rand(6)
    when 0
      value.except(name)
    when 1
      value.merge(name => ODD.sample(random: RANDOM))
    when 2
      value.merge("more" => ODD.sample(random: RANDOM))
    else
      value.merge(name => mutated(value[name]))
    end
  when Array
    return ODD.sample(random: RANDOM) if value.empty? || RANDOM.rand < 0.15

    at = RANDOM.rand(value.size)
    RANDOM.rand < 0.3 ? value + [value[at]] : value[0...at] + [mutated(value[at])] + value[(at + 1)..]
  else
    ODD.sample(random: RANDOM)
  end
end

def spoilt(sent)
  case RANDOM.rand(10)
  when 0
    sent.dup.tap do |one|
      one.path = sent.path.sub(/\d+/) { ["1abc", "0", "-1", "9" * 30, "%FF", "1.5", ""].sample(random: RANDOM) }
    end
  when 1
    sent.dup.tap { |one| one.verb = %w[GET POST PUT DELETE PATCH OPTIONS].sample(random: RANDOM) }
  when 2
    sent.dup.tap { |one| one.body = TEXTS.sample(random: RANDOM) }
  when 3
    odd = ["", "x" * 300, "-1", "\"abc\"", "999999999999999999999", "\u00e9"]
    name = %w[HTTP_IDEMPOTENCY_KEY HTTP_IF_MATCH CONTENT_TYPE].sample(random: RANDOM)
    with = name == "CONTENT_TYPE" ? TYPES : odd
    sent.dup.tap { |one| one.headers = (sent.headers || {}).merge(name => with.sample(random: RANDOM)) }
  else
    sent.dup.tap { |one| one.body = mutated(sent.body) if sent.body }
  end
end

def send_one(app, sent)
  text = sent.body.is_a?(String) ? sent.body : (sent.body && JSON.generate(sent.body))
  env = { "HTTP_HOST" => "localhost", "CONTENT_TYPE" => "application/json", **(sent.headers || {}) }
  env[:input] = text if text
  Rack::MockRequest.new(app).request(sent.verb, "/api#{sent.path}", env)
end

def stored = [Server::Job.count, Server::Entry.count, Server::House.count]

Counts = Struct.new(:sent, :refused, :failed, :slow, :silent, :kept, :dead, :longest)

def attack(app, requests)
  counts = Counts.new(0, 0, 0, 0, 0, 0, 0, 0.0)
  requests.each do |sent|
    before = stored
    from = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    response = send_one(app, sent)
    spent = Process.clock_gettime(Process::CLOCK_MONOTONIC) - from
    judge(counts, sent, response, spent, before)
    counts.dead += 1 unless send_one(app, Sent.new("GET", "/day")).status == 200
  end
  counts
end

def judge(counts, sent, response, spent, before)
  counts.sent += 1
  counts.longest = [counts.longest, spent].max
  counts.slow += 1 if spent > 3
  failed = response.status >= 500
  counts.failed += 1 if failed
  warn "#{response.status} #{sent.verb} #{sent.path} #{sent.headers} #{sent.body.to_s[0, 300]}" if failed || spent > 3
  return if response.status < 400

  counts.refused += 1
  reason = response.body.start_with?("{") ? JSON.parse(response.body)["detail"] : response.body
  counts.silent += 1 if reason.to_s.strip.empty?
  counts.kept += 1 unless stored == before
end

Dir.mktmpdir do |folder|
  Server::Database.open(folder)
  Server::Demo.load!
  app = Server.app
  requests = Array.new(REQUESTS) { spoilt(right.sample(random: RANDOM)) }
  file = right.find { |sent| sent.body&.key?("file") }
  files =
    Array.new(FILES) do
      whole = JSON.parse(File.read(Dir[File.expand_path("../demo/*.job.json", __dir__)].sample(random: RANDOM)))
      sent = file.dup
      sent.headers = fresh
      sent.body =
        file.body.merge(
          "file" => Array.new(1 + RANDOM.rand(3)).reduce(whole) { |now, _| now.is_a?(Hash) ? mutated(now) : now }
        )
      sent
    end
  puts "           sent  refused  >=500  >3 s  without reason  stored though refused  day dead  longest ms"
  { "requests" => requests, "files" => files }.each do |name, list|
    counts = attack(app, list)
    puts format("%-9s %6d %8d %6d %5d %15d %22d %9d %11.0f", name, *counts.to_a.first(7), counts.longest * 1_000)
  end
ensure
  ActiveRecord::Base.connection_handler.clear_all_connections!
end

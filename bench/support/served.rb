# frozen_string_literal: true

require "json"
require "net/http"
require "rbconfig"
require "securerandom"

# A server in a process of its own, over a data folder, and what one says to it.
class Served
  ROOT = File.expand_path("../..", __dir__)

  # An answer: its status and what it says.
  Answer = Struct.new(:status, :said)

  attr_reader :pid

  def initialize(folder, port, demo: true)
    @folder = folder
    @port = port
    @demo = demo
  end

  def start
    env = { "DIELECTRA_DATA" => @folder, "DIELECTRA_NO_DEMO" => @demo ? nil : "1" }
    bind = "tcp://127.0.0.1:#{@port}"
    command = %W[bundle exec puma --quiet --environment production --threads 2:8 --bind #{bind} config.ru]
    @pid = Process.spawn(env, *command, chdir: ROOT, out: File::NULL, err: File::NULL, pgroup: true)
    Timeout.timeout(60) { sleep(0.1) until up? }
    self
  end

  def kill(signal = :KILL)
    Process.kill(signal, -@pid)
    Process.wait(@pid)
  rescue Errno::ESRCH, Errno::ECHILD
    nil
  end

  def up?
    get("/call_form").status == 200
  rescue SystemCallError, IOError, Net::ReadTimeout
    false
  end

  def get(path) = asked(Net::HTTP::Get.new("/api#{path}"))

  # @param key [String] so that the same change can be sent again
  def change(verb, path, body, version, key: SecureRandom.uuid)
    request = Net::HTTP.const_get(verb).new("/api#{path}")
    request["Content-Type"] = "application/json"
    request["Idempotency-Key"] = key
    request["If-Match"] = "\"#{version}\""
    request.body = JSON.generate(body)
    asked(request)
  end

  private

  def asked(request)
    response = Net::HTTP.start("127.0.0.1", @port, read_timeout: 90) { |line| line.request(request) }
    return asked(request.tap { sleep(0.2) }) if response.code == "202"

    Answer.new(response.code.to_i, response.body.to_s.start_with?("{") ? JSON.parse(response.body) : response.body)
  end
end

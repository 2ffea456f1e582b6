# frozen_string_literal: true

# A process that thinks: reads requests from its standard input, a socket, and answers on it. Between two requests it
# writes sessions to disk, and then thinks ahead.

Encoding.default_external = Encoding::UTF_8
$LOAD_PATH.unshift File.expand_path("../core/lib", __dir__)
require "bundler/setup"
require "dielectra"
require "io/wait"
require "socket"
%w[message sessions ahead call_summary job_view thinker].each { |part| require_relative part }

line = UNIXSocket.for_fd(0)
sessions = Server::Sessions.new(ENV.fetch("DIELECTRA_CACHE", nil))
ahead = Server::Ahead.new(sessions)
thinker = Server::Thinker.new(sessions, ahead)
begin
  loop do
    next if line.wait_readable(0.05).nil? && sessions.write_one

    ahead.start if line.wait_readable(Server::Ahead::PAUSE).nil?
    request = Server::Message.read(line)
    ahead.settle(request)
    Server::Message.write(line, thinker.answer(request))
  end
rescue Server::Message::Broken, Interrupt
  exit
end

# frozen_string_literal: true

# Files are UTF-8 whatever the locale says.
Encoding.default_external = Encoding::UTF_8
require "etc"
require_relative "server/app"

folder = ENV.fetch("DIELECTRA_DATA", File.expand_path("data", __dir__))
unfit = Server::Storage.unfit(folder) and abort(unfit)
HELD = Server::Backup.hold(folder) or abort("Another server, or a restore, uses #{folder}.")
Server::Database.open(folder)
minds = Integer(ENV.fetch("DIELECTRA_THINKERS", Etc.nprocessors.clamp(1, 4)))
Server::Folding.thinkers = Server::Thinkers.new(File.join(folder, "cache"), minds)
at_exit { Server::Folding.thinkers.stop }
Server::Demo.load! unless ENV["DIELECTRA_NO_DEMO"]
Server::Nightly.start(folder)
run Server.app(lan: ENV.key?("DIELECTRA_LAN"))

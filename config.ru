# frozen_string_literal: true

# Files are UTF-8 whatever the locale says.
Encoding.default_external = Encoding::UTF_8
require_relative "server/app"

Server::Database.open(ENV.fetch("DIELECTRA_DATA", File.expand_path("data", __dir__)))
Server::Demo.load! unless ENV["DIELECTRA_NO_DEMO"]
run Server.app

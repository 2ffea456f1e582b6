# frozen_string_literal: true

# Makes ready to serve the local network, and prints what a person at the console needs: the address as text and as a
# code for a phone's camera, the certificate's fingerprint, and a code to pair a device with.
#   ruby server/lan.rb PORT
# The last line on standard output is what Puma binds to; everything else goes to standard error.

Encoding.default_external = Encoding::UTF_8
require "bundler/setup"
require "rqrcode_core"
require_relative "app"

port = Integer(ARGV.fetch(0), 10)
folder = ENV.fetch("DIELECTRA_DATA")
unfit = Server::Storage.unfit(folder) and abort(unfit)
certificate = Server::Certificate.new(folder).ready
names = Server::Certificate.names
address = names.find { |name| name.match?(/\A[\d.]+\z/) && !name.start_with?("127.") } || names[1]
url = "https://#{address}:#{port}/"
Server::Database.open(folder)
# Black on white, whatever the terminal's own colors are.
dark, light = [40, 107].map { |color| "\e[#{color}m  \e[0m" }
warn RQRCodeCore::QRCode.new("#{url}pair").to_s(dark:, light:, quiet_zone_size: 2)
warn "Dielectra on the local network: #{url}"
warn "Certificate, SHA-256: #{certificate.fingerprint}"
warn "To pair a device, open that address on it and enter #{Server::Pairing.open!} " \
       "(for one device, within #{Server::Pairing::MINUTES} minutes; bin/dielectra pair gives another)."
puts names.join(",")
puts url
puts "ssl://0.0.0.0:#{port}?key=#{certificate.key_path}&cert=#{certificate.certificate_path}"

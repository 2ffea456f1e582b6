#!/usr/bin/env ruby
# frozen_string_literal: true

# Plays cases and prints every sentence that is said on the way, as the screens and the sheets show it, and beneath it
# what a good electrician would be seen to do and not to do, where expected.json says so. It is for reading:
#
#   ruby --yjit bench/trade.rb FOLDER [GLOB] [--seed N] [--flip]
#
# --flip turns toggles over by chance.

$LOAD_PATH.unshift File.expand_path("../core/lib", __dir__)
require "bundler/setup"
require "dielectra"
require "optparse"
require_relative "support/case_file"
require_relative "support/sentences"

seed = 1
flip = false
parser =
  OptionParser.new do |options|
    options.on("--seed N", Integer) { |value| seed = value }
    options.on("--flip") { flip = true }
  end
parser.parse!(ARGV)
folder, glob = ARGV

CaseFile
  .names(folder, glob || "*")
  .each do |name|
    puts "", "=== #{name}"
    game = CaseFile.new(folder, name, random: Random.new((seed * 1000) + name.sum), flip:)
    puts "  story: #{game.job.document["story"]}" if game.job.document["story"]
    game.play { |turn| puts Sentences.of_turn(turn) }
    puts Sentences.of_end(game.session)
    puts "  unsafe: #{game.watch.unsafe.join("; ")}" if game.watch.unsafe.any?
    %w[must must_not].each { |list| (game.expected[list] || []).each { |row| puts "  #{list.upcase}: #{row}" } }
  rescue StandardError => e
    puts "  broke off: #{e.class}: #{e.message.lines.first}", *e.backtrace.first(3)
  end

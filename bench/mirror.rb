#!/usr/bin/env ruby
# frozen_string_literal: true

# Plays made-up houses twice, once with every brass screw named the other way round, and counts those in which another
# thing is found:
#
#   ruby --yjit bench/mirror.rb [HOUSES] [SEED]

$LOAD_PATH.unshift File.expand_path("../core/lib", __dir__)
require "bundler/setup"
require "dielectra"

def played(circuit, job)
  house = Dielectra::Practice::House.new(circuit)
  session = Dielectra::Session::Troubleshooting.new(job)
  until session.next.is_a?(Dielectra::Session::Conclusion)
    session.record(session.next.to_h.merge("answer" => house.answer(session.next.to_h)))
  end
  [session.next.status, session.next.causes.map { |cause| cause.values_at("kind", "place") }.uniq.sort_by(&:to_s)]
end

houses = (ARGV[0] || 100).to_i
seed = (ARGV[1] || 1).to_i
different =
  (0...houses).count do |number|
    made = Dielectra::Practice::Scenario.new(Random.new((seed * 100_000) + number))
    found = [made.circuit, Dielectra::Practice::Mirror.of(made.circuit)].map { |circuit| played(circuit, made.job) }
    if found.uniq.size > 1
      warn "#{(seed * 100_000) + number} #{made.family} #{made.trouble}: #{found.first} against #{found.last}"
    end
    found.uniq.size > 1
  end
puts "#{houses} houses, #{different} in which another thing is found"

# frozen_string_literal: true

# Plays the past visit of the demo day and writes down what it left known:
#   bundle exec ruby --yjit demo/past.rb

$LOAD_PATH.unshift File.expand_path("../core/lib", __dir__)
require "dielectra"

# Boxes that the painters let go of
LOOSE = %w[upper_landing store_door].freeze

def read(name) = JSON.parse(File.read(File.join(__dir__, name), encoding: "UTF-8"))

def write(name, document) = File.write(File.join(__dir__, name), "#{JSON.pretty_generate(document)}\n")

circuit = read("signal_gallery.circuit.json")
loose = ->(joint) { joint["points"].any? { |point| LOOSE.include?(Dielectra::PointId.head(point)) } }
found = circuit.merge("faults" => [], "joints" => circuit["joints"].reject(&loose))
job = Dielectra::Evidence::Job.read(read("signal_gallery.job.json").merge("steps" => [], "began" => "opened"))
house = Dielectra::Practice::House.new(Dielectra::Circuit.read(found), job:)
session = Dielectra::Session::Troubleshooting.for(job)
until session.next.is_a?(Dielectra::Session::Conclusion)
  step = session.next.to_h
  session.record(step.merge("answer" => house.answer(step)))
end
steps = session.steps.map { |step| step.except("id") }
write("signal_gallery_past.job.json", job.to_h.merge("steps" => steps))
write("signal_gallery.remembered.json", Dielectra::Session::AsLeft.new(session).to_h)
puts "#{session.next.status}, #{steps.size} steps, #{session.minutes.round} minutes"
puts JSON.generate(Dielectra::Presentation::Record.new(session, "").closing)

# frozen_string_literal: true

# Plays the past visit of the demo day and writes down what it left known:
#   bundle exec ruby --yjit demo/past.rb

$LOAD_PATH.unshift File.expand_path("../core/lib", __dir__)
require "dielectra"

# The fault of that visit: the load conductor makes no contact in the switch box
FAULT = { "kind" => "joint_open", "point" => "chart_room/2.black" }.freeze

def read(name) = JSON.parse(File.read(File.join(__dir__, name), encoding: "UTF-8"))

def write(name, document) = File.write(File.join(__dir__, name), "#{JSON.pretty_generate(document)}\n")

asked = read("chart_room.job.json")
wanted = { "kind" => "restore", "control" => { "L1" => ["S1"] } }
job = Dielectra::Evidence::Job.read(asked.merge("wanted" => wanted, "began" => "sudden", "steps" => []))
found = read("chart_room.circuit.json").merge("faults" => [FAULT])
house = Dielectra::Practice::House.new(Dielectra::Circuit.read(found), job:)
session = Dielectra::Session::Troubleshooting.for(job)
until session.next.is_a?(Dielectra::Session::Conclusion)
  step = session.next.to_h
  session.record(step.merge("answer" => house.answer(step)))
end
steps = session.steps.map { |step| step.except("id") }
write("chart_room_past.job.json", job.to_h.merge("steps" => steps))
write("chart_room.remembered.json", Dielectra::Session::AsLeft.new(session).to_h)
puts "#{session.next.status}, #{steps.size} steps, #{session.minutes.round} minutes"
puts JSON.generate(Dielectra::Presentation::Record.new(session, "").closing)

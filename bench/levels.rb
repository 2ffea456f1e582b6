#!/usr/bin/env ruby
# frozen_string_literal: true

# Plays the practice houses of a level as the program would, and says how each ended:
#
#   ruby --yjit bench/levels.rb LEVEL [HOUSES] [SEED]
#
# Right is a house that obeys, has no hazard and is called solved. One that nothing in reach repairs has to stop.

$LOAD_PATH.unshift File.expand_path("../core/lib", __dir__)
require "bundler/setup"
require "dielectra"

level = Integer(ARGV.fetch(0))
houses = Integer(ARGV[1] || 30)
first = Integer(ARGV[2] || 1)

Play =
  Struct.new(:exercise, :session, :unsafe) do
    def left = exercise.house.circuit

    def inspection = Dielectra::Practice::Inspection.new(left, exercise.job)

    def right?
      return session.next.status == "stopped" if exercise.scenario.beyond?

      session.next.status == "solved" && inspection.obeys? && inspection.hazards.empty?
    end

    def minutes = session.minutes

    def knowing = exercise.scenario.knowing(left, session)

    def said = session.next.causes.map { |cause| cause["kind"] }.uniq.join(", ")
  end

def play(level, seed)
  exercise = Dielectra::Practice::Exercise.new(level, seed)
  watch = Dielectra::Practice::SafetyObserver.new(exercise.house, exercise.job)
  session = Dielectra::Session::Troubleshooting.for(exercise.job)
  until (step = session.next).is_a?(Dielectra::Session::Conclusion)
    watch.check!(step.numbered(session.steps.size + 1))
    session.record(step.to_h.merge("answer" => exercise.house.answer(step.to_h).except("id")))
  end
  Play.new(exercise, session, watch.unsafe)
end

plays =
  (first...(first + houses)).map do |seed|
    play(level, seed).tap do |one|
      verdict = one.right? ? "right" : "WRONG: #{one.session.next.why || "does not obey"}"
      puts format("%5d  %5.1f min  %3d steps  %s  %s", seed, one.minutes, one.session.steps.size, one.said, verdict)
      puts "       unsafe: #{one.unsafe.join("; ")}" if one.unsafe.any?
    end
  end
solved = plays.select { |one| one.right? && !one.exercise.scenario.beyond? }
minutes, knowing = %i[minutes knowing].map { |name| solved.sum(&name) }
puts format("right %d of %d, unsafe steps %d", plays.count(&:right?), plays.size, plays.sum { |one| one.unsafe.size })
if solved.any?
  puts format(
         "minutes %.1f, of one who knew %.1f, ratio %.2f",
         *[minutes, knowing].map { |sum| sum / [solved.size, 1].max },
         minutes / knowing
       )
end

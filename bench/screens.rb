#!/usr/bin/env ruby
# frozen_string_literal: true

# Plays demo jobs in the real browser at 1280×800 and prints, over all steps: how often a point to touch was not on the
# screen without scrolling, how long the first screen took, and how long after an answer something was drawn and the
# next step stood there. The front end has to be built.
#
#   bundle exec ruby --yjit bench/screens.rb [JOB…]

$LOAD_PATH.unshift File.expand_path("../core/lib", __dir__)
require "bundler/setup"
require "dielectra"
require_relative "../spec/system/browser"

# One browser over one day
class Screens
  include Capybara::DSL
  include Browser
  include Person

  HOUSES = %w[tower_stair boathouse passage horn_shed signal_gallery].freeze
  # Whether each point that is lit, or that a probe is held to, lies in the window
  LIT = <<~JS
    [...document.querySelectorAll('svg circle[fill="var(--key)"], svg g[aria-hidden] circle[r="17"]')]
      .map((one) => one.getBoundingClientRect())
      .map((box) => box.top >= 0 && box.left >= 0 && box.bottom <= innerHeight && box.right <= innerWidth)
  JS
  # Milliseconds from a tap until anything was drawn, and until the next step stood there
  TAP = <<~JS
    const [label, done] = arguments;
    const plate = () => document.querySelector("section[aria-label=Now]")?.querySelector("h2")?.textContent;
    const keys = document.querySelectorAll("section[aria-label=Now] button");
    const key = [...keys].find((one) => one.querySelector("span.font-bold")?.textContent === label);
    if (!key) return done(null);
    const before = plate(), start = performance.now();
    let drawn = null;
    const finish = () => { watch.disconnect(); done([drawn, performance.now() - start]); };
    const watch = new MutationObserver(() => {
      if (drawn === null) requestAnimationFrame(() => { drawn ??= performance.now() - start; });
      if (plate() !== before) requestAnimationFrame(finish);
    });
    watch.observe(document.body, { subtree: true, childList: true, attributes: true, characterData: true });
    key.click();
    setTimeout(finish, 4000);
  JS

  def initialize
    Server::Database.open(Dir.mktmpdir)
    Server::Demo.load!
    Capybara.app = Server.app
    Capybara.current_driver = :chromium
    viewport(1280, 800)
  end

  def run(jobs)
    visit("/")
    first = Array.new(5) { first_screen }.sort
    puts(format("first screen: %d ms (median of 5), from the start of the navigation to the list of calls", first[2]))
    jobs.each { |name| puts(play(name)) }
    times = jobs.flat_map { |name| tapped(name) }
    %w[drawn next].each_with_index do |what, at|
      sorted = times.map { |row| row[at] }.sort
      shown = [50, 90].map { |share| format("%d %% %d ms", share, sorted[(sorted.size * share / 100.0).ceil - 1]) }
      puts("from a tap to #{what}: #{shown.join(", ")} (#{sorted.size} taps)")
    end
  end

  private

  def first_screen
    visit("/")
    find("h1")
    page.evaluate_script("performance.getEntriesByName('first-contentful-paint')[0].startTime").to_f
  end

  def play(name)
    id = HOUSES.index(name) + 1
    house = Dielectra::Practice::House.new(circuit(name))
    session = Dielectra::Session::Troubleshooting.new(Dielectra::Evidence::Job.read(Server::Job.find(id).file))
    visit("/jobs/#{id}")
    hidden = steps = lit = 0
    until session.next.is_a?(Dielectra::Session::Conclusion)
      advice = Dielectra::Presentation::Advice.next(session).to_h
      find("h2", text: advice["title"], match: :first)
      seen = page.evaluate_script(LIT)
      steps += 1
      lit += seen.size
      hidden += seen.count(false)
      taken(id, session, house)
    end
    format("%-16s %3d steps, %3d points lit, %d of them not on the screen", name, steps, lit, hidden)
  end

  # Plays a job again, by the buttons where there is one.
  # @return [Array<Array(Float, Float)>] milliseconds until something was drawn, and until the next step
  def tapped(name)
    visit("about:blank")
    Server::Database.open(Dir.mktmpdir)
    Server::Folding.forget
    Server::Demo.load!
    @house = house = Dielectra::Practice::House.new(circuit(name))
    id = HOUSES.index(name) + 1
    visit("/jobs/#{id}")
    times = []
    loop do
      session = Dielectra::Session::Troubleshooting.new(Dielectra::Evidence::Job.read(Server::Job.find(id).file))
      break if session.next.is_a?(Dielectra::Session::Conclusion)

      advice = Dielectra::Presentation::Advice.next(session).to_h
      find("h2", text: advice["title"], match: :first)
      sleep(0.2)
      times << (tap_once(advice, session, house) || taken(id, session, house))
    end
    times.grep(Array)
  end

  # @return [Array(Float, Float), nil] nil where no one button says it
  def tap_once(advice, session, house)
    steps = advice["parts"].map { |part| part["step"] }
    steps = [session.next.to_h] if steps.empty?
    return if steps.count { |step| step["do"] != "set" } > 1 || steps.first["do"] == "open"

    answers = steps.map { |step| house.answer(step) }
    page.evaluate_async_script(TAP, label(steps.last["do"], answers.last))
  end

  def taken(id, session, house)
    step = session.next.to_h
    answered = step.merge("answer" => house.answer(step).except("id"))
    session.record(answered)
    job = Server::Job.find(id)
    change = Server::Change.new(id, key: SecureRandom.uuid, version: job.version, said: answered.to_s)
    change.make { [{ kind: "taken", number: job.next_number, step: answered }] }
    nil
  end

  def circuit(name) =
    Dielectra::Circuit.read(JSON.parse(File.read(File.expand_path("../demo/#{name}.circuit.json", __dir__))))
end

Screens.new.run(ARGV.empty? ? Screens::HOUSES : ARGV)

# frozen_string_literal: true

# Takes the pictures in docs/screenshots from the demo data, in the real browser.
#   bundle exec ruby --yjit demo/screenshots.rb [FOLDER]
# The front end has to be built (bin/start does it).

$LOAD_PATH.unshift File.expand_path("../core/lib", __dir__)
require "dielectra"
require_relative "../server/app"
require_relative "../spec/system/browser"

# One picture after the other; each says which job it shows and how far that has got.
class Screenshots
  include Capybara::DSL
  include Browser

  def initialize(folder)
    @folder = folder
    fresh
    Capybara.app = Server.app
    Capybara.current_driver = :chromium
    viewport(1280, 800)
  end

  def take
    general
    tower_stair
    passage
    horn_shed
    watch_room
    chart_room
    settings
    practice
    fresh
    unmarked
  end

  private

  def fresh
    Server::Database.open(Dir.mktmpdir)
    Server::Folding.forget
    Server::Demo.load!
  end

  def shot(name, path)
    visit(path)
    find("h1")
    yield if block_given?
    sleep(1)
    page.driver.save_screenshot(File.join(@folder, "#{name}.png"))
  end

  # Answers a job from a house until the block says stop.
  def work(number, house)
    job = Server::Job.find(number)
    session = Dielectra::Session::Troubleshooting.for(Dielectra::Evidence::Job.read(job.file))
    until session.next.is_a?(Dielectra::Session::Conclusion) || yield(session)
      step = session.next.to_h
      answered = step.merge("answer" => house.answer(step).except("id"))
      session.record(answered)
      job.add!("taken", step: answered)
    end
  end

  def circuit(name, **changes)
    file = File.join(__dir__, "#{name}.circuit.json")
    document = JSON.parse(File.read(file, encoding: "UTF-8"))
    Dielectra::Circuit.read(document.merge(changes.transform_keys(&:to_s)))
  end

  def house(name, random: nil, **changes) = Dielectra::Practice::House.new(circuit(name, **changes), random:)

  def general
    shot("day", "/") { find("ol li", match: :first) }
    shot("new_call", "/calls/new?house=1") { all("fieldset button").first.click }
    work(1, house("tower_stair")) { |session| session.next.do == "set" }
    shot("job", "/jobs/1") do
      click_button "Another light changed"
      fill_in "Which other light?", with: "Lamp room"
      find("button[aria-label='It is off now']").click
    end
  end

  def tower_stair
    truth = house("tower_stair")
    work(1, truth) { |session| session.next.do == "arrange" }
    shot("rewire", "/jobs/1")
    work(1, truth) { |session| session.next.do == "probe" && session.situation.off? }
    shot("reading", "/jobs/1")
    shot("else", "/jobs/1") { find("summary", text: "Something else").click }
    shot("house", "/houses/4")
    work(1, truth) { false }
    shot("proof", "/jobs/1")
  end

  # Settings, with devices of the local network
  def settings
    Server::Device.pair!(person: "Ada Quill", name: "Van tablet")
    Server::Device.pair!(person: "Tom Reeve", name: "Phone")
    shot("settings", "/settings") { find("h2", text: "Minutes") }
  end

  # A practice house under way, and the review of one that was put right
  def practice
    exercise = Dielectra::Practice::Exercise.new(2, 3)
    session = Dielectra::Session::Troubleshooting.for(exercise.job)
    until (step = session.next).is_a?(Dielectra::Session::Conclusion)
      session.record(step.to_h.merge("answer" => exercise.act(step.to_h).answer))
    end
    acts = exercise.acts.map(&:step)
    opened = acts.index { |act| act["do"] == "open" }
    under_way = Server::Exercise.create!(level: 2, seed: 3, acts: acts.first(opened + 3))
    shot("practice", "/practice/#{under_way.id}") { find("svg[role=group]") }
    truth = Dielectra::Practice::Review.new(exercise, nil).truth
    review = JSON.parse(JSON.generate(Dielectra::Presentation::ExerciseSheet.new(exercise).review(truth)))
    over = Server::Exercise.create!(level: 2, seed: 3, acts:, review:)
    shot("review", "/practice/#{over.id}")
  end

  # A switch without marks on its screws
  def unmarked
    marks = { "common" => "t2", "traveler_1" => "t1", "traveler_2" => "t3", "ground" => "ground" }
    lies = { "kind" => "marks_wrong", "device" => "S2", "seen_as" => marks }
    work(1, house("tower_stair", faults: [lies])) { |session| session.next.do == "bench" }
    shot("bench", "/jobs/1")
  end

  def passage
    work(3, house("passage")) { |session| session.next.do == "open" }
    shot("box", "/jobs/3") { find("button", text: "right", match: :first).click }
    viewport(390, 844)
    shot("phone", "/jobs/3")
    viewport(1280, 800)
  end

  def horn_shed
    work(4, house("horn_shed")) { |session| session.steps.size > 8 }
    shot("why", "/jobs/4") { click_on "Why?" if page.has_button?("Why?") }
  end

  def watch_room
    work(6, house("watch_room")) { |session| session.next.do == "arrange" }
    shot("several", "/jobs/6")
  end

  # A change that was asked for: the ways to make it, and its record
  def chart_room
    job = Dielectra::Evidence::Job.read(JSON.parse(File.read(File.join(__dir__, "chart_room.job.json"))))
    truth = Dielectra::Practice::House.new(circuit("chart_room"), job:)
    work(7, truth) { |session| session.next.do == "box" }
    shot("ways", "/jobs/7") { page.execute_script("window.scrollTo(0, 480)") }
    work(7, truth) { false }
    shot("record", "/jobs/7") do
      find("[role=tab]", text: "Record").click
      page.execute_script("window.scrollTo(0, 480)")
    end
    tags(7)
  end

  # The sheet of tags of a job, where there is a program that turns PDF into a picture
  def tags(number)
    job = Server::Job.find(number)
    pdf = Server::TagsPdf.new(Server::Folding.record(job), "http://192.168.1.7:4567/jobs/#{number}", "64x34").render
    file = File.join(Dir.mktmpdir, "tags.pdf")
    File.binwrite(file, pdf)
    system("pdftoppm", "-r", "96", "-png", "-singlefile", file, File.join(@folder, "tags"))
  end
end

Screenshots.new(ARGV.first || File.expand_path("../docs/screenshots", __dir__)).take if $PROGRAM_NAME == __FILE__

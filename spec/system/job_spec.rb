# frozen_string_literal: true

require_relative "../../server/app"
require_relative "browser"

# The real interface in the real browser, the simulated house behind the answers.
RSpec.describe "A job in the browser", type: :feature do
  include Browser

  before(:all) do
    Capybara.app = Server.app
    Capybara.default_driver = :chromium
  end

  # Every example has a day of its own.
  before do
    @folder = Dir.mktmpdir
    Server::Database.open(@folder)
    Server::Folding.forget
    Server::Demo.load!
  end

  # A browser that is still open would ask the server of the next example.
  after do
    origin = page.evaluate_script("location.origin")
    visit "about:blank"
    page.driver.browser.execute_cdp("Storage.clearDataForOrigin", origin:, storageTypes: "all")
    Server::Folding.forget
    ActiveRecord::Base.connection_handler.clear_all_connections!
    FileUtils.rm_rf(@folder)
  end

  after(:all) { page.quit }

  let(:house) { Dielectra::Practice::House.new(demo_circuit("tower_stair")) }
  let(:report_lit) do
    { "do" => "report", "positions" => { "S1" => "up", "S2" => "up" }, "answer" => { "loads" => { "L1" => "on" } } }
  end

  # What the house says to the step that the screen shows, given through the screen.
  # @param typed [Boolean] whether a box is written in shorthand, or tapped together
  def answer_shown(id, typed: false)
    session = Server::Folding.session(Server::Job.find(id))
    advice = Dielectra::Presentation::Advice.next(session).to_h
    expect(page).to have_css("h2", text: advice["title"])
    steps = advice["parts"].map { |part| part["step"] }
    steps = [session.next.to_h] if steps.empty?
    count = session.steps.size + steps.size
    steps.each { |step| say(step, advice["parts"].find { |part| part["step"] == step }, typed:) }
    expect(page).to have_css("[role=tab]", text: "Steps (#{count})")
  end

  # One step answered: written down, tapped, or not asked for because the next one says it.
  def say(step, part, typed: false)
    answer = house.answer(step)
    return if part&.key?("answer")
    return typed ? type(answer["found"]) : write_down(answer["found"]) if step["do"] == "open"

    around =
      (
        if part && step["do"] == "bench"
          "//h3[contains(., 'Toggle #{step["position"]}')]/.."
        else
          "//section[@aria-label='Now']"
        end
      )
    within(:xpath, around) { find("button", text: /^#{Regexp.escape(label(step["do"], answer))}$/).click }
  end

  def label(kind, answer)
    if kind == "watch"
      return answer["breakers"]["B1"] == "tripped" ? "Breaker tripped" : answer["loads"]["L1"].capitalize
    end
    if kind == "wiggle"
      return { "on" => "Steady, on", "off" => "Steady, off", "flickers" => "It flickers" }.fetch(answer["loads"]["L1"])
    end
    return "All dead" if kind == "prove_dead"
    if answer.key?("ohms")
      return answer["ohms"].nil? ? "No reading" : (answer["ohms"] < 3 ? "Under 3 Ω" : "More: a load")
    end
    if answer["reads"]
      return({ "beep" => "Beeps", "silent" => "Silent", "glow" => "Glows", "dark" => "Dark" }.fetch(answer["reads"]))
    end
    return answer["volts"] > 60 ? "About 120 V" : "Nothing" if answer["volts"]

    "Done"
  end

  def type(found)
    find("textarea").set(Dielectra::Evidence::Shorthand.write(found), rapid: false)
    click_button "Save box"
  end

  def write_down(found)
    click_button found["enclosure"], exact: true
    found["cable_ends"].sort_by { |row| row["id"] }.each { |row| click_button "+ #{row["type"]}" }
    kind = found["devices"].first["kind"]
    click_button(kind == "three_way" ? "three-way" : "single-pole", exact: true) unless kind == "luminaire"
    found["joints"].each { |joint| joint["points"].each_cons(2) { |pair| pair.each { |point| tap_point(point) } } }
    click_button "Save box"
  end

  # Points of a drawing are named as a person would say them.
  def tap_point(point)
    owner, part = point.split(".")
    name = point.include?("/") ? "#{part.tr("_", " ")} of cable #{owner.split("/").last}" : "screw #{part.tr("_", " ")}"
    find("[role=group] [aria-label='#{name}']").send_keys(:enter)
  end

  it "is found in the day, worked to the proof, kept, undone and corrected" do
    viewport(1280, 800)
    visit "/"
    click_link "Tower stair light"
    expect(page).to have_css("h1", text: "Tower stair light")
    expect(page).to have_css("section[aria-label=Power]", text: "Breaker B1 not checked")
    id = page.current_path[/\d+/].to_i

    demo_job("tower_stair").goal.combinations.each do |positions|
      light = Dielectra::Physics::Network.new(demo_circuit("tower_stair"), positions).loads["L1"]
      find_button("#{positions.map { |control, at| "#{control} #{at}" }.join(", ")}: light #{light}").click
      expect(page).to have_css("button[aria-checked=true]", text: light)
    end
    expect(page).to have_css("[role=tab]", text: "Steps (4)")

    moved = false
    60.times do
      job = Server::Job.find(id)
      break if Server::Folding.session(job).next.is_a?(Dielectra::Session::Conclusion)

      if Server::Folding.session(job).next.do == "arrange" && !moved
        moved = true
        find("[role=tab]", text: "Rewire").click
        %w[→ Before After].each { |text| expect(page).to have_content(text) }
      end
      answer_shown(id)
    end
    expect(moved).to be(true)
    expect(page).to have_css("h2", text: "Proved in every combination")
    expect(page).to have_css("section[aria-label=Proof]", text: "watched", minimum: 1)
    inspection = Dielectra::Practice::Inspection.new(house.circuit, demo_job("tower_stair"))
    expect([inspection.obeys?, inspection.hazards]).to eq([true, []])

    visit "/jobs/#{id}"
    expect(page).to have_css("h2", text: "Proved in every combination")
    file =
      page.evaluate_async_script(
        "const done = arguments[0]; fetch(document.querySelector('a[download]').href).then(r => r.json()).then(done)"
      )
    expect(file).to include(
      "format" => "dielectra/job",
      "steps" => a_collection_including(a_hash_including("do" => "open"))
    )

    count = file["steps"].size
    page.send_keys("u")
    expect(page).to have_css("[role=tab]", text: "Steps (#{count - 1})")
    find("[role=tab]", text: /Steps/).click
    click_button "Correct", match: :first
    first("button", text: "It was:").click
    expect(page).to have_css("[role=status]", text: "Before the correction")
  end

  it "passes axe, wide and narrow, light and dark" do
    [[1280, 800], [390, 844]].each do |width, height|
      viewport(width, height)
      %w[/ /calls/new /houses /houses/1 /jobs/2 /settings /pair /nowhere].each do |path|
        visit path
        expect(page).to have_css("h1")
        %w[light dark].each do |theme|
          page.execute_script("document.documentElement.dataset.theme = '#{theme}'")
          expect(page).to be_axe_clean.according_to(:wcag2a, :wcag2aa, :wcag21aa, :wcag22aa)
        end
        expect(page.evaluate_script("document.documentElement.scrollWidth")).to be <= width
      end
    end
  end

  it "opens a new call from a few words" do
    viewport(390, 844)
    visit "/calls/new"
    fill_in "Name of the house or people", with: "The cooperage"
    fill_in "Street", with: "4 Stave Lane"
    fill_in "What it is about", with: "Yard light"
    fill_in "Where the switch is", with: "Back door"
    click_button "Start the call"
    expect(page).to have_css("h1", text: "Yard light")
    expect(page).to have_css("section[aria-label=Power]", text: "Back door")
  end

  # What another tab has done to a job, without this one.
  def taken_elsewhere(id, step)
    job = Server::Job.find(id)
    change = Server::Change.new(id, key: SecureRandom.uuid, version: job.version, said: step.to_s)
    change.make { [{ kind: "taken", number: job.next_number, step: }] }
  end

  it "shows what another tab does, as it happens" do
    viewport(1280, 800)
    visit "/jobs/4"
    before = find("[role=tab]", text: "Steps (").text[/\d+/].to_i
    taken_elsewhere(4, report_lit)
    expect(page).to have_css("[role=tab]", text: "Steps (#{before + 1})")
  end

  it "goes on in the eighth tab" do
    visit "/jobs/4"
    tabs = Array.new(7) { open_new_window }
    tabs.each { |tab| within_window(tab) { visit "/jobs/4" } }
    within_window(tabs.last) do
      expect(page).to have_css("h2")
      before = find("[role=tab]", text: "Steps (").text[/\d+/].to_i
      taken_elsewhere(4, report_lit)
      expect(page).to have_css("[role=tab]", text: "Steps (#{before + 1})")
    end
    tabs.each(&:close)
  end

  it "does not take an answer to a screen that is out of date, and shows the job as it is" do
    viewport(1280, 800)
    visit "/jobs/5"
    expect(page).to have_css("h2")
    page.execute_script("window.EventSource = undefined")
    steps = Server::Job.find(5).steps.size
    allow(Server::Events).to receive(:publish)
    taken_elsewhere(5, { "do" => "watch", "answer" => { "unsure" => true } })
    find("button", text: /^Breaker tripped$/).click
    expect(page).to have_css("[role=alert]", text: "had changed before it arrived")
    expect(page).to have_css("[role=tab]", text: "Steps (#{steps + 1})")
    expect(Server::Job.find(5).steps.size).to eq(steps + 1)
  end

  # Controls that are too small to tap
  def too_small
    page.evaluate_script(<<~JS)
      [...document.querySelectorAll("main button, main a, main select, main textarea, main [role=radio], main input:not([type=file])")]
        .filter((one) => one.checkVisibility() && !one.closest("p, svg"))
        .map((one) => [one.getBoundingClientRect(), one])
        .filter(([box, one]) => box.height > 0 && (box.height < 43.5 || box.width < 24))
        .map(([box, one]) => `${one.textContent.slice(0, 30) || one.outerHTML.slice(0, 80)}: ${Math.round(box.width)} × ${Math.round(box.height)}`)
    JS
  end

  it "goes from a new call to the proof on a phone, everything as big as a finger" do
    viewport(390, 844)
    visit "/calls/new"
    expect(too_small).to eq([])
    fill_in "Street", with: "1 Beacon Path"
    fill_in "What it is about", with: "Stair light again"
    fill_in "Where the switch is", with: "tower door"
    click_button "+ another switch"
    fill_in "Where switch 2 is", with: "lamp room"
    fill_in "Where the light is", with: "stair head"
    click_button "Start the call"
    expect(page).to have_css("h1", text: "Stair light again")
    id = page.current_path[/\d+/].to_i
    80.times do
      break if Server::Folding.session(Server::Job.find(id)).next.is_a?(Dielectra::Session::Conclusion)

      expect(too_small).to eq([])
      expect(page.evaluate_script("document.documentElement.scrollWidth")).to be <= 390
      answer_shown(id, typed: true)
    end
    expect(page).to have_css("h2", text: "Proved in every combination")
  end

  it "is worked by keys alone where four switches are in play" do
    viewport(1280, 800)
    visit "/jobs/5"
    expect(page).to have_css("h2")
    gallery = Dielectra::Practice::House.new(demo_circuit("signal_gallery"))
    14.times do
      session = Server::Folding.session(Server::Job.find(5))
      advice = Dielectra::Presentation::Advice.next(session).to_h
      break if advice["step"]["do"] == "open"

      parts = advice["parts"].map { |part| part["step"] }
      steps = parts.empty? ? [advice["step"]] : parts
      choices = advice["parts"].empty? ? advice["choices"] : advice["parts"].last["choices"]
      said = steps.map { |step| gallery.answer(step) }.last
      number = choices.index { |choice| choice["answer"].all? { |name, value| said[name] == value } }
      count = session.steps.size + steps.size
      expect(page).to have_css("h2", text: advice["title"])
      page.send_keys((number + 1).to_s)
      expect(page).to have_css("[role=tab]", text: "Steps (#{count})")
    end
    expect(page).to have_css("h2", text: "Open the")
    line =
      Dielectra::Evidence::Shorthand.write(
        gallery.answer(Server::Folding.session(Server::Job.find(5)).next.to_h)["found"]
      )
    find("textarea").send_keys(line)
    expect(page).to have_button("Save box", disabled: false)
    find("textarea").send_keys(:enter)
    expect(page).to have_css("h2", text: "Prove")
    page.send_keys("1", "u")
    expect(page).to have_css("h2", text: "Prove")
  end

  def offline(away)
    page.driver.browser.execute_cdp(
      "Network.emulateNetworkConditions",
      offline: away,
      latency: 0,
      downloadThroughput: -1,
      uploadThroughput: -1
    )
  end

  it "keeps answers while the server is out of reach, opens without it, and sends each once" do
    viewport(1280, 800)
    visit "/jobs/4"
    expect(page).to have_css("h2")
    page.evaluate_async_script("const done = arguments[0]; navigator.serviceWorker.ready.then(() => done(true))")
    before = Server::Job.find(4).steps.size
    page.driver.browser.execute_cdp("Network.enable")
    offline(true)
    find("section[aria-label=Now] button", text: /^(Done|On|Silent|All dead)$/, match: :first).click
    expect(page).to have_css("[role=status]", text: "kept in this browser")
    visit "/jobs/4"
    expect(page).to have_css("[role=alert]", text: "cannot be reached")
    expect(Server::Job.find(4).steps.size).to eq(before)
    offline(false)
    visit "/jobs/4"
    expect(page).to have_css("[role=tab]", text: "Steps (#{before + 1})")
    expect(Server::Job.find(4).steps.size).to eq(before + 1)
  ensure
    offline(false)
  end

  it "keeps a photograph beside a box, without what the camera wrote beside it" do
    viewport(1280, 800)
    steps = [{ "do" => "breaker", "device" => "B1", "to" => "off" }, { "do" => "open", "place" => "lamp_room" }]
    steps.each { |step| taken_elsewhere(1, step.merge("answer" => house.answer(step))) }
    visit "/jobs/1"
    find("button", text: "Lamp room, switch S2").click
    attach_file("Add a photograph", File.join(__dir__, "box.jpg"), visible: :all)
    expect(page).to have_css("button[aria-label='lamp room, photograph 1']")
    kept = File.binread(Server::Photograph.last.path)
    expect(kept).to start_with("\xFF\xD8".b)
    expect(kept).not_to include("Exif")
    find("button[aria-label='lamp room, photograph 1']").click
    click_button "Take it away"
    expect(page).to have_no_css("button[aria-label='lamp room, photograph 1']")
    expect(Dir.children(File.join(@folder, "photographs"))).to eq([])
  end

  it "pairs a device with a code that another one shows, and revokes it" do
    viewport(390, 844)
    visit "/settings"
    click_button "Pair a device"
    code = find("[role=status] b.font-mono").text
    visit "/pair"
    fill_in "Code", with: "AB"
    click_button "Pair"
    expect(page).to have_css("[role=alert]", text: "Eight letters and digits")
    fill_in "Code", with: code.downcase
    fill_in "Your name", with: "Ada"
    fill_in "This device", with: "Van tablet"
    click_button "Pair"
    expect(page).to have_css("h1", text: "Today")
    visit "/settings"
    expect(page).to have_css("li", text: "Van tablet, Ada")
    click_button "Revoke Van tablet"
    expect(page).to have_no_css("li", text: "Van tablet")
  end
end

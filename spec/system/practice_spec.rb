# frozen_string_literal: true

require_relative "browser"
require_relative "apprentice"

# A practice house, played badly and well.
RSpec.describe "Practice in the browser", type: :feature do
  include_context "with a browser"

  before { viewport(1280, 800) }

  def stop(name) = find("section[aria-label='The house'] button", text: /\A#{name}/i)

  def place(exercise) = exercise.job.controls.first.place.tr("_", " ")

  it "stops what would have been unsafe, hints, and shows a review to one who gives up" do
    visit "/practice"
    find("button", text: /\ALevel 1\s*One switch/).click
    expect(page).to have_css("h1", text: "One switch, one light")
    click_button "Take the cover off"
    expect(page).to have_content("Stopped before it happened.")
    expect(page).to have_content("1 unsafe, stopped")
    click_button "Hint 1: What could it be?"
    expect(page).to have_content("What it could be.")
    click_button "I know what it is, and it is put right"
    click_button "I give up"
    expect(page).to have_content("The house is not right", wait: 30)
    expect(page).to have_content("You named nothing.")
    visit "/practice"
    expect(page).to have_content("not right · 0 min · 1 unsafe")
  end

  it "offers the course in order, and ten quick questions that are marked and kept" do
    visit "/practice"
    within("section[aria-label='The course']") { click_button "A breaker found tripped" }
    expect(page).to have_css("h1", text: "A breaker found tripped")
    visit "/practice/drills/4"
    10.times do |number|
      expect(page).to have_content("#{number + 1} of 10", wait: 30)
      within("section[aria-label='Question']") { all("button").first.click }
    end
    expect(page).to have_css("section[aria-label='Result']", text: "of 10 right", wait: 30)
    visit "/practice"
    expect(page).to have_content("Drills: #{Server::Drill.last.right} of 10")
  end

  it "reads what the probes are held to, moves a conductor, and lets nothing be done once it is over" do
    record = Server::Exercise.create!(level: 1, seed: 1)
    name = place(Dielectra::Practice::Exercise.new(1, 1))
    visit "/practice/#{record.id}"
    stop("Panel").click
    click_button "Turn off"
    stop(name).click
    click_button "Take the cover off"
    click_button "Prove it dead"
    expect(page).to have_css("svg[role=group]")
    click_button "Continuity"
    all("svg[role=group] [role=button]").first(2).each(&:click)
    click_button "Read it"
    expect(page).to have_css("[role=status]", text: /beep|silent/)
    expect(record.reload.acts.map { |act| act["do"] }).to eq(%w[breaker open prove_dead probe])
  end

  # Ten houses, two of them played badly
  def house(level, seed) = Server::Exercise.create!(level:, seed:)

  [[1, 5], [1, 10], [4, 4], [6, 12], [7, 5], [7, 7], [9, 1], [10, 3]].each do |level, seed|
    it "plays house #{seed} of level #{level} to its end, and is told that it is right and named" do
      player = Apprentice.new(page, house(level, seed))
      player.put_right
      player.claim(*player.truth.values_at("kind", "place"))
      expect(page).to have_content("The house is right", wait: 30)
      expect(page).to have_content("You named it.")
      expect(page).to have_content("0 unsafe, stopped")
    end
  end

  it "says so where the right box was put right and something else was named" do
    player = Apprentice.new(page, house(2, 10))
    player.put_right
    player.claim("lamp", nil)
    expect(page).to have_content("The house is right", wait: 30)
    expect(page).to have_no_content("You named it.")
  end

  it "says so where a cover came off live and nothing was repaired" do
    player = Apprentice.new(page, house(1, 5))
    player.visit
    player.go(player.truth["place"].tr("_", " "))
    player.press("Take the cover off")
    player.press("Look at the loads")
    player.claim("no_supply", nil)
    expect(page).to have_content("The house is not right", wait: 30)
    expect(page).to have_content("1 unsafe, stopped")
  end
end

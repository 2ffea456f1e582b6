# frozen_string_literal: true

require_relative "browser"

# A practice house, played badly and well.
RSpec.describe "Practice in the browser", type: :feature do
  include_context "with a browser"

  before { viewport(1280, 800) }

  def stop(name) = find("section[aria-label='The house'] button", text: /\A#{name}/i)

  def place(exercise) = exercise.job.controls.first.place.tr("_", " ")

  it "stops what would have been unsafe, hints, and shows a review to one who gives up" do
    visit "/practice"
    click_button "Level 1"
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

  it "says that a house is right that was put right, by one who plays it through" do
    exercise = Dielectra::Practice::Exercise.new(2, 3)
    session = Dielectra::Session::Troubleshooting.for(exercise.job)
    until (step = session.next).is_a?(Dielectra::Session::Conclusion)
      session.record(step.to_h.merge("answer" => exercise.act(step.to_h).answer))
    end
    record = Server::Exercise.create!(level: 2, seed: 3, acts: exercise.acts.map(&:step))
    truth = Dielectra::Practice::Review.new(exercise, nil).truth
    visit "/practice/#{record.id}"
    click_button "I know what it is, and it is put right"
    select Dielectra::Presentation::ExerciseSheet::KINDS.fetch(truth["kind"]), from: "What was wrong"
    select truth["place"].tr("_", " "), from: "Where"
    click_button "Done: show the review"
    expect(page).to have_content("The house is right", wait: 30)
    expect(page).to have_content("You named it.")
  end
end

# frozen_string_literal: true

require_relative "browser"

RSpec.describe "The interface for every hand and eye", type: :feature do
  include_context "with a browser"

  it "passes axe, wide and narrow, light and dark" do
    [[1280, 800], [390, 844]].each do |width, height|
      viewport(width, height)
      %w[
        /
        /calls/new
        /houses
        /houses/1
        /jobs/2
        /settings
        /pair
        /notes
        /practice
        /practice/drills/4
        /nowhere
      ].each do |path|
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
    20.times do
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
      press((number + 1).to_s)
      expect(page).to have_css("[role=tab]", text: "Steps (#{count})")
    end
    expect(page).to have_css("h2", text: "Open the")
    line =
      Dielectra::Evidence::Shorthand.write(
        gallery.answer(Server::Folding.session(Server::Job.find(5)).next.to_h)["found"]
      )
    find("textarea").send_keys(line)
    expect(page).to have_button("Save box", disabled: false)
    steps = Server::Job.find(5).steps.size + 1
    find("textarea").send_keys(:enter)
    expect(page).to have_css("[role=tab]", text: "Steps (#{steps})")
    expect(page).to have_css("h2", text: "Prove")
    press("1")
    expect(page).to have_css("[role=tab]", text: "Steps (#{steps + 1})")
    press("u")
    expect(page).to have_css("h2", text: "Prove")
  end
end

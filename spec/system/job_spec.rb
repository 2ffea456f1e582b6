# frozen_string_literal: true

require_relative "browser"

RSpec.describe "A job in the browser", type: :feature do
  include_context "with a browser"

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
        "const done = arguments[0]; fetch(location.pathname.replace('/jobs/', '/api/jobs/') + '/file')" \
          ".then(r => r.json()).then(done)"
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
end

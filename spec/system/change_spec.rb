# frozen_string_literal: true

require_relative "browser"

# A change asked for in a new call, and worked to its proof.
RSpec.describe "A change in the browser", type: :feature do
  include_context "with a browser"

  let(:house) do
    job = Dielectra::Evidence::Job.read(Server::Job.last.file)
    Dielectra::Practice::House.new(demo_circuit("chart_room"), job:)
  end

  before { viewport(1280, 800) }

  def ask
    visit "/calls/new"
    fill_in "Street", with: "9 Beacon Path"
    fill_in "What it is about", with: "A second switch"
    fill_in "Where the switch is", with: "Chart room"
    fill_in "Where the light is", with: "Chart ceiling"
    select "another place to switch from", from: "What is asked for"
    fill_in "New switch location", with: "Gallery door"
    click_button "+ where a new run could be pulled"
    select "Chart room", from: "From"
    select "Gallery door", from: "To"
    fill_in "Feet", with: "24"
    click_button "Start the call"
    expect(page).to have_css("h1", text: "A second switch")
    Server::Job.last
  end

  # A new call with another change to the same light, or to a receptacle in its place
  def ask_for(kind, title, load = "light")
    visit "/calls/new"
    fill_in "Street", with: "9 Beacon Path"
    fill_in "What it is about", with: title
    fill_in "Where the switch is", with: "Chart room"
    select "a receptacle", from: "What it controls" if load == "receptacle"
    fill_in "Where the #{load} is", with: "Chart ceiling"
    select kind, from: "What is asked for"
    yield if block_given?
    click_button "Start the call"
    expect(page).to have_css("h1", text: title)
    Server::Job.last
  end

  def work_to_the_end(job)
    until Server::Folding.session(job.reload).next.is_a?(Dielectra::Session::Conclusion)
      answer_shown(job.id, typed: true)
    end
    expect(page).to have_css("h2", text: "Proved in every combination")
  end

  it "puts a switch that needs a neutral in place of another" do
    job =
      ask_for("another kind of switch", "A timer") do
        select "timer switch (needs a neutral)", from: "Which kind of switch"
      end
    expect(page).to have_css("[aria-label=Material]", text: "switch")
    work_to_the_end(job)
    expect(house.circuit.joint_at("S1.neutral").points).to include("chart_room/1.white", "chart_room/2.white")
  end

  it "takes a switch out, and closes the job once everything is ticked" do
    work_to_the_end(ask_for("a switch taken out", "No more switch"))
    expect(house.circuit.device("S1")).to be_nil
    within("fieldset", text: "Before you leave") do
      expect(page).to have_button("Close the job", disabled: true)
      all("label").each_with_index do |line, at|
        line.click
        expect(page).to have_css("input:checked:not(:disabled)", count: at + 1, visible: :all)
      end
      click_button "Close the job"
      expect(page).to have_content("Closed on")
    end
    visit "/"
    expect(page).to have_content("Closed")
  end

  describe "of a receptacle" do
    let(:house) do
      job = Dielectra::Evidence::Job.read(Server::Job.last.file)
      document = with_receptacle(demo_document("chart_room.circuit.json"), "L1", "L1")
      Dielectra::Practice::House.new(Dielectra::Circuit.read(document), job:)
    end
    let(:receptacle) { house.circuit.device("L1") }

    it "keeps one half of it live" do
      job =
        ask_for("one half of the receptacle always live", "A clock", "receptacle") do
          select "the lower", from: "Which half stays live"
        end
      work_to_the_end(job)
      expect(receptacle.settings["hot_tab"]).to eq("removed")
    end

    it "keeps all of it live, and takes the switch out" do
      work_to_the_end(ask_for("the receptacle always live", "A freezer", "receptacle"))
      expect([house.circuit.device("S1"), house.loads["L1"]]).to eq([nil, "on"])
    end

    it "keeps it live and works a new light in its place" do
      job =
        ask_for("a new light in its place", "A ceiling light", "receptacle") do
          fill_in "New light location", with: "Chart corner"
          click_button "+ where a new run could be pulled"
          select "Chart ceiling", from: "From"
          select "Chart corner", from: "To"
          fill_in "Feet", with: "12"
        end
      work_to_the_end(job)
      expect(house.circuit.devices.map(&:id)).to include("L2")
      expect(house.loads["L1"]).to eq("on")
    end
  end

  it "is asked for, shown with what it takes, worked and proved" do
    job = ask
    expect(page).to have_content("14/3, chart room to gallery door, 24 ft")
    work_to_the_end(job)
    expect(house.circuit.device("S2").kind.plain).to eq("three_way")
    find("[role=tab]", text: "Record").click
    expect(page).to have_content("14/3 was pulled from chart room to gallery door.")
  end
end

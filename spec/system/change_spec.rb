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
    fill_in "Where the new switch shall be", with: "Gallery door"
    click_button "+ where a new run could be pulled"
    fill_in "From", with: "Chart room"
    fill_in "To", with: "Gallery door"
    fill_in "Feet", with: "24"
    click_button "Start the call"
    expect(page).to have_css("h1", text: "A second switch")
    Server::Job.last
  end

  it "is asked for, shown with what it takes, worked and proved" do
    job = ask
    expect(page).to have_content("14/3, chart room to gallery door, 24 ft")
    until Server::Folding.session(job.reload).next.is_a?(Dielectra::Session::Conclusion)
      answer_shown(job.id, typed: true)
    end
    expect(page).to have_css("h2", text: "Proved in every combination")
    expect(house.circuit.device("S2").kind.plain).to eq("three_way")
    find("[role=tab]", text: "Record").click
    expect(page).to have_content("14/3 was pulled from chart room to gallery door.")
  end
end

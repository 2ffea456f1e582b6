# frozen_string_literal: true

require_relative "browser"

RSpec.describe "A call on the day", type: :feature do
  include_context "with a browser"

  let(:titles) { all("section[aria-label=today] li a .text-lg").map(&:text) }

  before { viewport(1280, 800) }

  it "is put later in its day, and stays there" do
    visit "/"
    first(:button, "Change the order").click
    click_button "Tower stair light: later"
    expect(page).to have_button("Tower stair light: earlier", disabled: false)
    visit "/"
    expect(page).to have_css("section[aria-label=today] li", minimum: 3)
    expect(titles.first(2)).to eq(["Boathouse light dead", "Tower stair light"])
  end

  it "is timed, signed for, renamed, deleted and brought back" do
    visit "/"
    click_link "Boathouse light dead"
    click_button "Start the clock, 0:00 worked"
    expect(page).to have_button("Stop the clock, 0:00 worked")
    click_button "Call"
    fill_in "What it is about", with: "Boathouse dark"
    click_button "Save"
    expect(page).to have_css("h1", text: "Boathouse dark")
    sign
    expect(page).to have_text("R. Osk")
    click_button "Call"
    click_button "Delete this call"
    expect(page).to have_text("“Boathouse dark” is deleted")
    expect(page).to have_no_link("Boathouse dark")
    click_button "Bring it back"
    expect(page).to have_link("Boathouse dark")
  end

  it "is copied without its steps" do
    visit "/"
    click_link "Tower stair light"
    click_button "Call"
    click_button "Copy for today, without its steps"
    expect(page).to have_no_css("[role=dialog]")
    expect(page).to have_css("h1", text: "Tower stair light")
    visit "/"
    expect(page).to have_link("Tower stair light", count: 2)
  end

  def sign
    click_on "Record"
    field = find("[aria-label='Sign here']")
    page.execute_script("arguments[0].scrollIntoView({ block: 'center' })", field)
    pen = page.driver.browser.action
    pen.move_to(field.native, -80, 0).click_and_hold.move_by(60, -20).move_by(40, 20).release.perform
    fill_in "Name in print", with: "R. Osk"
    click_button "Keep the signature"
  end
end

# frozen_string_literal: true

require_relative "browser"

RSpec.describe "Several tabs and devices, and a server out of reach", type: :feature do
  include_context "with a browser"

  let(:report_lit) do
    { "do" => "report", "positions" => { "S1" => "up", "S2" => "up" }, "answer" => { "loads" => { "L1" => "on" } } }
  end

  it "shows what another tab does, as it happens" do
    viewport(1280, 800)
    visit "/jobs/4"
    before = find("[role=tab]", text: "Steps (").text[/\d+/].to_i
    taken_elsewhere(4, report_lit)
    expect(page).to have_css("[role=tab]", text: "Steps (#{before + 1})")
  end

  it "keeps two devices on one job in step" do
    visit "/jobs/1"
    expect(page).to have_css("h2")
    Capybara.using_session(:tablet) do
      visit "/jobs/1"
      answer_shown(1)
    end
    answer_shown(1)
    Capybara.using_session(:tablet) do
      expect(page).to have_css("[role=tab]", text: "Steps (#{Server::Job.find(1).steps.size})")
      page.quit
    end
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
    expect(page).to have_css("h1", text: "Day")
    visit "/settings"
    expect(page).to have_css("li", text: "Van tablet, Ada")
    click_button "Revoke Van tablet"
    expect(page).to have_no_css("li", text: "Van tablet")
  end
end

# frozen_string_literal: true

require "capybara/rspec"
require "selenium-webdriver"
require "tmpdir"
require "axe-rspec"
require_relative "../../server/app"
require_relative "person"

ENV["SE_OFFLINE"] = "true"
ENV["SE_AVOID_STATS"] = "true"

# Headless Chromium with no way to anything but this machine.
module Browser
  FLAGS = %w[
    --headless=new
    --no-sandbox
    --disable-gpu
    --disable-dev-shm-usage
    --force-device-scale-factor=1
    --hide-scrollbars
    --no-first-run
    --no-default-browser-check
    --disable-background-networking
    --disable-component-update
    --disable-sync
    --disable-default-apps
    --disable-extensions
    --disable-domain-reliability
    --disable-client-side-phishing-detection
    --metrics-recording-only
    --no-pings
    --disable-features=Translate,MediaRouter,OptimizationHints,AutofillServerCommunication
    --force-prefers-reduced-motion
    --force-color-profile=srgb
    --font-render-hinting=none
  ].freeze

  def self.register
    Capybara.register_driver(:chromium) do |app|
      options = Selenium::WebDriver::Chrome::Options.new(binary: "/usr/bin/chromium")
      [
        *FLAGS,
        "--user-data-dir=#{Dir.mktmpdir}",
        "--host-resolver-rules=MAP * ~NOTFOUND , EXCLUDE 127.0.0.1"
      ].each { |flag| options.add_argument(flag) }
      service = Selenium::WebDriver::Service.chrome(path: "/usr/bin/chromedriver")
      Capybara::Selenium::Driver.new(app, browser: :chrome, options:, service:)
    end
  end

  # The exact viewport; the window's own size leaves some of it to the frame.
  def viewport(width, height)
    page.driver.browser.execute_cdp(
      "Emulation.setDeviceMetricsOverride",
      width:,
      height:,
      deviceScaleFactor: 1,
      mobile: width < 600
    )
  end
end

Browser.register
# Pages have no frames. Looking for them, and for a second window to think in, only takes time.
Axe::Configuration.instance.skip_iframes = true
Axe::Configuration.instance.legacy_mode = true
Capybara.server = :puma, { Silent: true, Threads: "1:4" }
# The longest that a slow machine may need for one step. A condition that holds at once is not waited for.
Capybara.default_max_wait_time = 60
Capybara.enable_aria_label = true

# The real interface in the real browser, over a day of the example's own.
RSpec.shared_context "with a browser" do
  include Browser
  include Person

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

  # What the page said when an example failed. It runs first.
  after { |example| example.exception && warn("#{example.full_description}, at #{page.current_url}: #{page.text}") }

  after(:all) { page.quit }

  let(:house) { Dielectra::Practice::House.new(demo_circuit("tower_stair")) }

  # What another tab has done to a job, without this one.
  def taken_elsewhere(id, step)
    job = Server::Job.find(id)
    change = Server::Change.new(id, key: SecureRandom.uuid, version: job.version, said: step.to_s)
    change.make { [{ kind: "taken", number: job.next_number, step: }] }
  end
end

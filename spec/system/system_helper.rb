# frozen_string_literal: true

require "capybara/rspec"
require "selenium-webdriver"
require "tmpdir"
require "axe-rspec"
require_relative "../../server/spec/server_helper"

ENV["SE_OFFLINE"] = "true"
ENV["SE_AVOID_STATS"] = "true"

# Headless Chromium that can reach nothing but this machine: a page that needs another host fails here.
module Browser
  FLAGS = %w[
    --headless=new
    --no-sandbox
    --disable-gpu
    --disable-dev-shm-usage
    --no-first-run
    --no-default-browser-check
    --disable-background-networking
    --disable-component-update
    --disable-sync
    --disable-quic
    --disable-default-apps
    --disable-extensions
    --window-size=1280,800
  ].freeze

  def self.driver(app)
    options = Selenium::WebDriver::Chrome::Options.new(binary: "/usr/bin/chromium", logging_prefs: { browser: "ALL" })
    (
      FLAGS +
        [
          "--user-data-dir=#{Dir.mktmpdir}",
          "--host-resolver-rules=MAP * ~NOTFOUND, EXCLUDE 127.0.0.1, EXCLUDE localhost"
        ]
    ).each do |flag|
      options.add_argument(flag)
    end
    Capybara::Selenium::Driver.new(
      app,
      browser: :chrome,
      options: options,
      service: Selenium::WebDriver::Service.chrome(path: "/usr/bin/chromedriver")
    )
  end
end

Capybara.register_driver(:chromium) { |app| Browser.driver(app) }
Capybara.default_driver = :chromium
Capybara.server = :puma, { Silent: true }
Capybara.server_host = "127.0.0.1"
Capybara.default_max_wait_time = 15 # a busy machine is given its time; nothing waits longer than it must
Capybara.enable_aria_label = true
Capybara.app = ServerUnderTest.rack

# The whole page is read in one go (no page of ours has frames). The gem's other way opens a tab of its own with one
# second to load in, which a busy machine does not always keep.
Axe::Configuration.instance.legacy_mode = true

# What all specs of the interface say and do.
module AtTheBench
  # The page's own clock in the hand of the test (web/src/ui/clock.ts), over reloads too.
  CLOCK = "window.upperBranchClock = { now: () => Number(localStorage.getItem('test-clock') ?? 1795000000000) }"

  LOOK = 0.05 # s between two looks

  def stored_entry((kind, data)) = { "id" => SecureRandom.uuid, "kind" => kind, "data" => data }
  def all_cautions_read = CATALOGUE.hazards.map { |row| ["caution", { "hazard" => row["id"] }] }
  # Five questions that nobody could answer: a check comes next.
  def questions_asked = %w[ping run-on misfire oil-fumes poor-economy].map { |id| asked(id, "unknown") }
  # Fuel runs from the vent, made safe and asked about: the next step is to tap the bowl.
  def flooding = [seen("flood-vent"), safe("fuel-out"), *questions_asked]
  def press(*keys) = page.driver.browser.action.send_keys(*keys).perform
  def cdp(command, **arguments) = page.driver.browser.execute_cdp(command, **arguments)

  # A stored job; its id. more: of the machine (carburetors: 2)
  def job_called(title, *entries, family: "car-one", id: SecureRandom.uuid, **more)
    ServerUnderTest.store.create(
      id,
      title,
      [["machine", { "family" => family, **more.transform_keys(&:to_s) }], *entries].map { |row| stored_entry(row) }
    )
    id
  end

  def entries_stored = ServerUnderTest.database[:entries].order(:sequence).all
  def kinds = entries_stored.map { |row| row[:kind] }

  # Empties a field as a hand does. The driver's own clearing is seen by no page script, and is undone by the next
  # drawing.
  def empty(field) = find_field(field).send_keys([:control, "a"], :backspace)

  # Nothing on this page stands in the way of WCAG 2.2 AA, as far as a machine can tell.
  def axe_clean = expect(page).to(be_axe_clean.according_to(:wcag2a, :wcag2aa, :wcag21aa, :wcag22aa))

  # Waits until it is so, as long as Capybara waits for anything. what: words, or a proc that gives them: it is called
  # when it did not come about, and can say how things are instead
  def eventually(what = "it", &look)
    Timeout.timeout(Capybara.default_max_wait_time) { sleep LOOK until seen?(&look) }
  rescue Timeout::Error
    raise Timeout::Error, "#{what.respond_to?(:call) ? what.call : what} did not come about"
  end

  def seen?
    yield
  rescue Selenium::WebDriver::Error::StaleElementReferenceError # the page was drawn anew between two looks
    false
  end

  # Does something, and waits until the server has stored what came of it.
  def storing(count = 1)
    before = entries_stored.size
    yield
    eventually("an entry") { entries_stored.size >= before + count }
  end

  # From now on time passes only by `pass`.
  def hold_the_clock
    @held = cdp("Page.addScriptToEvaluateOnNewDocument", source: CLOCK)["identifier"]
  end

  def pass(seconds)
    page.execute_script(
      "const now = window.upperBranchClock.now(); localStorage.setItem('test-clock', String(now + 1000 * arguments[0]))",
      seconds
    )
  end

  def let_the_clock_go
    cdp("Page.removeScriptToEvaluateOnNewDocument", identifier: @held) if @held
    @held = nil
  end

  # Sends what waits, unless it has gone out by itself meanwhile: the page tries again on its own, and a busy machine
  # gives it the time to.
  def send_now
    click_button "Send now", wait: 2
  rescue Capybara::ElementNotFound, Selenium::WebDriver::Error::StaleElementReferenceError
    nil
  end

  # A page that is left may still write an answer down when the session has been reset; it is gone now.
  def forget_what_is_kept
    server = page.server or return
    cdp("Storage.clearDataForOrigin", origin: server.base_url, storageTypes: "local_storage")
  end

  # A window of another size, for as long as the block takes.
  def sized(width, height, **more)
    cdp("Emulation.setDeviceMetricsOverride", width: width, height: height, deviceScaleFactor: 1, mobile: false, **more)
    yield
  ensure
    cdp("Emulation.clearDeviceMetricsOverride")
  end
end

RSpec.configure do |config|
  config.include AtTheBench, type: :system
  config.include Capybara::DSL, type: :system
  config.include Capybara::RSpecMatchers, type: :system
  config.define_derived_metadata(file_path: %r{spec/system}) { |metadata| metadata[:type] = :system }
  config.before(type: :system) { ServerUnderTest.clean }
  config.after(type: :system) do |example|
    FileUtils.mkdir_p("spec/failures") if example.exception
    if example.exception
      page.driver.save_screenshot("spec/failures/#{example.full_description.gsub(/\W+/, '-')[0, 80]}.png")
    end
    let_the_clock_go
    Capybara.reset_sessions!
    forget_what_is_kept
  end
end

# frozen_string_literal: true

require "capybara/rspec"
require "selenium-webdriver"
require "tmpdir"
require_relative "../../server/spec/server_helper"

ENV["SE_OFFLINE"] = "true"
ENV["SE_AVOID_STATS"] = "true"

# Headless Chromium that can reach nothing but this machine: a page that needs another host fails here.
module Browser
  FLAGS = %w[--headless=new --no-sandbox --disable-gpu --disable-dev-shm-usage --no-first-run --no-default-browser-check --disable-background-networking
             --disable-component-update --disable-sync --disable-quic --disable-default-apps --disable-extensions --window-size=1280,800].freeze

  def self.driver(app)
    options = Selenium::WebDriver::Chrome::Options.new(binary: "/usr/bin/chromium", logging_prefs: { browser: "ALL" })
    (FLAGS + ["--user-data-dir=#{Dir.mktmpdir}", "--host-resolver-rules=MAP * ~NOTFOUND, EXCLUDE 127.0.0.1, EXCLUDE localhost"]).each { |flag| options.add_argument(flag) }
    Capybara::Selenium::Driver.new(app, browser: :chrome, options: options, service: Selenium::WebDriver::Service.chrome(path: "/usr/bin/chromedriver"))
  end
end

Capybara.register_driver(:chromium) { |app| Browser.driver(app) }
Capybara.default_driver = :chromium
Capybara.server = :puma, { Silent: true }
Capybara.server_host = "127.0.0.1"
Capybara.default_max_wait_time = 6
Capybara.enable_aria_label = true
Capybara.app = ServerUnderTest.rack

RSpec.configure do |config|
  config.include Capybara::DSL, type: :system
  config.include Capybara::RSpecMatchers, type: :system
  config.define_derived_metadata(file_path: %r{spec/system}) { |metadata| metadata[:type] = :system }
  config.before(type: :system) { ServerUnderTest.clean }
  config.after(type: :system) do |example|
    FileUtils.mkdir_p("spec/failures") if example.exception
    page.driver.save_screenshot("spec/failures/#{example.full_description.gsub(/\W+/, '-')[0, 80]}.png") if example.exception
    Capybara.reset_sessions!
  end
end

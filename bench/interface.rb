# frozen_string_literal: true

# The interface as a person waits for it: weight of the first load, time until the trace can be worked, time from an
# answer to the moved branch. Reported, never asserted. Needs a running server with the demo.
#
#   bin/start &    then   ruby bench/interface.rb [http://127.0.0.1:8420]
require_relative "../bin/lib/gem_groups"
gems :default, :test
require "selenium-webdriver"
require "json"
require "net/http"
require "securerandom"
require "tmpdir"

ENV["SE_OFFLINE"] = "true"
BASE = ARGV[0] || "http://127.0.0.1:8420"
# A mid-range tablet on the shed's wireless: processor four times slower, 10 Mbit/s, 40 ms.
SLOW = { offline: false, latency: 40, downloadThroughput: 10_000_000 / 8, uploadThroughput: 5_000_000 / 8 }.freeze

FLAGS = %w[
  --headless=new --no-sandbox --disable-gpu --disable-dev-shm-usage --no-first-run --disable-background-networking
  --disable-sync --disable-extensions --window-size=1280,800
].freeze

def browser
  options = Selenium::WebDriver::Chrome::Options.new(binary: "/usr/bin/chromium")
  [*FLAGS, "--user-data-dir=#{Dir.mktmpdir}"].each { |flag| options.add_argument(flag) }
  service = Selenium::WebDriver::Service.chrome(path: "/usr/bin/chromedriver")
  driver = Selenium::WebDriver.for(:chrome, options: options, service: service)
  yield driver
ensure
  driver&.quit
end

def post(path, body)
  JSON.parse(Net::HTTP.post(URI("#{BASE}#{path}"), JSON.generate(body), "content-type" => "application/json").body)
end

def entry(kind, data) = { id: SecureRandom.uuid, kind: kind, data: data }

def job
  catalogue = JSON.parse(Net::HTTP.get(URI("#{BASE}/api/v1/catalogue")))
  read = catalogue["hazards"].map { |row| entry("caution", { hazard: row["id"] }) }
  seen = entry("symptom", { symptom: "hesitation", seen: "present" })
  entries = [entry("machine", { family: "four-valve" }), seen, *read]
  post("/api/v1/jobs", { id: SecureRandom.uuid, title: "Timing", entries: entries })["id"]
end

WEIGHT = <<~SCRIPT
  return performance.getEntriesByType("resource").filter((one) => one.name.endsWith(".js"))
    .reduce((sum, one) => sum + one.transferSize, 0);
SCRIPT
READY = <<~JS
  const done = arguments[arguments.length - 1];
  const title = () => document.querySelector("section[aria-label='Next step'] h2");
  const look = () => title() ? done(performance.now()) : requestAnimationFrame(look);
  look();
JS
ANSWER = <<~JS
  const done = arguments[arguments.length - 1];
  const seen = () => document.querySelectorAll("section[aria-label='What was found'] li").length;
  const before = seen(), from = performance.now();
  const buttons = document.querySelectorAll("section[aria-label='Next step'] button.min-h-14:not([disabled])");
  const answers = [...buttons].filter((one) => one.textContent.match(/^[1-9]/));
  if (answers.length === 0) return done(null);
  answers[0].click();
  const drawn = () => requestAnimationFrame(() => done(performance.now() - from));
  const look = () => seen() > before ? drawn() : requestAnimationFrame(look);
  look();
JS

puts "First load, compressed JavaScript:"
["/", "/new", "/jobs/#{job}", "/worktop/screw-port", "/logs", "/handbook"].each do |path|
  browser do |page|
    page.get("#{BASE}#{path}")
    sleep 1.5
    puts format("  %-22s %6.1f KB", path.sub(/\h{8}-.*/, ":id"), page.execute_script(WEIGHT) / 1024.0)
  end
end

times = Array.new(5) do
  browser do |page|
    page.execute_cdp("Network.enable")
    page.execute_cdp("Network.emulateNetworkConditions", **SLOW)
    page.execute_cdp("Emulation.setCPUThrottlingRate", rate: 4)
    page.get("#{BASE}/jobs/#{job}")
    page.execute_async_script(READY)
  end
end
puts format("Trace workable, slow tablet, cold cache: median %.0f ms, worst %.0f ms", times.sort[2], times.max)

answers = browser do |page|
  page.get("#{BASE}/jobs/#{job}")
  page.execute_async_script(READY)
  Array.new(8) do
    sleep 0.6
    page.execute_async_script(ANSWER)
  end.compact
end
middle = answers.sort[answers.size / 2]
puts format("From an answer to the updated page, locally: median %.0f ms, worst %.0f ms", middle, answers.max)

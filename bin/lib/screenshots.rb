# frozen_string_literal: true

# The pictures themselves; bin/screenshots starts the server they are taken from (BASE) and says where they go (TARGET).
require "fileutils"
require "json"
require "net/http"
require "securerandom"
require "selenium-webdriver"
require "tmpdir"

ENV["SE_OFFLINE"] = "true"
BASE = ENV.fetch("BASE")
TARGET = ENV.fetch("TARGET")
ALL_SIZES = ARGV.delete("--all-sizes")
ONLY = ARGV
SIZES = { "" => [1280, 800], "-upright" => [800, 1280], "-phone" => [390, 844] }.freeze

def job(machine)
  jobs = JSON.parse(Net::HTTP.get(URI("#{BASE}/api/v1/jobs")))["jobs"]
  "/jobs/#{jobs.find { |row| row['machine'].include?(machine) }['id']}"
end

def first_closed
  JSON.parse(Net::HTTP.get(URI("#{BASE}/api/v1/jobs?state=closed")))["jobs"].first["id"]
end

def machine(words)
  page = JSON.parse(Net::HTTP.get(URI("#{BASE}/api/v1/machines?q=#{words}")))
  "/machines/#{page['machines'].first['id']}"
end

def shoot(name, path, width: 1280, height: 800, theme: "light", &block)
  return if ONLY.any? && !ONLY.include?(name)

  sizes = ALL_SIZES ? SIZES : { "" => [width, height] }
  sizes.each { |suffix, (w, h)| picture("#{name}#{suffix}", path, w, h, theme, &block) }
end

def picture(name, path, width, height, theme)
  browser = open_browser
  browser.execute_cdp(
    "Emulation.setDeviceMetricsOverride",
    width: width,
    height: height,
    deviceScaleFactor: 1,
    mobile: width < 500
  )
  browser.get(BASE)
  browser.execute_script("localStorage.setItem('upper-branch.theme', arguments[0])", theme)
  browser.get("#{BASE}#{path}")
  settled(browser)
  yield browser if block_given?
  FileUtils.mkdir_p(TARGET)
  browser.save_screenshot(File.join(TARGET, "#{name}.png"))
ensure
  browser&.quit
end

def open_browser
  flags = %w[
    --headless=new
    --no-sandbox
    --disable-gpu
    --disable-dev-shm-usage
    --no-first-run
    --disable-background-networking
    --disable-sync
    --disable-extensions
    --hide-scrollbars
  ]
  options = Selenium::WebDriver::Chrome::Options.new(binary: "/usr/bin/chromium")
  (flags + ["--user-data-dir=#{Dir.mktmpdir}"]).each { |flag| options.add_argument(flag) }
  Selenium::WebDriver.for(
    :chrome,
    options: options,
    service: Selenium::WebDriver::Service.chrome(path: "/usr/bin/chromedriver")
  )
end

# Until a heading stands, nothing is being fetched, and what moves has come to rest.
def settled(browser)
  Selenium::WebDriver::Wait
    .new(timeout: 20)
    .until do
      browser.find_elements(css: "h1").any? && browser.find_elements(css: "[role=status][aria-label^=Fetching]").empty?
    end
  sleep 1.2
end

def press(browser, text)
  button =
    browser.find_elements(
      xpath:
        "//*[self::button or @role='button']" \
        "[contains(normalize-space(.), '#{text}') or starts-with(@aria-label, '#{text}')]"
    ).find(&:displayed?)
  browser.execute_script("arguments[0].scrollIntoView({ block: 'center' })", button)
  button.click
  sleep 0.8
end

# What was taken down at a check, put where the page keeps it; then the page anew.
def taken(browser, check, state)
  browser.execute_script(
    "localStorage.setItem(`upper-branch.taken.${location.pathname.split('/')[2]}.#{check}.0`, arguments[0])",
    JSON.generate(state)
  )
  browser.navigate.refresh
  settled(browser)
end

# The curve of a family's usual sizes as the page hands it out, for docs/mixture.md.
def drawn(family, folder)
  browser = open_browser
  FileUtils.mkdir_p(folder)
  browser.execute_cdp("Browser.setDownloadBehavior", behavior: "allow", downloadPath: File.expand_path(folder))
  wide = { width: 1280, height: 1000, deviceScaleFactor: 1, mobile: false }
  browser.execute_cdp("Emulation.setDeviceMetricsOverride", **wide)
  browser.get("#{BASE}/mixture?family=#{family}")
  settled(browser)
  file = File.join(folder, "mixture-#{family}.svg")
  press(browser, "SVG")
  Selenium::WebDriver::Wait.new(timeout: 20).until { File.exist?(file) }
  FileUtils.mv(file, File.join(folder, "#{family}.svg"))
ensure
  browser&.quit
end

SWEEP = {
  found: "1",
  next: "2.25",
  steps:
    [[0.75, 655], [1, 684], [1.25, 703], [1.5, 712], [1.75, 708], [2, 694]].map do |turns, value|
      { turns: turns, value: value }
    end
}.freeze

shoot("bench", "/")
shoot("intake", "/new")
shoot("trace", job("Cider"))
shoot("sheet", "#{job('trailer tug')}/sheet/idle-jet-blocked") do |browser|
  3.times { press(browser, "Done") }
  browser.execute_script("scrollTo(0, 0)")
end
shoot("plan", job("cowling off"))
shoot("instrument", "#{job('Fruit')}?check=mixture-sweep", height: 1000) do |browser|
  taken(browser, "mixture-sweep", SWEEP)
end
shoot("worktop", "/worktop/screw-port")
shoot("cards", "/cards")
shoot("log", "/logs") do |browser|
  press(browser, "Sample: Fruit")
  sleep 3
end
shoot("handbook", "/handbook?on=checks&id=vent-finger", height: 1000)
shoot("mixture", "/mixture?family=car-one", height: 1500) do |browser|
  press(browser, "Lay beside")
  browser.find_element(css: "[aria-label='Draw along: Main jet']").send_keys(*([:arrow_left] * 12))
  press(browser, "Run both engines")
  sleep 4
end
curves = ONLY.empty? || ONLY.include?("curves")
%w[car-one slide four-block].each { |family| drawn(family, File.join(TARGET, "../curves")) } if curves
shoot("records", "/records?q=fuel")
shoot("machine", machine("sprayer"), height: 1000)
shoot("report", "/jobs/#{first_closed}/report", width: 800, height: 1280)
shoot("owner", "#{job('Sprayer')}/owner", width: 800, height: 1280)
shoot("trace-phone", job("Cider"), width: 390, height: 844)

# A practice begun, some checks of the machine, its engine under one's hands; and gone through when it is given up.
def practice
  @practice ||= (1..20).lazy.map { begun }.find { |path| RUNS.intersect?(complaint(path)) } || raise("None that runs")
end

RUNS = %w[high-idle hesitation surge-steady].freeze # complaints of an engine that runs

def begun
  wanted = { id: SecureRandom.uuid, family: "car-one", level: "plain" }
  "/jobs/#{sent('/practice', wanted).fetch('job')}"
end

def complaint(path)
  entries = JSON.parse(Net::HTTP.get(URI("#{BASE}/api/v1#{path}")))["entries"]
  entries.filter_map { |entry| entry["data"]["symptom"] if entry["data"]["seen"] == "present" }
end

def past(kind, data) = { id: SecureRandom.uuid, kind: kind, data: data }

def sent(path, body)
  answer = Net::HTTP.post(URI("#{BASE}/api/v1#{path}"), JSON.generate(body), "content-type" => "application/json")
  warn "#{path}: #{answer.body[0, 200]}" unless answer.is_a?(Net::HTTPSuccess)
  JSON.parse(answer.body)
end

# A check done on the hidden machine, and written down.
def looked(path, check)
  seen = sent("#{path}/practice/look", { check: check })
  version = JSON.parse(Net::HTTP.get(URI("#{BASE}/api/v1#{path}")))["version"]
  data = { check: check, minutes: 5, **seen.slice("outcomes", "reading").compact.transform_keys(&:to_sym) }
  sent("#{path}/entries", { version: version, entries: [past("check", data)] })
end

if ONLY.empty? || ONLY.intersect?(%w[practice debrief])
  %w[idle-speed idle-vacuum screw-response].each { |check| looked(practice, check) }
  shoot("practice", practice, height: 1000) do |browser|
    press(browser, "The engine under your hands")
    press(browser, "Warm, at idle")
    sleep 4
    browser.execute_script("document.querySelector('[aria-label=\"The engine\"]').scrollIntoView()")
    sleep 0.5
  end
  sent("#{practice}/practice/end", {})
  shoot("debrief", "#{practice}/debrief", height: 1000)
end

# Jobs of past years, so that there is something to learn from; the last picture, since they would stand in all others.
PAST = [
  ["water", "no-start-cold", "fuel-quality", "water", "fresh", 9],
  ["fuel-stale", "no-start-cold", "fuel-quality", "stale", "fresh", 7],
  ["plug-fouled", "misfire", nil, nil, nil, 3],
  ["idle-jet-blocked", "no-idle", "idle-jet-through", "blocked", "clear", 6],
  ["filter-dirty", "fade-wot", "filter", "dirty", "clean", 4]
].freeze

def closed_job((fault, symptom, check, word, sound, _))
  seen = ->(said) { past("symptom", { symptom: symptom, seen: said }) }
  look = ->(said) { check ? [past("check", { check: check, outcomes: [said], minutes: rand(8..14) })] : [] }
  machine = past("machine", { family: "small-float", name: "Hire mower #{rand(1..9)}" })
  [machine, seen.call("present"), *look.call(word), past("repair", { repair: fault }), *look.call(sound),
   seen.call("absent"), past("close", { as: "proven" })]
end

def closed_jobs
  srand(11)
  PAST.each do |row|
    row.last.times do
      job = { id: SecureRandom.uuid, title: "Hire mower", entries: closed_job(row) }
      answer = Net::HTTP.post(URI("#{BASE}/api/v1/jobs"), JSON.generate(job), "content-type" => "application/json")
      warn "#{row.first}: #{answer.body[0, 200]}" unless answer.is_a?(Net::HTTPCreated)
    end
  end
end

if ONLY.empty? || ONLY.include?("taught")
  closed_jobs
  shoot("taught", "/records?show=learned", height: 1000, theme: "dark") do |browser|
    counted = ->(text) { text.include?("jobs closed") && !text.include?("still being counted") }
    Selenium::WebDriver::Wait.new(timeout: 30).until { counted.call(browser.find_element(css: "main").text) }
  end
end

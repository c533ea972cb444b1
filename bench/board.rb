# frozen_string_literal: true

# The board and the records of a shop with very many jobs: size and time of what the server sends, and the time until
# the page can be worked. Reported, never asserted.
#
#   bin/drill database bundle exec ruby bench/board.rb [OPEN] [CLOSED]
require_relative "../server/lib/upper_branch_server"
require_relative "mutations"
require_relative "support"
require "capybara"
require "selenium-webdriver"
require "tmpdir"

ENV["SE_OFFLINE"] = "true"
open_jobs = Integer(ARGV.fetch(0, 18_000))
closed_jobs = Integer(ARGV.fetch(1, 2_000))
tables = UpperBranch::Catalogue::Loader.new(UpperBranch::Catalogue::DEFAULT).read
catalogue = UpperBranch::Catalogue.new(tables)
database = UpperBranchServer.connect(ENV.fetch("DATABASE_URL")).tap { |one| UpperBranchServer.migrate(one) }
knowledge = UpperBranchServer::Knowledge.new(database, tables, unchanged: catalogue)
app = UpperBranchServer::App.assemble(knowledge: knowledge)

# Made-up words of the trade, so that a search finds some, many, or hardly any: word i stands in about one of 2 + 3 i.
told = ["Fuel runs from the vent", "Pump shot weak", "Inlet seat swollen", "Bowl gummed", "Idle jet partly shut",
        "Float set too high", "Stale fuel drained", "Hose cracked at the tap", "Wasp nest in the vent"]
families = catalogue.families.map { |row| row["id"] }
machines = Array.new(400) do |i|
  { id: SecureRandom.uuid, called: "Orchard machine #{i}", family: families[i % families.size] }
end
database[:machines].multi_insert(machines)
chance = Random.new(7)
lanes = %w[cold stopped running opened repair prove]
rows = Array.new(open_jobs + closed_jobs) do |i|
  closed = i >= open_jobs
  machine = machines[i % machines.size]
  says = told.each_with_index.filter_map { |text, k| text if chance.rand < 1.0 / (2 + (3 * k)) }
  summary = {
    machine: machine[:called],
    family: machine[:family],
    waits_for: closed ? "closed" : lanes[i % lanes.size],
    minutes: i % 90,
    next: "Pump shot",
    waiting: nil,
    leading: Array.new(3) { |k| { name: "Pump cup hard or shrunk #{k}", probability: 0.4 / (k + 1) } }
  }
  {
    id: SecureRandom.uuid,
    title: "Job #{i}: hesitates when the valve is opened",
    catalogue: catalogue.stamp,
    version: 1,
    summary: Sequel.pg_jsonb(summary),
    closed_as: closed ? "proven" : nil,
    machine_id: machine[:id],
    record: ["#{machine[:called]}. ", *says, *(["Choke plate, stone cold: closed lightly"] * 8)].join(". "),
    created_at: Time.now - (i * 3600),
    updated_at: Time.now - i
  }
end
rows.each_slice(2000) { |slice| database[:jobs].multi_insert(slice) }
database.run("ANALYZE")

{
  "first page" => "/api/v1/jobs",
  "page from 6000" => "/api/v1/jobs?from=6000",
  "search" => "/api/v1/jobs?q=machine+17",
  "closed" => "/api/v1/jobs?state=closed",
  "records" => "/api/v1/records",
  "records, rare" => "/api/v1/records?q=wasp+nest",
  "records, common" => "/api/v1/records?q=vent",
  "records, begun" => "/api/v1/records?q=swollen+sea&family=cv&ended=proven",
  "records, none" => "/api/v1/records?q=submarine",
  "records, deep" => "/api/v1/records?q=vent&from=4000",
  "machines" => "/api/v1/machines?q=machine+39"
}.each do |name, path|
  text = nil
  times = Array.new(40) { Bench.ms { text = Mutations.answer(app, "GET", path, nil, nil).last } }
  puts format(
    "%<name>-16s %<size>6.1f KB, p50 %<half>.0f ms, p95 %<late>.0f ms, worst %<most>.0f ms",
    name: name,
    size: text.bytesize / 1024.0,
    half: Bench.quantile(times, 0.5),
    late: Bench.quantile(times, 0.95),
    most: times.max
  )
end

Capybara.server = :puma, { Silent: true }
Capybara.register_driver(:bench) do |rack|
  options = Selenium::WebDriver::Chrome::Options.new(binary: "/usr/bin/chromium")
  (
    %w[--headless=new --no-sandbox --disable-gpu --disable-dev-shm-usage --window-size=1280,800] +
      ["--user-data-dir=#{Dir.mktmpdir}"]
  ).each do |flag|
    options.add_argument(flag)
  end
  Capybara::Selenium::Driver.new(
    rack,
    browser: :chrome,
    options: options,
    service: Selenium::WebDriver::Service.chrome(path: "/usr/bin/chromedriver")
  )
end
page = Capybara::Session.new(:bench, app)
shown = Array.new(5) do
  Bench.ms do
    page.visit("/")
    page.find("article", match: :first, wait: 60)
  end
end
cards = page.all("article", visible: :all).size
puts format(
  "page with %<count>d jobs: first card after %<half>.0f ms (median of 5), %<cards>d cards in the page",
  count: rows.size,
  half: Bench.quantile(shown, 0.5),
  cards: cards
)
page.quit

# frozen_string_literal: true

require_relative "system_helper"
require_relative "../../server/spec/real_server"

# No signal: the server is killed under the open page, and comes back.
RSpec.describe "Without a signal in the browser" do
  let(:server) { RealServer.new }
  let(:complaint) { [seen("hesitation"), *questions_asked] }
  let(:id) { job_called("Cider press", *complaint, *all_cautions_read) }

  before do
    server.start
    Capybara.app_host = server.url
    Capybara.run_server = false
  end

  after do
    server.stop
    Capybara.app_host = nil
    Capybara.run_server = true
  end

  # Until the page itself lies in the browser.
  def kept
    page.execute_script("navigator.serviceWorker.ready.then(() => { window.kept = true })")
    eventually("the page in the browser") { page.evaluate_script("window.kept === true") }
  end

  def opened
    visit "/jobs/#{id}"
    expect(page).to have_css("section[aria-label='Next step']")
    kept
    visit "/jobs/#{id}" # through the worker, which keeps the page
    expect(page).to have_css("section[aria-label='Next step']")
  end

  it "opens what was opened before, over a reload, and sends what was entered when the server is back" do
    opened
    visit "/"
    expect(page).to have_text("Cider press")
    server.kill
    visit "/jobs/#{id}"
    expect(page).to have_css("[role=status]", text: "No signal")
    expect(page).to have_css("section[aria-label='Next step'] h2")
    before = entries_stored.size
    press("1")
    expect(page).to have_text(/1 entry waits/)
    visit "/"
    expect(page).to have_text("Cider press")
    visit "/jobs/#{SecureRandom.uuid}" # never opened before
    expect(page).to have_css("[role=alert]", text: "No connection")
    visit "/jobs/#{id}"
    expect(page).to have_text(/1 entry waits/)
    expect(entries_stored.size).to eq before
    server.start
    send_now
    eventually("the entry") { entries_stored.size == before + 1 }
    expect(page).to have_no_css("[role=status]", text: "No signal")
  end

  it "takes a new job in, and sends it when the server is back" do
    opened
    visit "/new"
    expect(page).to have_css("h1", text: "New job")
    server.kill
    visit "/new"
    fill_in "What the shop calls it", with: "Hay loader"
    click_button "Seen: Idles unevenly, shakes"
    click_button "Start tracing"
    expect(page).to have_text(/waits? here/)
    before = ServerUnderTest.database[:jobs].count
    server.start
    send_now
    eventually("the job") { ServerUnderTest.database[:jobs].count == before + 1 }
    expect(page).to have_css("section[aria-label='Next step']")
    expect(ServerUnderTest.database[:jobs].select_map(:title)).to include(a_string_starting_with("Hay loader"))
  end

  it "goes on by the sheet that was planned ahead" do
    opened
    planned = UpperBranch::Views::Ahead.of(ServerUnderTest.store.jobs.replay(ServerUnderTest.store.jobs.find(id).entries))
    expect(planned).not_to be_nil
    eventually("the sheet in the browser") do
      page.evaluate_script("performance.getEntriesByType('resource').some((one) => one.name.endsWith('/ahead'))")
    end
    server.kill
    name = CATALOGUE.check(planned[:check]).outcomes
    answer = planned[:answers].find { |row| row[:next][:check] } || planned[:answers].first
    click_button(name[answer[:outcome]])
    expect(page).to have_css("section[aria-label='Planned ahead'] h2", text: answer[:next][:says])
    expect(page).to have_no_css("section[aria-label='Next step']")
    click_button "Take it"
    expect(page).to have_css("section[aria-label='Next step'] h2", text: answer[:next][:says])
  end
end

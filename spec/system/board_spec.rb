# frozen_string_literal: true

require_relative "system_helper"

RSpec.describe "The board" do
  def titles = all("article a .font-display").map(&:text)
  def expect_titles(*wanted) = eventually("the order #{wanted.join(', ')}") { titles == wanted }

  it "is empty until there is a job, then shows each where it waits" do
    visit "/"
    expect(page).to have_text("Nothing on the bench.")
    job_called("Press hesitates", seen("hesitation"), stands(engine: "running"))
    job_called(
      "Press is soaking",
      seen("no-idle"),
      ["wait", { "for" => "soaking", "until" => (Time.now + 3600).utc.iso8601 }]
    )
    visit "/"
    expect(page).to have_css("section[aria-label='Put aside']", text: "Press is soaking")
    expect(page).to have_css("section[aria-label='Put aside']", text: /Soaking, ready in (60|59) minutes/)
    fill_in "Search the board", with: "hesitates"
    expect(page).to have_css("article", count: 1)
    expect_titles("Press hesitates")
    empty "Search the board"
    click_button "Put aside 1"
    expect(page).to have_css("article", count: 1)
    expect_titles("Press is soaking")
  end

  it "fetches a board of many jobs page by page, and finds one that is not fetched yet" do
    summary = { machine: "Press", waits_for: "cold", minutes: 5, next: "Pump shot", leading: [], waiting: nil }
    rows =
      Array.new(400) do |i|
        {
          id: SecureRandom.uuid,
          title: "Job #{i}",
          catalogue: "x",
          version: 1,
          summary: Sequel.pg_jsonb(summary),
          updated_at: Time.now - i,
          closed_as: i < 200 ? nil : "proven"
        }
      end
    ServerUnderTest.database[:jobs].multi_insert(rows)
    visit "/"
    expect(page).to have_css("article", text: "Job 0")
    expect(page).to have_button("While it is cold 200")
    expect(page).to have_button("Closed 200")
    expect(all("article", visible: :all).size).to be <= 120
    page.execute_script("window.scrollTo(0, document.body.scrollHeight)")
    expect(page).to have_css("article", text: "Job 100", visible: :all)
    fill_in "Search the board", with: "job 199"
    expect(page).to have_css("article", text: "Job 199")
    expect(page).to have_css("article", count: 1)
    empty "Search the board"
    click_button "Closed 200"
    expect(page).to have_css("section[aria-label=Closed] article", text: "Job 200", visible: :all)
  end

  it "keeps the order the shop lays the jobs in, by key and by pointer" do
    %w[First Second Third].each { |title| job_called(title, seen("hesitation")) }
    visit "/"
    expect_titles("Third", "Second", "First")
    find("article a", text: "First").send_keys(%i[alt arrow_up])
    expect(page).to have_css("li:nth-child(2) article", text: "First")
    click_button "Later: Third"
    expect(page).to have_css("li:nth-child(1) article", text: "First")
    visit "/"
    expect_titles("First", "Third", "Second")
    dragged("Second", "First")
    expect(page).to have_css("li:nth-child(1) article", text: "Second")
  end

  # The mouse takes a card and lets it go on another, in steps as a hand does.
  def dragged(title, onto)
    from, to = [title, onto].map { |text| find("li", text: text).native }
    page.driver.browser.action.move_to(from, 0, 40).pointer_down(:left).move_by(0, 12).move_to(to, 0, 20)
        .move_by(0, 4).release.perform
  end

  it "puts a job aside from the trace and calls on time, over a reload, on whatever page one is" do
    id = job_called("Cutter bowl", seen("hesitation"))
    visit "/jobs/#{id}"
    expect(page).to have_css("section[aria-label='Next step'] h2")
    page.driver.browser.action.send_keys("w").perform
    within("[role=dialog]") do
      fill_in "Calls in", with: "never"
      expect(page).to have_css("[role=alert]", text: "Minutes from 1")
      fill_in "Calls in", with: "0.05"
      fill_in "Note", with: "in the blue can"
      click_button "Put it aside", match: :first
    end
    expect(page).to have_css("section[aria-label=Waiting]", text: "Soaking")
    visit "/handbook"
    expect(page).to have_css("[role=alert]", text: "Soaking: time is up. Cutter bowl", normalize_ws: true, wait: 8)
    click_button "Heard"
    expect(page).to have_no_css("[role=alert]")
    visit "/"
    expect(page).to have_css("article", text: "Cutter bowl")
    expect(page).to have_no_css("[role=alert]")
  end
end

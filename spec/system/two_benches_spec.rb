# frozen_string_literal: true

require_relative "system_helper"

# Two tablets at one job.
RSpec.describe "Two benches in the browser" do
  let(:id) { job_called("Cider press", seen("rough-idle"), *all_cautions_read) }

  def named(name)
    page.execute_script("localStorage.setItem('upper-branch.bench.name', JSON.stringify(arguments[0]))", name)
  end

  def open_as(name)
    visit "/handbook"
    named(name)
    visit "/jobs/#{id}"
    expect(page).to have_css("section[aria-label='Next step']")
  end

  # An entry of somebody else's, as another process stores it.
  def written(*rows, by: "Jo")
    stored = ServerUnderTest.store.jobs.find(id)
    entries = rows.map { |row| stored_entry(row).merge("by" => by) }
    ServerUnderTest.store.add(id, stored.version, entries)
  end

  it "see each other, and what the other enters, without a reload" do
    open_as("Ines")
    using_session(:other) do
      open_as("Jo")
      expect(page).to have_text("Ines is at it too")
    end
    expect(page).to have_text("Jo is at it too")
    written(found("filter", "dirty"))
    expect(page).to have_css("section[aria-label='What was found']", text: /filter.*Jo/im)
    using_session(:other) { visit "/handbook" }
    expect(page).to have_no_text("Jo is at it too")
  end

  it "write at the same moment about different things, and both stand" do
    open_as("Ines")
    stale = ServerUnderTest.store.jobs.find(id)
    allow(UpperBranchServer::Live).to receive(:tell) # nothing is told meanwhile
    written(found("filter", "clean"))
    storing { press("1") }
    expect(page).to have_no_css("[role=alert]")
    expect(entries_stored.map { |row| row[:by] }.last(2)).to eq %w[Jo Ines]
    expect(ServerUnderTest.store.jobs.find(id).version).to eq stale.version + 2
  end

  it "are asked where they collide" do
    open_as("Ines")
    allow(UpperBranchServer::Live).to receive(:tell)
    written(repaired("screw-too-rich"), ["note", { "text" => "from the other tablet" }])
    press("1")
    expect(page).to have_css("[role=alert]", text: "Jo wrote to this job")
    expect(page).to have_css("section[aria-label='What was found']", text: "Jo")
    storing { click_button "Record mine after theirs" }
    expect(page).to have_no_css("[role=alert]")
  end
end

# frozen_string_literal: true

require_relative "system_helper"

# Nothing that was entered is lost, whatever the server answers.
RSpec.describe "What is entered is kept" do
  let(:id) { SecureRandom.uuid }

  def open_job(*entries)
    job_called("Press test", *entries, id: id)
    visit "/jobs/#{id}"
    expect(page).to have_css("section[aria-label='Next step'] h2")
  end

  # What lies in the browser's own store, as [state, kind].
  def parcels
    JSON
      .parse(page.evaluate_script("localStorage.getItem('upper-branch.outbox') ?? '[]'"))
      .map { |one| [one["state"], one.dig("content", "entry", "kind") || "job"] }
  end

  def server_answers(status, type = "x")
    problem = UpperBranchServer::Problem.new(status, type, "Answer #{status}", "Said by the server.")
    allow(ServerUnderTest.store).to receive(:add).and_raise(problem)
    yield
  ensure
    RSpec::Mocks.space.proxy_for(ServerUnderTest.store).reset
  end

  def click_answer = find("section[aria-label='Next step'] button.min-h-14", match: :first).click

  [500, 429, 413, 403, 401, 404, 422].each do |status|
    it "two entries over an answer of #{status} and a reload, then stores them" do
      open_job(*flooding, *all_cautions_read)
      server_answers(status) do
        click_answer
        expect(page).to have_css("[role=alert]", text: "Said by the server.")
        press("w")
        within("[role=dialog]") { click_button "Put it aside", match: :first }
        eventually(-> { "two kept, beside #{parcels}, after \"#{find('main').text}\"," }) { parcels.size == 2 }
        visit "/jobs/#{id}"
        expect(page).to have_css("[role=alert]", text: "Said by the server.")
        eventually(-> { "two kept, but #{parcels}," }) do
          parcels.map(&:last) == %w[check wait] && parcels.none? { |state,| state == "sending" }
        end
      end
      if parcels.all? { |state,| state == "refused" }
        2.times { click_button "Send it again", match: :first }
      else
        send_now
      end
      eventually("both stored") { kinds.last(2).sort == %w[check wait] }
      expect(page).to have_no_css("[role=alert]")
      eventually("nothing kept any more") { parcels.empty? }
    end
  end

  it "sets only the refused entry aside, with its text to correct, and stores its neighbor" do
    open_job(*flooding, *all_cautions_read)
    bad = {
      id: SecureRandom.uuid,
      kind: "check",
      data: {
        check: "fuel-pressure",
        reading: {
          value: 4000,
          unit: "psi"
        }
      }
    }
    note = { id: SecureRandom.uuid, kind: "note", data: { text: "Blue can" } }
    kept =
      [bad, note].map do |entry|
        { id: entry[:id], job: id, content: { kind: "entry", entry: entry }, state: "queued", problem: nil }
      end
    page.execute_script("localStorage.setItem('upper-branch.outbox', arguments[0])", JSON.generate(kept))
    visit "/jobs/#{id}"
    expect(page).to have_css("section[aria-label^='Set aside: Fuel pressure at the inlet: 4000 psi']")
    expect(page).to have_css("section[aria-label='What was found']", text: "Blue can")
    expect(kinds.last).to eq "note"
    fill_in "Reading", with: "4"
    click_button "Record it corrected"
    expect(page).to have_no_css("[role=alert]")
    eventually { entries_stored.last[:data].dig("reading", "value") == 4 }
  end

  it "sends what belongs to a job that is not open, from whatever page" do
    open_job(*flooding, *all_cautions_read)
    server_answers(503) do
      click_answer
      expect(page).to have_css("[role=alert]", text: "1 entry waits here")
      visit "/handbook"
      expect(page).to have_css("section[aria-label='Not stored yet']", text: "Tap the bowl by the inlet")
    end
    send_now
    eventually("it is stored") { kinds.last == "check" }
    expect(page).to have_no_css("section[aria-label='Not stored yet']")
  end

  it "keeps a new job while the server does not answer, over a reload, and begins to trace when it does" do
    allow(ServerUnderTest.store).to receive(:create).and_raise(UpperBranchServer::Problem.unavailable)
    visit "/new"
    fill_in "What the shop calls it", with: "Grader's old pick-up"
    click_button "Seen: Idles unevenly, shakes"
    click_button "Start tracing"
    expect(page).to have_css("section[aria-label='Kept here'] li", text: "Idles unevenly, shakes")
    page.refresh
    expect(page).to have_css("section[aria-label='Kept here']")
    expect(page).to have_css("[role=alert]", text: "The database cannot be reached")
    allow(ServerUnderTest.store).to receive(:create).and_call_original
    send_now
    expect(page).to have_css("section[aria-label='Next step'] h2")
    expect(kinds).to eq %w[machine symptom]
  end

  it "judges by the limits the job has now, not by those it had" do
    open_job(seen("high-idle"), *all_cautions_read)
    visit "/jobs/#{id}?check=idle-speed"
    click_button "Type the number"
    fill_in "Idle speed", with: "800"
    expect(page).to have_css("section[aria-label=Instrument] [role=status]", text: "usual in the trade")
    find("button[aria-label='Limits']").click
    within("[role=dialog]") do
      within("li", text: "Idle speed") { click_button "Change" }
      fill_in "Idle speed, limit 1", with: "600"
      fill_in "Idle speed, limit 2", with: "650"
      click_button "Set"
      expect(page).to have_text("600 and 650 rpm, this job's own")
      click_button "Close"
    end
    expect(find_field("Idle speed").value).to eq "800"
    expect(page).to have_css("section[aria-label=Instrument] [role=status]", text: "this job's own")
    expect(page).to have_css("section[aria-label=Instrument] [role=status]", text: "High")
  end
end

# frozen_string_literal: true

require_relative "system_helper"

RSpec.describe "Working in the trace" do
  let(:id) { SecureRandom.uuid }

  def open_job(*entries, family: "car-one")
    job_called("Press test", *entries, family: family, id: id)
    visit "/jobs/#{id}"
    expect(page).to have_css("section[aria-label='Next step'] h2")
  end

  it "goes by keyboard alone: cautions, an outcome, undo, the sheet of keys" do
    open_job(*flooding)
    expect(page).to have_css("h2", text: "Tap the bowl by the inlet")
    press("1") # does nothing before the cautions are read
    press("c")
    expect(page).to have_no_button("Read and seen to")
    press("1")
    expect(page).to have_css("section[aria-label='What was found']", text: "Tap the bowl by the inlet: no change")
    press("u")
    expect(page).to have_text("(struck out)", normalize_ws: true)
    expect(kinds.tally).to eq(
      "machine" => 1, "symptom" => 6, "gate" => 1, "caution" => 1, "check" => 1, "strike" => 1
    )
    press("?")
    expect(page).to have_css("[role=dialog]", text: "Undo the last entry")
    press(:escape)
    expect(page).to have_no_css("[role=dialog]")
    expect(page.driver.browser.logs.get(:browser).map(&:message).grep(/Content Security|Refused|violates/)).to be_empty
  end

  it "leaves Enter to the button that has the focus: Undo undoes, and records no repair" do
    open_job(*all_cautions_read, seen("hesitation"), found("pump-shot", "none"), found("pump-parts", "hard-cup"))
    expect(page).to have_button("Repaired")
    before = kinds
    find("button", text: "Undo").send_keys(:enter)
    expect(page).to have_text("(struck out)", normalize_ws: true)
    expect(kinds - before).to eq ["strike"]
    expect(kinds).not_to include("repair")
  end

  it "can do without single letters, and keeps that" do
    open_job(*flooding, *all_cautions_read)
    press("?")
    find("[role=dialog] button[role=switch]").click
    press(:escape)
    visit "/jobs/#{id}"
    expect(page).to have_css("section[aria-label='Next step'] h2")
    press("1")
    press("u")
    press("l")
    expect(page).to have_no_css("[role=dialog]")
    click_button "Limits"
    expect(page).to have_css("[role=dialog]", text: "Limits of this job")
    expect(kinds - ["caution"]).to eq %w[machine symptom gate] + (["symptom"] * 5)
  end

  # The panel was made anew at each answer: the focus fell to the page, and the live region with it.
  it "brings the focus to the new step after an answer, and keeps the region that is read out" do
    open_job(*flooding, *all_cautions_read)
    page.execute_script("window.spoken = document.querySelector('[role=status].sr-only')")
    find("section[aria-label='Next step'] button.min-h-14", match: :first).send_keys(:enter)
    expect(page).to have_css("section[aria-label='What was found']", text: "Tap the bowl by the inlet: no change")
    eventually("the focus is on the title") do
      page.evaluate_script("document.activeElement === document.querySelector(\"section[aria-label='Next step'] h2\")")
    end
    expect(page.evaluate_script("window.spoken.isConnected && window.spoken.textContent")).to match(
      /\ATap the bowl by the inlet: no change\. Next: /
    )
  end

  it "says after a repair what the repair changed" do
    open_job(seen("hesitation"), found("pump-shot", "none"), found("pump-parts", "hard-cup"), *all_cautions_read)
    expect(page).to have_css("section[aria-label='What changed']", text: "Last found")
    storing { click_button "Repaired" }
    expect(page).to have_css(
      "section[aria-label='What changed']",
      text: "Repaired Pump cup hard or shrunk",
      normalize_ws: true
    )
  end

  it "names a machine without a name once" do
    open_job(seen("rough-idle"), family: "small-float")
    name = CATALOGUE.family("small-float")["name"]
    expect(find("header p", text: name).text).to eq name
  end

  it "takes a number with its unit, says at the field what is wrong with one, and keeps what was typed" do
    open_job(
      seen("flood-vent"),
      seen("no-start-hot"),
      *all_cautions_read,
      safe("fuel-out"),
      found("tap-body", "no-change")
    )
    visit "/jobs/#{id}?check=fuel-pressure"
    click_button "Type the number"
    fill_in "Pressure at idle", with: "lots"
    expect(page).to have_css("[role=alert]", text: "Type a number in psi")
    expect(page).to have_button("Record", exact: true, disabled: true)
    fill_in "Pressure at idle", with: "400"
    expect(page).to have_css("[role=alert]", text: "cannot be")
    visit "/jobs/#{id}?check=fuel-pressure"
    expect(find_field("Pressure at idle").value).to eq "400"
    fill_in "Pressure at idle", with: "8,5"
    expect(page).to have_css("[role=status]", text: "High")
    click_button "Record", exact: true
    expect(page).to have_css("section[aria-label='What was found']", text: "Fuel pressure at the inlet: high")
  end

  it "keeps an entry while the database is away, over a reload, and sends it when it answers" do
    open_job(*flooding, *all_cautions_read)
    allow(ServerUnderTest.store).to receive(:add).and_raise(Sequel::DatabaseConnectionError, "gone")
    expect do
      press("1")
      expect(page).to have_css("[role=alert]", text: "Nothing was lost")
    end.to output(/"database".*gone/).to_stderr
    expect(page).to have_text("1 entry waits here")
    allow(ServerUnderTest.store).to receive(:add).and_call_original
    visit "/jobs/#{id}"
    expect(page).to have_css("section[aria-label='What was found']", text: "Tap the bowl by the inlet: no change")
    expect(kinds.count("check")).to eq 1
  end

  it "keeps a half-filled intake over a reload" do
    visit "/new"
    fill_in "What the shop calls it", with: "Grader's old pick-up"
    click_button "Seen: Idles unevenly, shakes"
    visit "/new"
    expect(find_field("What the shop calls it").value).to eq "Grader's old pick-up"
    expect(page).to have_css("button[aria-pressed=true]", text: "Seen")
  end

  it "opens a limb of the branch by key: reasons, the checks that settle it, what mending takes" do
    open_job(seen("hesitation"))
    find("[role=button][aria-label^='Accelerator pump']").send_keys(:enter)
    expect(page).to have_css("[role=button][aria-label^='Accelerator pump'][aria-pressed=true]")
    within("section[aria-label='Limb: Accelerator pump']") do
      expect(page).to have_text("Pump cup hard or shrunk")
      expect(page).to have_text("A hole the instant the throttle opens")
      expect(page).to have_text("To mend:")
      click_link "Pump shot", match: :first
    end
    expect(page).to have_css("section[aria-label='Next step'] h2", text: "Pump shot")
  end

  it "says which check cleared a withered limb, and what the last answer changed" do
    open_job(seen("hesitation"), found("spark", "strong"), found("advance-mech", "free"))
    expect(page).to have_css("section[aria-label='What changed']", text: "Mechanical advance")
    find("[role=button][aria-label^='Ignition']").send_keys(:enter)
    cleared = "Cleared most by: Spark at a plug lead: strong"
    expect(page).to have_css("section[aria-label='Limb: Ignition']", text: cleared)
  end

  it "shows the section of every family, with the place of the check, and moves with the throttle" do
    CATALOGUE.families.each do |family|
      visit "/new"
      page.execute_script("localStorage.clear()")
      uuid = job_called("Section", seen("rough-idle"), family: family["id"])
      visit "/jobs/#{uuid}?check=#{family['id'] == 'diaphragm' ? 'L-response' : 'screw-count'}"
      within("section[aria-label='Section']") do
        expect(page).to have_css("svg[role=img][aria-label*='Turn here']"), family["id"]
        find("[role=radio]", text: "Full").click
        expect(page).to have_css("[role=radio][aria-checked=true]", text: "Full")
      end
    end
  end

  it "goes anywhere by name" do
    open_job(seen("hesitation"))
    press("/")
    fill_in "Go to, or do", with: "float height"
    expect(page).to have_css("[role=option]", text: "Timed flow at float height")
    fill_in "Go to, or do", with: "pump shot"
    find_field("Go to, or do").send_keys(:enter)
    expect(page).to have_css("section[aria-label='Next step'] h2", text: "Pump shot")
    press("/")
    fill_in "Go to, or do", with: "altitude"
    find_field("Go to, or do").send_keys(:enter)
    expect(page).to have_css("h2", text: "Altitude and temperature")
  end

  it "takes another check instead, records a repair out of turn, and one more observation" do
    open_job(*flooding, *all_cautions_read)
    click_button "Repair now"
    within("[role=dialog]") { click_button "Repaired", match: :first }
    expect(page).to have_css("section[aria-label='What was found']", text: "Repaired:")
    click_button "Add an observation"
    fill_in "What was seen, heard or smelled", with: "tickover"
    click_button "Seen: Idles unevenly, shakes"
    expect(page).to have_css("section[aria-label='What was found']", text: "Idles unevenly, shakes")
  end

  it "says that a page or a job is not there" do
    visit "/nowhere"
    expect(page).to have_text("Nothing grows here")
    visit "/jobs/#{SecureRandom.uuid}"
    expect(page).to have_text("Not found")
  end

  it "finds a page of the handbook by a synonym and follows its links" do
    visit "/handbook"
    fill_in "Search by any name: butterfly, squirter, tickover ...", with: "squirter"
    within("ul[aria-label='Found']") { click_button "Pump nozzle blocked" }
    expect(page).to have_css("article h2", text: "Pump nozzle blocked")
    click_link "Pump shot"
    expect(page).to have_css("article h2", text: "Pump shot")
    expect(page).to have_css("article li", text: "Weak")
  end

  it "lets the shop choose a school, and the next job follows it" do
    visit "/handbook?on=schools"
    find("[role=radio]", text: "The shop's fixed list").click
    expect(page).to have_css("[role=radio][data-state=checked]", text: "The shop's fixed list")
    visit "/new"
    click_button "Seen: A hole the instant the throttle opens, then goes"
    click_button "Start tracing"
    expect(page).to have_css("section[aria-label='Next step']", text: "Next on the shop's list")
    click_button "The shop's fixed list", match: :first
    expect(page).to have_css("li", text: "Initial advance")
  end

  it "says what has changed in the catalogue since the job was written" do
    open_job(seen("hesitation"))
    ServerUnderTest.database[:catalogues].insert(
      stamp: "older",
      digests:
        Sequel.pg_jsonb(CATALOGUE.digests.merge("faults" => CATALOGUE.digests["faults"].merge("pump-cup" => "x")))
    )
    ServerUnderTest.database[:jobs].where(id: id).update(catalogue: "older")
    visit "/jobs/#{id}"
    find("summary", text: "The catalogue has changed").click
    expect(page).to have_text("Faults: pump-cup")
  end

  it "shows that a check was seen again with another result" do
    open_job(seen("hesitation"), found("filter", "dirty"), found("filter", "clean"))
    expect(page).to have_text("Seen again with another result: the later one counts.")
  end

  # Keyboard only.
  it "goes on past what cannot be done, tells it in the report, and takes it up again" do
    open_job(*flooding, *all_cautions_read)
    tap = "Tap the bowl by the inlet"
    find_button("It cannot be done here").send_keys(:enter)
    find_field("What is in the way?", exact: false).send_keys("the intake is in front of it")
    storing { press(:enter) }
    expect(page).to have_css("section[aria-label='Next step'] h2")
    expect(page).to have_no_css("section[aria-label='Next step'] h2", text: tap)
    expect(page).to have_text("Could not be done: #{tap} - the intake is in front of it")
    visit "/jobs/#{id}/report"
    expect(page).to have_text("could not be done: the intake is in front of it")
    visit "/jobs/#{id}"
    find_button("Could not be done (1)").send_keys(:enter)
    axe_clean
    find_button(tap, exact: true).send_keys(:enter)
    expect(page).to have_css("section[aria-label='Next step'] h2", text: tap)
    storing { press("1") }
    expect(page).to have_no_button("Could not be done (1)")
  end

  it "takes in a machine of every family" do
    CATALOGUE.families.each do |family|
      visit "/new"
      find("[role=radio]", text: family["name"]).click
      click_button "Seen: Idles unevenly, shakes"
      click_button "Start tracing"
      expect(page).to have_css("section[aria-label='Next step'] h2"), family["id"]
      expect(page).to have_text(family["name"])
    end
  end

  describe "accessibility" do
    it "is clean on every view, light and dark" do
      open_job(seen("hesitation"), found("filter", "clean"), *all_cautions_read)
      waiting = ["wait", { "for" => "soaking", "until" => "2020-01-01T00:00:00Z" }]
      job_called("Put aside", seen("surge-steady"), waiting)
      log =
        ServerUnderTest
          .store
          .logs
          .tap { |logs| @log = logs.sample("fruit-lorry-road") && logs.settle }
          .list
          .first[
          :id
        ]
      checks =
        %w[idle-vacuum mixture-sweep line-flow wet-map after-drip shot-volume screw-count load-hold].map do |check|
          "/jobs/#{id}?check=#{check}"
        end
      %w[light dark].each do |theme|
        views = [
          "/",
          "/new",
          "/jobs/#{id}",
          *checks,
          "/worktop",
          "/worktop/screw-port",
          "/cards",
          "/logs/#{log}",
          "/nowhere"
        ]
        (views + ["/handbook?on=faults&id=pump-cup", "/handbook?on=schools", "/handbook?on=primer"]).each do |path|
          visit path
          page.execute_script("document.documentElement.dataset.theme = arguments[0]", theme)
          expect(page).to have_css("h1")
          axe_clean
        end
      end
    end
  end
end

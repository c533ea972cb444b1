# frozen_string_literal: true

require_relative "system_helper"

RSpec.describe "Practice on the simulated engine" do
  def step = find("section[aria-label='Next step']")

  # At an open bench, without a name.
  def nobody = UpperBranchServer::Store::Practices::Learner.new(name: "")

  # A practice whose fault is known here: its idle stop is set too fast.
  def known_practice
    one = UpperBranch::Practice::Exercise.new(CATALOGUE, family: "small-float", level: "plain", seed: 3,
                                                         faults: { "stop-too-fast" => 0.8 })
    job_called("Practice: Small four-stroke", *one.complaint.map do |id|
      seen(id)
    end, *all_cautions_read, family: "small-float").tap do |id|
      ServerUnderTest.store.practices.begin(id, nobody, one)
    end
  end

  it "is chosen, worked on at the bench by asking the machine, and gone through" do
    visit "/practice"
    expect(page).to have_css("section[aria-label='What is known']", text: "Next to practise")
    axe_clean
    select "Small four-stroke", from: "Machine"
    click_button "Begin"
    expect(page).to have_css("section[aria-label='Practice']", text: "A simulated machine")
    expect(page).to have_css("h1", text: "Practice: Small four-stroke")
    axe_clean
    job_called("A job of the shop")
    visit "/"
    expect(page).to have_css("article", text: "A job of the shop")
    expect(page).to have_no_css("article", text: "Practice: Small four-stroke") # among the shop's own
    visit "/practice"
    expect(page).to have_css("section[aria-label='Under way'] a", text: "Small four-stroke")
  end

  it "answers by its engine, is sound once it is mended, and tells its truth" do
    id = known_practice
    visit "/jobs/#{id}?check=idle-speed&at=#{ServerUnderTest.store.jobs.find(id).version}"
    step.click_button "Do it, and see what it shows"
    expect(page).to have_no_css("section[aria-label='Next step'] h2", text: "Idle speed")
    ServerUnderTest.store.then do |store|
      stored = store.jobs.find(id)
      expect(stored.entries.last["data"]).to include("check" => "idle-speed", "reading" => include("unit" => "rpm"))
      store.add(id, stored.version, [{ "id" => SecureRandom.uuid, "kind" => "repair",
                                       "data" => { "repair" => "stop-too-fast" } }])
    end
    visit "/jobs/#{id}"
    click_button "Give up, and see what it was"
    expect(page).to have_css("h1", text: "Found")
    expect(page).to have_css("section[aria-label='What was wrong']", text: "Idle stop set too fast mended")
    expect(page).to have_css("section[aria-label='The road you took']", text: "Idle speed")
    expect(page).to have_css("section[aria-label=\"The planner's road\"] li")
    axe_clean
    click_link "Practise another"
    expect(page).to have_css("section[aria-label='Done'] a", text: "found")
    expect(page).to have_css("section[aria-label='What is known'] li", text: "Idle")
  end

  it "goes on past a check for which its engine does not run" do
    dead = UpperBranch::Practice::Exercise.new(CATALOGUE, family: "car-one", level: "plain", seed: 3,
                                                          faults: { "idle-passage-blocked" => 1.0 })
    id = job_called("Practice: dead idle", *dead.complaint.map { |one| seen(one) }, *all_cautions_read)
    ServerUnderTest.store.practices.begin(id, nobody, dead)
    visit "/jobs/#{id}?check=idle-speed&at=#{ServerUnderTest.store.jobs.find(id).version}"
    step.click_button "Do it, and see what it shows"
    expect(step).to have_css("[role=alert]", text: "there is nothing to read")
    storing { step.click_button "Pass it over" }
    expect(page).to have_no_css("section[aria-label='Next step'] h2", text: "Idle speed")
    expect(entries_stored.last).to include(kind: "passed_over")
  end

  # Keyboard only.
  it "lets its engine be run without a mouse, and what it showed be kept as a log that is read" do
    visit "/jobs/#{known_practice}"
    find_button("The engine under your hands").send_keys(:enter)
    find_button("Warm, at idle").send_keys(:enter)
    expect(page).to have_css("svg[aria-label^='Speed: '][aria-label$='rpm']")
    throttle = find_field("Throttle")
    20.times { throttle.send_keys(:arrow_right) }
    expect(page).to have_field("Throttle", with: "0.2")
    axe_clean
    expect(page).to have_css("svg[aria-label^='Speed over the last half minute'] path[d*=' L']")
    log = keeping
    find_button("Leave it").send_keys(:enter)
    log.send_keys(:enter)
    expect(page).to have_css("a[aria-current=page]", text: "Practice: Small four-stroke.csv")
    expect(page).to have_content("MAP (kPa)", wait: 30)
  end

  # It is kept as soon as some seconds have been read.
  def keeping
    page.document.synchronize(30) do
      find_button("Keep as a log").send_keys(:enter)
      find_link("Kept: see what it shows", wait: 1)
    end
  end
end

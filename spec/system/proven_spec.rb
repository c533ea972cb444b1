# frozen_string_literal: true

require_relative "system_helper"

RSpec.describe "From found to proven in the browser" do
  let(:id) { SecureRandom.uuid }
  let(:photo) { File.expand_path("../../server/demo/photos/bowl-off.jpg", __dir__) }

  def photos = ServerUnderTest.database[:photos]

  # The picture itself has come, not only its place.
  def pictures_loaded
    page.evaluate_script("[...document.images].filter((one) => one.complete && one.naturalWidth > 0).length")
  end

  describe "photos" do
    before do
      job_called("Sprayer pump pours", seen("flood-vent"), safe("fuel-out"), *all_cautions_read,
                 ["removed", { "part" => "bowl-nut" }], family: "small-float", name: "Sprayer pump", id: id)
    end

    it "are taken at the part, made small in the browser, and stand in list and report" do
      visit "/jobs/#{id}"
      storing { attach_file "Photo of Bowl nut", photo, make_visible: true }
      eventually("the picture") { photos.count == 1 }
      expect(photos.get(%i[width height])).to eq [1200, 900]
      click_button "Photo: Off: Bowl nut"
      expect(page).to have_css("[role=dialog] img")
      axe_clean
      press(:escape)
      visit "/jobs/#{id}/report"
      expect(page).to have_css("section[aria-label=Photos] figcaption", text: "Off: Bowl nut")
      find("section[aria-label=Photos]").scroll_to(:center)
      eventually("the picture") { pictures_loaded.positive? }
      axe_clean
    end

    it "taken without a signal are kept through a reload, and sent when it comes back" do
      visit "/jobs/#{id}"
      expect(page).to have_css("section[aria-label='What came off']")
      page.execute_script("window.fetch = () => Promise.reject(new TypeError('no signal'))")
      attach_file "Photo of the machine", photo, make_visible: true
      expect(page).to have_text(/not stored|kept here|waits/i)
      expect(photos.count).to eq 0
      visit "/jobs/#{id}"
      eventually("the picture") { photos.count == 1 }
      expect(page).to have_css("section[aria-label=Photos] button", count: 1)
    end

    it "that are none are said so, and nothing is entered" do
      visit "/jobs/#{id}"
      attach_file "Photo of the machine", __FILE__, make_visible: true
      expect(page).to have_css("[role=alert]", text: "cannot be read as a picture")
      expect(kinds).not_to include "photo"
    end

    it "go out with the job as a zip, and come in again" do
      ServerUnderTest.store.photos.put(id, shown = SecureRandom.uuid, File.binread(photo))
      ServerUnderTest.store.add(id, kinds.size, [stored_entry(["photo", { "photo" => shown }])])
      file = File.join(Dir.mktmpdir, "press.zip")
      File.binwrite(file, UpperBranchServer::JobArchive.write(ServerUnderTest.store.job_files.archive(id)))
      ServerUnderTest.clean
      visit "/"
      attach_file "Take in a job's file", file, make_visible: true
      expect(page).to have_css("section[aria-label=Photos] button", count: 1)
      expect(photos.count).to eq 1
    end
  end

  it "a passage that was cleared is written down with how it was left" do
    job_called("Sprayer pump pours", seen("flood-vent"), safe("fuel-out"), *all_cautions_read,
               ["state", { "carburetor" => "open" }], family: "small-float", id: id)
    visit "/jobs/#{id}"
    click_button "What was cleared nothing written down"
    select "Main jet", from: "Passage, jet or hole"
    select "gum or varnish", from: "Found"
    storing { click_button "Note it", match: :first }
    expect(page).to have_text("Main jet found gum or varnish, left clear, both ways")
    axe_clean
  end

  it "a setting is turned as it says, round by round, until it has settled" do
    job_called("Cider press idles rough", seen("rough-idle"), *all_cautions_read, id: id)
    visit "/jobs/#{id}/set"
    click_link "Mixture and speed"
    expect(page).to have_text("Count the mixture screw")
    axe_clean
    empty("Wanted idle speed") if page.has_field?("Wanted idle speed", wait: 0)
    { 1 => 640, 1.25 => 668, 1.5 => 691, 1.75 => 700, 2 => 694 }.each_with_index do |(turns, speed), i|
      empty("Mixture screw out")
      fill_in "Mixture screw out", with: turns
      empty("Stop screw past first touch")
      fill_in "Stop screw past first touch", with: "0,5"
      fill_in "Idle speed", with: speed
      storing { click_button(i.zero? ? "Take it down as found" : "Take the round down") }
      expect(page).to have_field("Idle speed", with: "")
    end
    expect(page).to have_text("Mixture screw to 1.75 turns. Wait, then read.")
    expect(page).to have_field("Mixture screw out", with: "1.75")
    fill_in "Idle speed", with: "701"
    storing { press(:enter) }
    expect(page).to have_text("Settled: mixture at 1.75 turns and 701 rpm")
    axe_clean
    visit "/jobs/#{id}"
    expect(page).to have_css("section[aria-label='Settings in rounds']", text: "settled")
  end

  it "an aircraft is not set before the propeller is clear, and the carburetor is refitted before anything runs" do
    job_called("Trainer idles rough", seen("rough-idle"), *all_cautions_read, ["state", { "carburetor" => "bench" }],
               family: "aero-updraft", id: id)
    visit "/jobs/#{id}/set"
    expect(page).to have_css("li", text: /Idle mixture by the cut-off.*waits/m)
    click_link "Idle mixture by the cut-off"
    expect(page).to have_css("h2", text: "Wheels chocked, brake set")
    expect(page).to have_no_button("Take it down as found")
    axe_clean
    storing { press("1") }
    expect(page).to have_css("h2", text: "it is closed and refitted")
    storing { click_button "It is refitted" }
    fill_in "Idle mixture toward rich from as found", with: 0
    fill_in "Stop screw in from as found", with: 0
    fill_in "Idle speed", with: 650
    fill_in "Rise on a slow cut-off", with: 90
    storing { click_button "Take it down as found" }
    expect(page).to have_text("Idle mixture to -0.25 turns (leaner)")
    expect(kinds.last(3)).to eq %w[gate state setting]
  end

  it "a machine is found again by any word of its jobs, and a new job begins from it" do
    job_called("Pours from the vent", seen("flood-vent"), ["note", { "text" => "wasps had nested in it" }],
               family: "small-float", name: "Sprayer pump", id: id)
    ServerUnderTest.store.find(id)
    visit "/"
    click_link "Records"
    fill_in "Search the records", with: "wasp nest"
    expect(page).to have_css("mark", text: "wasps")
    axe_clean
    find("[role=radio]", text: "Machines").click
    fill_in "Search the records", with: "sprayer"
    click_link "Sprayer pump"
    expect(page).to have_css("h1", text: "Sprayer pump")
    axe_clean
    fill_in "The shop's number for it", with: "HB-7"
    click_button "Keep"
    expect(page).to have_text("Kept.")
    click_button "New job on this machine"
    expect(page).to have_field(with: "Sprayer pump")
  end

  it "an owner opens the sheet by its code alone, and what was seen comes back as told" do
    job_called("Pours from the vent", seen("flood-vent"), *all_cautions_read, family: "small-float", name: "Pump",
                                                                              id: id)
    visit "/jobs/#{id}/owner"
    axe_clean
    click_button "Make a code"
    click_link(text: %r{/owner/})
    expect(page).to have_css("h1", text: "A few looks")
    expect(page).to have_no_css("nav")
    find("[role=radio]", text: "Too high, thin").click
    expect(page).to have_css("[role=alert]", text: "Do not start it again")
    axe_clean
    fill_in "Your name", with: "Beekeeper"
    storing { click_button "Tell the shop" }
    expect(page).to have_text("The shop has it")
    expect(entries_stored.last[:data].to_h).to include("check" => "oil-level", "reported" => "Beekeeper")
    visit "/owner/AAAA-BBBB-CCCC"
    expect(page).to have_text("No sheet has this code")
  end

  it "a job that is sound is closed so, with why" do
    job_called("Cider press hesitates", seen("hesitation"), *all_cautions_read, id: id)
    ServerUnderTest.store.add(id, kinds.size,
                              [stored_entry(["symptom", { "symptom" => "hesitation", "seen" => "absent" }])])
    visit "/jobs/#{id}"
    click_button "Close it"
    expect(page).to have_css("[role=dialog]", text: "Close it otherwise")
    axe_clean
    fill_in "Why, or what was found instead", with: "Driven with the choke out."
    storing { click_button "Close as sound" }
    expect(page).to have_text("Closed, sound as it came")
  end
end

# frozen_string_literal: true

require_relative "system_helper"

RSpec.describe "The machine as it is" do
  let(:id) { SecureRandom.uuid }

  def open_job(*entries, **machine)
    job_called("Bank test", *entries, id: id, **machine)
    visit "/jobs/#{id}"
    expect(page).to have_css("section[aria-label='Next step'] h2")
  end

  it "is told at intake: how many, which way its screw is richer, and what its engine is known by" do
    visit "/new"
    find("[role=radio]", text: "Constant velocity").click
    fill_in "Carburetors", with: "9"
    expect(page).to have_css("[role=alert]", text: "up to 6")
    fill_in "Carburetors", with: "2"
    find("[role=radio]", text: "Nobody knows").click
    fill_in "Power", with: "900"
    expect(page).to have_css("[role=alert]", text: "5 to 120 kW")
    click_button "Start tracing"
    expect(page).to have_css("[role=alert]", text: "figures of the engine")
    expect(find_field("Power").value).to eq "900"
    fill_in "Power", with: "40"
    click_button "Seen: Idles unevenly, shakes"
    click_button "Start tracing"
    expect(page).to have_css("section[aria-label='Next step'] h2")
    made = JSON.parse(page.evaluate_script("fetch('/api/v1' + location.pathname).then((r) => r.text())"))
    expect(made["trace"]["machine"]).to include("carburetors" => 2, "engine" => a_hash_including("power" => 40))
    expect(made["trace"]["machine"]["features"]).to include "screw-unknown"
  end

  it "has a look answered for one of several, the defect mended there, and the others asked for again" do
    open_job(*all_cautions_read, seen("rough-idle"), family: "cv", carburetors: 2)
    visit "/jobs/#{id}?check=idle-jet-through"
    find("[role=radio]", text: "Carburetor 2").click
    click_button "Blocked"
    expect(page).to have_css("section[aria-label='Found']", text: "Carburetor 2")
    expect(page).to have_css("ul[aria-label='Places']", text: "Carburetor 2 found", normalize_ws: true)
    within("section[aria-label='Found']") do
      find("button", text: "idle jet blocked").click
      click_button "Repaired: Idle jet blocked: clean it"
    end
    expect(page).to have_no_css("section[aria-label='Found']")
    done = JSON.parse(page.evaluate_script("fetch('/api/v1' + location.pathname).then((r) => r.text())"))
    expect(done["trace"]["repairs"].first).to include("id" => "idle-jet-blocked", "place" => "2")
  end

  it "goes on the round with the cowling off without a complaint, reload or not" do
    open_job(*all_cautions_read, family: "aero-updraft", plan: "cowling-off")
    expect(page).to have_css("section[aria-label='Next step'] h2", text: "Where is it wet?")
    visit "/jobs/#{id}"
    click_button "Dry"
    expect(page).to have_css("section[aria-label='Next step'] h2", text: "Control travel to both stops")
    expect(page).to have_css("section[aria-label='Plan'] li[aria-current=step]", text: "Control travel")
  end
end

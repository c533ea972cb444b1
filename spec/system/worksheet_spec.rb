# frozen_string_literal: true

require_relative "system_helper"

RSpec.describe "A work sheet in the browser" do
  let(:id) { SecureRandom.uuid }

  before do
    job_called("Sprayer pump pours", seen("flood-vent"), safe("fuel-out"), *all_cautions_read,
               ["state", { "engine" => "cold", "carburetor" => "on" }],
               ["check", { "check" => "seat-look", "outcomes" => ["swollen"] }],
               ["state", { "engine" => "cold", "carburetor" => "on" }], family: "small-float", id: id)
  end

  def large = find("h2#step-at-hand").text

  it "is worked by keys from the step, keeps its place through a reload, and leaves a list that goes back together" do
    visit "/jobs/#{id}"
    click_link "Work by the sheet"
    expect(page).to have_css("h1", text: "Soft inlet seat swollen")
    expect(large).to start_with "Write down how it was found"
    press(:enter)
    expect(page).to have_css("h2#step-at-hand", text: "Brake or stand")
    storing { press(:enter) } # secured: it is on the list
    expect(page).to have_css("h2#step-at-hand", text: "Tap shut")
    visit current_url
    expect(page).to have_css("h2#step-at-hand", text: "Tap shut")
    storing(3) do
      press(:enter)
      expect(page).to have_css("h2#step-at-hand", text: "Wire off the solenoid")
      press(:enter)
      expect(page).to have_css("h2#step-at-hand", text: "bowl slowly down")
      fill_in "Size", with: "half inch"
      click_button "Done"
    end
    axe_clean
    visit "/jobs/#{id}"
    expect(page).to have_button("Back on: Bowl nut", visible: :all)
    click_button "What came off", match: :first unless page.has_button?("Back on: Bowl nut", wait: 0)
    expect(page).to have_text("size half inch")
    storing { click_button "Back on: Bowl nut" }
    expect(page).to have_text("3 off, 1 back on")
    expect(kinds.last(5)).to eq %w[removed removed removed removed refitted]
  end

  it "is ticked as a list, and records the repair with what was left and what was not done" do
    visit "/jobs/#{id}/sheet/seat-swollen"
    choose_list = -> { find("[role=radio]", text: "Whole list").click }
    choose_list.call
    check "Needle and clip off the float", allow_label_click: true
    fill_in "Float height", with: "13,5"
    storing { click_button "Repaired, 21 steps not done" }
    expect(page).to have_current_path("/jobs/#{id}")
    data = entries_stored.last[:data]
    expect(data.to_h).to include("repair" => "seat-swollen", "left" => { "float-height" => 13.5 })
    expect(data["undone"].size).to eq 21
  end

  it "says so where this machine has no such repair" do
    visit "/jobs/#{id}/sheet/rods-detached"
    expect(page).to have_css("[role=alert]", text: "not found on this machine")
  end
end

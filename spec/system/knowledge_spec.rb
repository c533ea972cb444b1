# frozen_string_literal: true

require_relative "system_helper"

RSpec.describe "The knowledge in the lead's hands" do
  def open_fold(name) = find("[role=dialog] button", text: name).click

  it "changes a check in the handbook: what it would do is shown first, then it stands with its reason, is undone" do
    id = job_called("Cider press", *flooding, *all_cautions_read)
    visit "/handbook?on=checks&id=tap-body"
    click_button "Change it for this shop"
    fill_in "Minutes", with: "many"
    expect(page).to have_css("[role=dialog] [role=alert]", text: "A number")
    expect(page).to have_button("What would it do?", disabled: true)
    fill_in "Minutes", with: "900"
    click_button "What would it do?"
    expect(page).to have_css("[role=dialog] [role=alert]", text: "A number from 0.5 to 480 min")
    fill_in "Minutes", with: "45"
    open_fold "Words"
    fill_in "Name", with: "Knock test"
    axe_clean
    click_button "What would it do?"
    expect(page).to have_css("[role=status]", text: "1 of 1 open jobs would go on differently")
    axe_clean
    expect(page).to have_button("Change it for everybody", disabled: true)
    fill_in "Why?", with: "Timed at this bench"
    press(:enter)
    expect(page).to have_no_css("[role=dialog]")
    expect(page).to have_css("article h2", text: "Knock test")
    expect(page).to have_css("article", text: "Check · 45 min")
    visit "/jobs/#{id}"
    expect(page).to have_css("section[aria-label='Next step']", text: "Where is it wet?")
    visit "/handbook?on=changes"
    expect(page).to have_css("li", text: "Knock test. Minutes: 45 before: 1")
    expect(page).to have_link("As a patch of the files")
    axe_clean
    within("li", text: "Minutes: 45") { click_button "Undo" }
    fill_in "Why?", with: "It was a slip"
    click_button "Change it for everybody"
    expect(page).to have_css("li", text: "Minutes: as the files have it")
    expect(page).to have_css("p", text: "1 place has a word of the shop's own")
    expect(ServerUnderTest.database[:amendments].select_map(:reason)).to include("It was a slip")
  end

  # A job that was water, as the shop would have written it down.
  def water
    job_called("Sprayer pump", seen("no-start-cold"), ["check", { "check" => "fuel-quality", "outcomes" => ["water"],
                                                                  "minutes" => 12 }],
               repaired("water"), found("fuel-quality", "fresh"), not_seen("no-start-cold"),
               ["close", { "as" => "proven" }], family: "small-float")
  end

  it "shows what the closed jobs taught, and takes what they propose when the lead says so" do
    8.times { water }
    visit "/records"
    find("[role=radio]", text: "What they taught").click
    expect(page).to have_css("section[aria-label='What was really wrong']", text: "Water in the fuel")
    expect(page).to have_css("[role=img][aria-label*='so in']")
    axe_clean
    within("[aria-label='What they propose'] li", text: "Water in the fuel") do
      click_button "What would it have changed?"
      expect(page).to have_css("[role=status]", text: "On the last 8 jobs")
      click_button "Take it"
    end
    expect(page).to have_button("Taken (1)")
    within("[aria-label='What they propose'] li", text: "12 min") { click_button "Never" }
    click_button "Declined or frozen (1)"
    expect(page).to have_button("Never: propose it again")
    axe_clean
    visit "/handbook?on=changes"
    expect(page).to have_css("li", text: "proposed by closed jobs")
  end
end

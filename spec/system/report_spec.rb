# frozen_string_literal: true

require_relative "system_helper"

RSpec.describe "A report in the browser" do
  it "is read on the screen and clean on paper, for customer and shop" do
    id = job_called("Cider press hesitates", seen("hesitation"), *all_cautions_read, found("pump-shot", "weak"),
                    ["repair", { "repair" => "pump-cup" }], found("pump-shot", "strong-at-once"))
    visit "/jobs/#{id}"
    click_link "Report"
    expect(page).to have_css("h1", text: "Cider press hesitates")
    within("section[aria-label='Before and after']") { expect(page).to have_text("Strong, at once") }
    find("[role=radio]", text: "Shop").click
    expect(page).to have_css("section[aria-label^='Everything entered']", text: "Pump shot: weak")
    axe_clean
    cdp("Emulation.setEmulatedMedia", media: "print")
    expect(page).to have_no_button("Print")
    expect(page).to have_no_css("nav")
    expect(page).to have_css("h1", text: "Cider press hesitates")
    cdp("Emulation.setEmulatedMedia", media: "")
  end
end

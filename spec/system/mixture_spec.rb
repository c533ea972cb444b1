# frozen_string_literal: true

require_relative "system_helper"

RSpec.describe "The mixture curve in the browser" do
  let(:id) { SecureRandom.uuid }

  def curve = find("svg[aria-label^='Mixture of']")["aria-label"]
  def lambda_at_idle = curve[/lambda ([\d.]+) at 0 %/, 1].to_f

  it "draws a job's carburetor as measured, moves as a size is drawn along, and comes back after a reload" do
    job_called("Measuring", seen("rough-idle"), *all_cautions_read,
               ["check", { "check" => "screw-count", "reading" => { "value" => 1.5, "unit" => "turns" } }], id: id)
    visit "/jobs/#{id}"
    click_link "Mixture curve of this carburetor"
    expect(page).to have_css("h1", text: "Mixture curve")
    expect(page).to have_text("measured in this job")
    expect(find_field("Turns out").value).to eq "1.5"
    expect(page).to have_css("svg[aria-label*='lambda']")
    lean = lambda_at_idle
    find("[role=slider][aria-label='Draw along: Turns out']").send_keys(*([:arrow_right] * 6))
    expect(find_field("Turns out").value).to eq "1.8"
    eventually("the idle richer") { lambda_at_idle < lean - 0.03 }
    rich = lambda_at_idle
    visit current_url
    expect(page).to have_css("svg[aria-label*='lambda']")
    expect(find_field("Turns out").value).to eq "1.8"
    eventually("as it was left") { lambda_at_idle == rich }
    click_button "Back to what was given"
    eventually("as measured") { lambda_at_idle == lean }
  end

  it "finds the size behind what was measured, tries it, and is clean to read" do
    visit "/mixture?family=car-one"
    expect(page).to have_css("svg[aria-label*='lambda']")
    [[19, 750, 0.88], [8.5, 4800, 1.12]].each_with_index do |row, i|
      click_button "Another reading" if i.positive?
      within(:fieldset, "Reading #{i + 1}") do
        ["Vacuum, inHg", "Speed, rpm", "Lambda"].zip(row) { |field, value| fill_in field, with: value.to_s }
      end
    end
    click_button "Which size is it?"
    expect(page).to have_button("Try it", minimum: 3)
    first(:button, "Try it").click
    expect(page).to have_text("Dashed: the curve laid beside.")
    expect(page).to have_css("svg[aria-label^='Mixture of'] path[stroke-dasharray='7 4']")
    click_button "Run both engines"
    expect(page).to have_css("svg[aria-label^='Pull wide open'] path[d^='M']", count: 2)
    expect(page).to have_text(/Wide open it pulls (as before|up to)/)
    axe_clean
  end

  def without_signal
    cdp("Network.enable")
    cdp("Network.emulateNetworkConditions", offline: true, latency: 0, downloadThroughput: 0, uploadThroughput: 0)
    yield
  ensure
    cdp("Network.emulateNetworkConditions", offline: false, latency: 0, downloadThroughput: -1, uploadThroughput: -1)
  end

  it "says so when the signal is lost, and goes on by itself when it is back" do
    visit "/mixture?family=slide"
    expect(page).to have_css("svg[aria-label*='lambda']")
    rich = curve[/lambda ([\d.]+) at 100 %/, 1].to_f
    without_signal do
      # Key by key, as somebody would: in one whole run the field stood empty after the driver had filled it.
      fill_in "Main jet", with: "1.5", fill_options: { clear: :backspace }
      expect(page).to have_field("Main jet", with: "1.5")
      expect(page).to have_css("[role=alert]", text: "No signal")
    end
    expect(page).to have_no_css("[role=alert]")
    expect(find_field("Main jet").value).to eq "1.5"
    eventually("leaner at full") { curve[/lambda ([\d.]+) at 100 %/, 1].to_f > rich + 0.05 }
  end
end

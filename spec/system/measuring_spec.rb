# frozen_string_literal: true

require_relative "system_helper"

RSpec.describe "Measuring in the browser" do
  let(:id) { SecureRandom.uuid }

  def last_check = entries_stored.reverse.find { |row| row[:kind] == "check" }[:data].to_h

  def at(check, *entries, family: "car-one")
    job_called("Measuring", *all_cautions_read, *entries, family: family, id: id)
    visit "/jobs/#{id}?check=#{check}"
    expect(page).to have_css("section[aria-label='Instrument']")
  end

  def expect_verdict(text) = expect(page).to(have_css("section[aria-label='Instrument'] [role=status]", text: text))

  def record
    storing { click_button "Record", exact: true }
    expect(page).to have_css("section[aria-label='What was found']")
  end

  it "counts turns by the arrow keys and records them" do
    at("screw-count", seen("rough-idle"))
    7.times { press(:arrow_right) }
    press(:arrow_up)
    expect(page).to have_css("output", text: "1⅞ turns")
    expect_verdict("Near its base")
    record
    expect(last_check["reading"]).to include("value" => 1.875)
  end

  it "runs a stopwatch by the space bar, over a reload, and takes repeats" do
    hold_the_clock
    at("load-hold", seen("fade-wot"))
    press(:space)
    expect(page).to have_button("Stop:")
    pass 0.45
    visit "/jobs/#{id}?check=load-hold"
    expect(page).to have_button("Stop:")
    pass 0.3
    press(:space)
    expect(page).to have_css("ul[aria-label^='Seconds held'] li", count: 1)
    expect_verdict("Fades")
    fill_in "Seconds held before it fades, or held at all", with: "0,9"
    click_button "Add"
    record
    expect(last_check["reading"]["repeats"]).to eq [0.75, 0.9]
  end

  it "taps drops" do
    hold_the_clock
    at("after-drip", seen("flood-booster"))
    press(:space)
    expect(page).to have_button("Stop (space bar)")
    3.times { press("d") }
    expect(page).to have_button(text: "3")
    pass 30
    press(:space)
    expect_verdict("drops/min")
    record
    expect(last_check["reading"]["inputs"]).to include("drops" => 3, "seconds" => 30)
  end

  it "sets a needle by hand, freezes the simulated gauge, and records its pattern" do
    hold_the_clock # the seed of the signal is the second it begins in, and the needle is played by the clock
    at("idle-vacuum", seen("rough-idle"))
    find("[role=slider]").send_keys(*([:page_up] * 3), :arrow_right)
    expect(find("[role=slider]")["aria-valuenow"].to_f).to eq 15.5
    expect_verdict("Low and steady")
    select "Flicking", from: "Simulated gauge"
    click_button "Switch it on"
    click_button "Record its pattern, 8 s"
    expect(page).to have_button("0 of 8 s", disabled: true)
    pass(9)
    expect(page).to have_button("Switch it on")
    expect_verdict("Regular flick")
    record
    expect(last_check["reading"]["inputs"]).to include("interval" => 0.025)
    expect(last_check["reading"]["inputs"]["values"].size).to eq 320
  end

  it "sweeps the mixture screw step by step and finds the peak" do
    at("mixture-sweep", seen("rough-idle"))
    fill_in "Screw was found at", with: "1"
    [655, 684, 703, 712, 708, 694].each do |speed|
      fill_in "It reads", with: speed.to_s
      find_field("It reads").send_keys(:enter)
    end
    expect(page).to have_css("ul[aria-label=Steps] li", count: 6)
    expect_verdict("Best richer of where it stood")
    record
    expect(last_check["reading"]["inputs"]["turns"]).to eq [0.75, 1, 1.25, 1.5, 1.75, 2]
  end

  it "times the fuel line point by point and marks where it is tight" do
    at("line-flow", seen("fade-wot"))
    fill_in "Demand, else by the engine", with: "150"
    { "Tank outlet" => "12", "After the tap" => "13", "After the filter" => "55" }.each do |point, seconds|
      click_button point, match: :first
      fill_in "Or type the time", with: seconds
    end
    expect_verdict("Short after the filter")
    expect(page).to have_css("svg[aria-label*='After the filter 55 s, tight']")
    record
    expect(last_check["reading"]["inputs"]).to include("points" => %w[at-tank-outlet after-tap after-filter])
  end

  it "compares flow by two sets of timings and asks for more when it is too close" do
    at("flow-compare", seen("flat-mid"), family: "slide")
    fill_in "Reference", with: "6,02"
    within("form", text: "Reference") { click_button "Add" }
    fill_in "This part", with: "5.83"
    within("form", text: "This part") { click_button "Add" }
    expect_verdict("Too close to call")
    expect_verdict("understates an increase")
  end

  it "catches the shot of two sides" do
    at("shot-volume", seen("hesitation"), family: "four-valve")
    { "First side" => "8", "Other side, if it has one" => "4" }.each do |side, volume|
      fill_in side, with: volume
      within("form", text: side) { click_button "Add" }
    end
    expect_verdict("Uneven")
  end

  it "takes where it is wet on the picture" do
    job_called("Wet", *all_cautions_read, seen("leak-outside"), family: "progressive-two", id: id)
    visit "/jobs/#{id}?check=wet-map"
    find("g[role=button][aria-label='Pump cover']").click
    find("g[role=button][aria-label='Bowl joint']").send_keys(:enter)
    storing { click_button "Record what is marked (2)" }
    expect(page).to have_css("section[aria-label='What changed']")
    expect(last_check["outcomes"]).to contain_exactly("pump-cover", "bowl-joint")
  end

  it "says which limits hold, and takes this job's own" do
    at("idle-speed", seen("high-idle"))
    press("l")
    within("[role=dialog]") do
      expect(page).to have_text("500 and 900 rpm, usual in the trade")
      within("li", text: "Idle speed") { click_button "Change" }
      fill_in "Idle speed, limit 1", with: "600"
      fill_in "Idle speed, limit 2", with: "650"
      click_button "Set"
      expect(page).to have_text("600 and 650 rpm, this job's own")
    end
  end

  it "makes a spec card, exports it, and a job begun with it is judged by it" do
    visit "/cards"
    click_button "New card"
    fill_in "Carburetor model, as the shop calls it", with: "Press downdraft"
    select "Single-barrel downdraft", from: "Family"
    click_button "Another figure"
    select "Idle speed", from: "Figure"
    fill_in "From", with: "700"
    fill_in "To", with: "600"
    fill_in "Source", with: "shop sheet"
    click_button "Keep the card"
    expect(page).to have_css("[role=alert]", text: "The upper limit lies under the lower")
    fill_in "From", with: "550"
    click_button "Keep the card"
    expect(page).to have_css("h2", text: "Press downdraft")
    expect(page).to have_link("Export CSV", href: "/api/v1/cards.csv")
    visit "/new"
    select "Press downdraft", from: "Spec card of the carburetor"
    click_button "Seen: Idles too fast, will not come down"
    click_button "Start tracing"
    expect(page).to have_css("section[aria-label='Next step'] h2")
    press("l")
    expect(page).to have_css("[role=dialog]", text: "550 and 600 rpm, spec card Press downdraft")
  end

  it "answers on the worktop as one types, says what is wrong at the field, and sends the answer to a job" do
    job_called("Press test", seen("hesitation"), id: id)
    visit "/worktop"
    fill_in "Find: jet, drip, altitude ...", with: "another"
    click_link "From one jet to another"
    expect(page).to have_css("dd", text: "4.5")
    fill_in "Other jet", with: "13O"
    expect(page).to have_css("[role=alert]", text: "1 to 2000")
    fill_in "Other jet", with: "142"
    expect(page).to have_css("dd", text: "10.6")
    visit "/worktop/jet-change"
    expect(find_field("Other jet").value).to eq "142"
    click_button "Send to a job"
    within("[role=dialog]") { click_button "As a note" }
    expect(page).to have_text("It stands in Press test now.")
    expect(ServerUnderTest.database[:entries].where(kind: "note").get(:data)["text"]).to include(
      "From one jet to another. Change of flow: 10.6"
    )
  end

  it "reads a data log and sends what it found to a job" do
    job_called("Lorry", family: "progressive-two", id: id)
    visit "/logs"
    click_button "Sample: Fruit lorry on the valley road"
    expect(page).to have_css("section[aria-label='What it shows'] li", minimum: 2, wait: 15)
    within("li", text: "Hesitation at", match: :first) { click_button "Use as evidence" }
    within("[role=dialog]") { click_button "Add it to this job" }
    expect(page).to have_text("It stands in Lorry now.")
    expect(ServerUnderTest.database[:entries].where(kind: "symptom").get(:data)["symptom"]).to eq "hesitation"
  end

  it "takes a file by the picker, and says row and column of a broken one" do
    Dir.mktmpdir do |directory|
      path = File.join(directory, "broken.csv")
      File.write(path, "Time (s),RPM\n#{(1..60).map { |i| "#{i},fast" }.join("\n")}\n")
      visit "/logs"
      find("input[type=file]", visible: :all).attach_file(path)
      expect(page).to have_css("[role=alert]", text: "row 2, column RPM", wait: 15)
    end
  end
end

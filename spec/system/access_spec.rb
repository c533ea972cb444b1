# frozen_string_literal: true

require_relative "system_helper"

RSpec.describe "For every hand and eye" do
  let(:id) { SecureRandom.uuid }

  def focused
    page.evaluate_script("document.activeElement.getAttribute('aria-label') || document.activeElement.innerText")
  end

  def open_job(*entries, path: "")
    job_called("Press test", *entries, id: id)
    visit "/jobs/#{id}#{path}"
    expect(page).to have_css("section[aria-label='Next step'] h2")
  end

  it "what stands in the way is seen: a picture without words, text too pale, targets too small" do
    open_job(seen("hesitation"))
    page.execute_script(<<~JS)
      const bad = document.createElement("div");
      bad.innerHTML = "<img><p>pale</p><button>a</button><button>b</button>";
      bad.style.background = "#fff";
      bad.querySelector("p").style.color = "#ddd";
      for (const one of bad.querySelectorAll("button")) one.style.cssText = "all: unset; display: block; height: 9px";
      document.querySelector("main").prepend(bad);
    JS
    expect { axe_clean }.to raise_error(
      RSpec::Expectations::ExpectationNotMetError,
      /(?=.*image-alt)(?=.*color-contrast)(?=.*target-size)/m
    )
  end

  it "is clean with a sheet open, too" do
    open_job(seen("hesitation"), *all_cautions_read)
    { "l" => "Limits of this job", "w" => "Put it aside", "?" => "Keys", "/" => nil, "r" => nil }.each do |key, title|
      press(key)
      expect(page).to have_css("[role=dialog]", text: title)
      axe_clean
      press(:escape)
      expect(page).to have_no_css("[role=dialog]")
    end
    find("[role=button][aria-label^='Accelerator pump']").send_keys(:enter)
    expect(page).to have_css("section[aria-label^='Limb']")
    axe_clean
  end

  it "goes from the bench to a recorded reading without a pointer, and the focus can be seen" do
    open_job(seen("rough-idle"), *all_cautions_read)
    visit "/"
    expect(page).to have_css("article")
    press(:tab)
    expect(focused).to eq "Skip to the work"
    8.times { press(:tab) }
    expect(page.evaluate_script("getComputedStyle(document.activeElement).outlineStyle")).not_to eq "none"
    press("/")
    fill_in "Go to, or do", with: "press test"
    press(:enter)
    expect(page).to have_css("section[aria-label='Next step'] h2")
    press("/")
    fill_in "Go to, or do", with: "mixture screw turns out"
    press(:enter)
    expect(page).to have_css("section[aria-label=Instrument] output")
    5.times { press(:arrow_right) }
    expect(page).to have_css("section[aria-label=Instrument] [role=status]", text: "Near its base")
    find("section[aria-label=Instrument] button", text: "Record").send_keys(:enter)
    expect(page).to have_css("section[aria-label='What was found']", text: "Mixture screw turns out")
    press("u")
    expect(page).to have_text("(struck out)", normalize_ws: true)
  end

  it "gives back the focus when a sheet is closed" do
    open_job(seen("hesitation"))
    find("button[aria-label='Limits']").send_keys(:enter)
    expect(page).to have_css("[role=dialog]")
    press(:escape)
    expect(page).to have_no_css("[role=dialog]")
    expect(focused).to eq "Limits"
  end

  it "needs no sideways scrolling at twice the size" do
    open_job(seen("hesitation"), found("filter", "clean"), *all_cautions_read)
    cdp("Emulation.setDeviceMetricsOverride", width: 640, height: 400, deviceScaleFactor: 2, mobile: false)
    [
      "/",
      "/new",
      "/jobs/#{id}",
      "/jobs/#{id}?check=idle-vacuum",
      "/worktop/screw-port",
      "/mixture",
      "/cards",
      "/logs",
      "/handbook?on=checks&id=vent-finger"
    ].each do |path|
      visit path
      expect(page).to have_css("h1")
      expect(
        page.evaluate_script("document.documentElement.scrollWidth - document.documentElement.clientWidth")
      ).to be <= 0,
           path
    end
  ensure
    cdp("Emulation.clearDeviceMetricsOverride")
  end

  # 30 of 184 stops lay wholly under the bar at the foot (WCAG 2.4.11).
  it "hides no focus under the bar of the intake" do
    visit "/new"
    expect(page).to have_button("Start tracing")
    under =
      "(() => { const b = document.activeElement.getBoundingClientRect(), bar = document.querySelector('.sticky-bar').getBoundingClientRect();" \
        "return !document.activeElement.closest('.sticky-bar, nav') && b.top >= bar.top && b.bottom <= bar.bottom + 60 ? document.activeElement.innerText || document.activeElement.name : null })()"
    [[1280, 800], [390, 844]].each do |width, height|
      sized(width, height) do
        page.execute_script("window.scrollTo(0, 0); document.activeElement.blur()")
        hidden = Array.new(150) { press(:tab).then { page.evaluate_script(under) } }
        expect(hidden.compact).to be_empty
      end
    end
  end

  it "stands still where less movement is asked for" do
    cdp("Emulation.setEmulatedMedia", features: [{ name: "prefers-reduced-motion", value: "reduce" }])
    open_job(seen("hesitation"), *all_cautions_read, path: "?check=pump-shot")
    expect(page).to have_css(".spot-ring")
    expect(page.evaluate_script("getComputedStyle(document.querySelector('.spot-ring')).animationName")).to eq "none"
    expect(
      page.evaluate_script("getComputedStyle(document.querySelector('[class*=flow-]')).animationName")
    ).to eq "none"
  ensure
    cdp("Emulation.setEmulatedMedia", features: [])
  end

  it "gives every control 44 px to hit, on a tablet held upright" do
    cdp("Emulation.setDeviceMetricsOverride", width: 800, height: 1280, deviceScaleFactor: 1, mobile: false)
    open_job(seen("hesitation"), found("filter", "clean"), *all_cautions_read)
    small =
      "[...document.querySelectorAll('main button, main a, main select, main summary, header a, header button')]" \
        ".filter(e => e.offsetParent && e.getBoundingClientRect().height < 43.5 && !e.closest('p')).map(e => (e.getAttribute('aria-label') || e.innerText).slice(0, 40))"
    [
      "/",
      "/new",
      "/jobs/#{id}",
      "/jobs/#{id}?check=line-flow",
      "/worktop/pump-shot",
      "/cards",
      "/logs",
      "/handbook?on=faults&id=pump-cup"
    ].each do |path|
      visit path
      expect(page).to have_css("h1")
      eventually("#{path}: 44 px for all, not #{page.evaluate_script(small)}") { page.evaluate_script(small).empty? }
    end
  ensure
    cdp("Emulation.clearDeviceMetricsOverride")
  end

  it "keeps what was taken down over a reload in the middle" do
    open_job(seen("rough-idle"), *all_cautions_read, path: "?check=mixture-sweep")
    fill_in "It reads", with: "640"
    find_field("It reads").send_keys(:enter)
    expect(page).to have_css("ul[aria-label=Steps] li", count: 1)
    visit "/jobs/#{id}?check=mixture-sweep"
    expect(page).to have_css("ul[aria-label=Steps] li", count: 1)
    expect(find_field("Now at").value).to eq "1"
  end

  it "shows the shape of the board while it is fetched, and says so" do
    gate = Queue.new
    allow(ServerUnderTest.store.shop).to receive(:board_order).and_wrap_original do |order|
      gate.pop
      order.call
    end
    visit "/"
    expect(page).to have_css("[role=status][aria-label='Fetching the bench']")
    20.times { gate << :open }
    expect(page).to have_css("h1", text: "On the bench")
  end
end

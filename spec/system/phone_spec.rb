# frozen_string_literal: true

require_relative "system_helper"

# A phone held in one hand: 390 by 844.
RSpec.describe "On a phone" do
  around { |example| sized(390, 844, mobile: true) { example.run } }

  let(:id) do
    job_called(
      "Press hesitates and floods after standing over the winter",
      seen("hesitation"),
      found("filter", "clean"),
      *questions_asked,
      *all_cautions_read
    )
  end

  def box(css)
    page.evaluate_script(
      "(() => { const b = document.querySelector(arguments[0]).getBoundingClientRect(); return { top: b.top, bottom: b.bottom, height: b.height } })()",
      css
    )
  end

  it "shows the step at once, with the places to go at the thumb" do
    visit "/jobs/#{id}"
    expect(page).to have_css("section[aria-label='Next step'] h2")
    nav = box("nav[aria-label=Places]")
    expect(nav["bottom"]).to be_within(1).of(844)
    expect(nav["height"]).to be <= 64
    step = box("section[aria-label='Next step'] h2")
    expect(step["top"]).to be < 422 # in the upper half
    expect(box("section[aria-label='Next step'] ol li")["bottom"]).to be < nav["top"]
    click_link "Handbook"
    expect(page).to have_css("h1", text: "Handbook")
    expect(page).to have_css("nav[aria-label=Places] a[aria-current=page]", text: "Handbook")
  end

  it "needs no sideways scrolling, and gives every control 44 px" do
    small =
      "[...document.querySelectorAll('main button, main a, main select, main summary, header a, header button, nav a')]" \
        ".filter(e => e.offsetParent && e.getBoundingClientRect().height < 43.5 && !e.closest('p')).map(e => (e.getAttribute('aria-label') || e.innerText).slice(0, 40))"
    paths =
      %w[/ /new /worktop/screw-port /mixture /cards /logs /handbook?on=checks&id=vent-finger /handbook?on=schools] +
      ["/jobs/#{id}", "/jobs/#{id}?check=mixture-sweep", "/jobs/#{id}?check=line-flow"]
    paths.each do |path|
      visit path
      expect(page).to have_css("h1")
      eventually("#{path} no wider than the phone") do
        page.evaluate_script("document.documentElement.scrollWidth - document.documentElement.clientWidth") <= 0
      end
      eventually("#{path}: 44 px for all, not #{page.evaluate_script(small)}") { page.evaluate_script(small).empty? }
    end
  end

  it "takes a job from intake to a recorded answer" do
    visit "/new"
    find("[role=radio]", text: "Single-barrel downdraft").click
    click_button "Seen: A hole the instant the throttle opens, then goes"
    click_button "Start tracing"
    expect(page).to have_css("section[aria-label='Next step'] h2")
    click_button "Read and seen to" if page.has_button?("Read and seen to", wait: 0)
    expect(page).to have_no_button("Read and seen to")
    storing { find("section[aria-label='Next step'] button.min-h-14:not([disabled])", match: :first).click }
    expect(page).to have_css("section[aria-label='What changed']")
  end
end

# frozen_string_literal: true

require_relative "system_helper"

RSpec.describe "The demo job in the browser" do
  # What is really wrong, and which complaint each fault makes.
  def truth = { "pump-cup" => "hesitation", "seat-seal-bad" => "flood-parked" }

  # Answers a check as the two faults would: the likeliest abnormal word of those still in, else the healthy one.
  def word_for(check_id, mended)
    machine = UpperBranch::Workshop::Machine.new(CATALOGUE, family: "car-one")
    check = machine.check(check_id)
    compiled = UpperBranch::Diagnosis::Compiled.for(machine)
    table = compiled.table(check)
    shown =
      (truth.keys - mended).map do |fault|
        [table.row(compiled.index(fault)).max_by(&:last).first, table.sum(compiled.index(fault))]
      end
    word, strength = shown.max_by(&:last)
    strength.to_f > 0.4 ? word : check.normal || check.outcomes.keys.first
  end

  # Asked for a symptom: what the faults still in would show. Nobody knows when.
  def answer_question(ask, mended)
    machine = UpperBranch::Workshop::Machine.new(CATALOGUE, family: "car-one")
    compiled = UpperBranch::Diagnosis::Compiled.for(machine)
    table = compiled.table(machine.symptom(ask[:symptom]))
    shown = (truth.keys - mended).any? { |fault| table.sum(compiled.index(fault)) > 0.4 }
    storing { click_button(ask[:condition] ? "Nobody knows" : { true => "Yes", false => "No" }[shown], exact: true) }
  end

  def step
    jobs = ServerUnderTest.store.jobs
    trace(jobs.replay(jobs.find(ServerUnderTest.database[:jobs].get(:id)).entries))
  end

  def read_cautions
    return unless page.has_button?("Read and seen to", wait: 0)

    click_button "Read and seen to"
    expect(page).to have_no_button("Read and seen to") # stored
  end

  # Nothing is proven while something is off.
  def put_all_back
    while (row = step[:put_back].first)
      expect(page).to have_button("Close as proven", disabled: true)
      checks = row[:checks].map { |check| check[:name] }
      storing(checks.size) { click_button "Back on: #{row[:items].join(', ')} (#{checks.join(', ')})" }
    end
  end

  def answer_check(check_id, mended)
    read_cautions
    check = CATALOGUE.check(check_id)
    word = word_for(check_id, mended)
    within("section[aria-label='Next step']") do
      storing do
        click_button(class: "min-h-14", text: check.outcomes[word], match: :first, disabled: false)
        click_button "Record what is marked (1)" if check.multi? && word != check.normal
      end
    end
  end

  def prove(item, mended)
    return answer_check(item[:id], mended) if item[:kind] == :check

    left = (truth.keys - mended).any? { |fault| truth[fault] == item[:id] }
    storing { click_button(left ? "Still there" : "Gone") }
  end

  # What stands above the step.
  def title_of(step)
    return step[:gate][:ask] if step[:gate]
    return "Does" if step[:ask]

    (step[:check] || step[:repair] || step[:proof] || { name: "Everything" })[:name]
  end

  it "is traced from intake to closed, and both faults are named" do
    visit "/new"
    find("[role=radio]", text: "Single-barrel downdraft").click
    fill_in "What the shop calls it", with: "Cider-press stationary engine"
    fill_in "Search, in any words: flat spot, dribble, hunting ...", with: "flat spot"
    click_button "Seen: A hole the instant the throttle opens, then goes"
    fill_in "Search, in any words: flat spot, dribble, hunting ...", with: "floods after standing"
    click_button "Seen: Drips while parked"
    click_button "Some weeks"
    click_button "Old, many hours"
    click_button "Start tracing"
    expect(page).to have_css("section[aria-label='Next step'] h2")

    mended = []
    60.times do
      now = step
      break if now[:closing]

      expect(page).to have_css(
        "section[aria-label='Next step'] h2",
        text: title_of(now[:next])
      )
      case now[:next][:kind]
      when :ask then answer_question(now[:next][:ask], mended)
      when :gate then storing { click_button "Yes", match: :first }
      when :check then answer_check(now[:next][:check][:id], mended)
      when :repair
        read_cautions
        storing { click_button "Repaired", match: :first }
        mended.concat(now[:next][:repair][:faults])
      when :prove then prove(now[:next][:proof], mended)
      when :close
        put_all_back
        storing { click_button "Close as proven" }
      else raise "stuck at #{now[:next][:kind]}"
      end
    end

    expect(page).to have_css("h2", text: "Closed, proven")
    within("ul[aria-label='What was wrong']") do
      expect(page).to have_text("Pump cup hard or shrunk")
      expect(page).to have_text("Seal under the inlet seat leaks")
    end
    expect(page.driver.browser.logs.get(:browser).map(&:message).grep(/Content Security|Refused|ERR_NAME/)).to be_empty
  end
end

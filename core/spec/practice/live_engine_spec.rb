# frozen_string_literal: true

RSpec.describe UpperBranch::Practice::LiveEngine do
  def live(faults = {}) = described_class.new(CATALOGUE, "car-one", faults).tap(&:warm)
  def idled(engine) = Array.new(3) { engine.run(2.0, {}) }.flatten.last(20)

  # A four-stroke burns once in two turns in each cylinder.
  it "counts the strokes that burn as its speed has them, and those that do not" do
    seconds = idled(live)
    cylinders = UpperBranch::Practice::Engine::Build.new(CATALOGUE, "car-one").cylinders
    speed = seconds.sum { |row| row[:rpm] } / seconds.size / 60.0
    expect(seconds.sum { |row| row[:fired] }).to be_within(1).of(2 * speed / 2 * cylinders)
    expect(seconds.sum { |row| row[:missed] }).to eq 0
    lost = idled(live({ "lead-bad" => 0.2 }))
    expect(lost.sum { |row| row[:missed] }).to be > 3
  end

  it "reads the pressure that its vacuum leaves, from 1 atm" do
    row = idled(live).last
    expect(row[:pressure]).to be_within(0.5).of(101.325 - (row[:vacuum] * 3.386))
  end

  it "tells how far its bowl is filled, which sinks where the line is held back and rises where the needle passes" do
    held, sound = [{ "line-kinked" => 1.0 }, {}].map do |faults|
      engine = live(faults)
      Array.new(6) { engine.run(2.0, { "throttle" => 0.5, "load" => 1.0 }).last }.last[:filled]
    end
    expect(sound).to be_between(0.95, 1.02)
    expect(held).to be < sound - 0.2
    expect(idled(live({ "needle-grit" => 1.0 })).last[:filled]).to be > idled(live).last[:filled] + 0.01
  end

  it "counts nothing that was before: neither what stood nor what was set going" do
    engine = live
    engine.run(2.0, {})
    engine.stand(600)
    expect(engine.run(0.2, {}).map { |row| row.values_at(:fired, :missed) }).to eq [[0, 0], [0, 0]]
    engine.warm
    expect(engine.run(0.1, {}).first[:fired]).to be_between(1, 3)
  end

  it "counts on from where it was put away" do
    engine = live
    engine.run(1.0, {})
    again = described_class.new(CATALOGUE, "car-one", {}, state: JSON.parse(JSON.generate(engine.state)))
    expect(again.run(0.1, {}).first[:fired]).to be_between(1, 6)
  end

  it "goes on as it was left, and begins anew, cold, where another version of it was left" do
    left = JSON.parse(JSON.generate(live.tap { |engine| engine.run(2.0, {}) }.state))
    others = [left, left.except("film"), left.merge("crank" => left["crank"].drop(1))].map do |state|
      described_class.new(CATALOGUE, "car-one", {}, state: state).run(0.5, {}).last[:running]
    end
    expect(others).to eq [true, false, false]
  end
end

# frozen_string_literal: true

RSpec.describe UpperBranch::Planning::Candidates do
  def ids(*entries, family: "car-one", **machine)
    described_class.new(job(family, *entries, **machine)).all.map { |candidate| candidate.check.id }
  end

  it "holds only what is fitted" do
    expect(ids(seen("rough-idle"))).not_to include("solenoid", "sync", "governor", "popoff")
    expect(ids(seen("rough-idle"), family: "diaphragm")).not_to include("float-level", "pump-shot", "pcv")
  end

  it "drops a sound result for good, and a failed one until it has been mended" do
    expect(ids(seen("hesitation"), found("filter", "clean"), repaired("pump-cup"))).not_to include("filter")
    expect(ids(seen("hesitation"), found("pump-shot", "none"))).not_to include("pump-shot")
    expect(ids(seen("hesitation"), found("pump-shot", "none"), repaired("pump-cup"))).to include("pump-shot")
    expect(ids(seen("hesitation"), found("filter", "dirty"), repaired("pump-cup"))).not_to include("filter")
  end

  it "asks again for a shot from a bowl that was not full" do
    expect(ids(seen("hesitation"), stands(engine: "warm"), found("pump-shot", "bowl-not-full"))).to include("pump-shot")
  end

  # Common practice, no source: with the cap open one repeats a flow and compares.
  it "repeats a flow with the cap open only after the flow was timed" do
    flow = found("line-flow", "short-at-tank-outlet")
    before, after =
      [[], [flow]].map do |done|
        described_class.new(job("car-one", seen("fade-wot"), *done)).all.find { |one| one.check.id == "cap-vent" }
      end
    expect([before.record.id, after.record, before.total - after.total]).to eq ["line-flow", nil, 5]
  end

  it "turns a screw only after its turns were counted" do
    before = described_class.new(job("car-one", seen("rough-idle"))).all.find { |one| one.check.id == "mixture-sweep" }
    expect(before.record.id).to eq "screw-count"
    expect(before.total).to be >= before.check.minutes + 4 # both counts are paid with it
    expect(ids(seen("rough-idle"), found("screw-count", "near-base"), found("stop-turns", "up-to-one"))).to include(
      "screw-tip",
      "mixture-sweep"
    )
  end

  it "looks no more at what a repair has cleaned away, but at the part itself" do
    left = ids(seen("no-idle"), repaired("idle-jet-blocked"))
    expect(left).not_to include("main-jet-through", "passage-blow", "bowl-look")
    expect(left).to include("idle-jet-through")
  end

  it "refits the standard air box only on a machine that was modified" do
    expect(ids(seen("flat-mid"), family: "slide")).not_to include("intake-swap")
    expect(ids(seen("flat-mid"), family: "slide", context: { "modified" => "intake-exhaust" })).to include(
      "intake-swap"
    )
  end

  it "passes over what the bench has no tool for, and says which" do
    expect(ids(seen("rough-idle"), lacks: ["tachometer"])).not_to include("idle-speed")
    lacking = described_class.new(job("car-one", seen("rough-idle"), lacks: ["tachometer"])).lacking
    expect(lacking.map(&:id)).to include("idle-speed")
    expect(described_class.new(job("car-one", seen("rough-idle"))).lacking).to be_empty
  end

  it "counts the way to each check" do
    rows =
      described_class.new(job("car-one", seen("rough-idle"))).all.to_h { |candidate| [candidate.check.id, candidate] }
    expect(rows["filter"].total).to eq 3
    expect(rows["idle-vacuum"].total).to eq 8 + 4
    expect(rows["bowl-look"].total).to eq 12 + 3
  end
end

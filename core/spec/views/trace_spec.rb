# frozen_string_literal: true

RSpec.describe UpperBranch::Views::Trace do
  let(:data) { trace(job("car-one", seen("hesitation"), found("pump-shot", "weak"), found("filter", "clean"))) }

  it "says what each finding did, before and after" do
    shot = data[:findings].find { |row| row[:id] == "pump-shot" }
    expect(shot[:did].first).to include(id: "pump-cup")
    expect(shot[:did].first[:after]).to be > shot[:did].first[:before] * 2
    expect(data[:findings].first[:did].map { |row| row[:id] }).to include("pump-cup")
  end

  it "groups suspicion by part and by circuit" do
    expect(data[:circuits].first[:id]).to eq "pump"
    expect(data[:parts].map { |row| row[:id] }).to include("pump-cup")
    data[:circuits].each { |row| expect(row[:probability]).to be_between(0, 1) }
  end

  it "calls out what nothing suspected explains" do
    odd =
      trace(
        job(
          "car-one",
          found("needle-look", "clean"),
          found("hold-test", "holds"),
          found("wet-level", "at-mark"),
          found("booster-dry", "dry"),
          seen("flood-vent")
        )
      )
    expect(odd[:findings].find { |row| row[:id] == "flood-vent" }[:unexplained]).to be true
    expect(data[:findings].map { |row| row[:unexplained] }).to all(be false)
  end

  it "says of what was told whether a check could show it again" do
    told = lambda { |word|
      trace(job("car-one", seen("flood-booster"), found("booster-dry", word)))[:findings].first[:seen_again]
    }
    expect(told.call("drips")).to eq({ check: "booster-dry", shown: true })
    expect(told.call("dry")).to eq({ check: "booster-dry", shown: false })
  end

  it "keeps what was wrong after the repair: certain before, nearly gone after" do
    mended =
      trace(
        job(
          "car-one",
          seen("hesitation"),
          found("pump-shot", "weak"),
          found("pump-parts", "hard-cup"),
          repaired("pump-cup")
        )
      )
    expect(mended[:repairs].first[:was]["pump-cup"]).to be > 0.9
    cup = mended[:faults].find { |row| row[:id] == "pump-cup" }
    expect(cup[:before_repair]).to be > 0.9
    expect(cup[:probability]).to be < 0.15
  end
end

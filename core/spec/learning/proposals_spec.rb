# frozen_string_literal: true

RSpec.describe UpperBranch::Learning::Proposals do
  # A closed job in short. first: chances; truth: ids
  def closed(first, truth, **more)
    { "family" => "small-float", "ended" => "proven", "truth" => truth, "first" => first, "shown" => [],
      "checks" => [], "repairs" => [], "minutes" => 60, "found" => 30, "house" => 45,
      **more.transform_keys(&:to_s) }
  end

  def proposals(cases, **options)
    described_class.new(UpperBranch::Learning::Counts.new(cases), CATALOGUE, **options).list
  end

  def look(check, **words) = { "check" => check, "of" => words.transform_keys { |word| word.to_s.tr("_", "-") } }

  # Expected 10 of 100 at 0.1 each, seen 30 times; worth 50: (5 + 30) / 150 = 7/30. Odds 7/23 against 1/9: 63/23.
  it "moves a fault's odds by the beta posterior about what the first rankings expected" do
    cases = Array.new(100) { |i| closed({ "water" => 0.1 }, i < 30 ? ["water"] : ["fuel-stale"]) }
    one = proposals(cases).find { |row| row.about[:fault] == "water" }
    expect(one.to_h).to include(kind: "rate", at: "/learned/rates/small-float/water", was: 1.0, seen: 30, of: 100,
                                expected: 10.0, becomes: (63 / 23.0).round(2))
    expect(one.interval.first).to be < 7 / 30.0
  end

  it "lets the lead say how many jobs the tables are worth" do
    cases = Array.new(20) { |i| closed({ "water" => 0.1 }, i < 6 ? ["water"] : []) }
    stiff, soft = [500, 5].map do |strength|
      proposals(cases, strength: strength).find do |row|
        row.about[:fault] == "water"
      end
    end
    expect(stiff).to be_nil # (50 + 6) / 520: no more than 8 % more odds
    expect(soft.becomes).to be > 2
  end

  it "proposes nothing where all is as it was thought, and nothing from nothing" do
    cases = Array.new(50) { |i| closed({ "water" => 0.2 }, i < 10 ? ["water"] : []) }
    expect(proposals(cases)).to be_empty
    expect(proposals([])).to be_empty
  end

  it "never moves odds further than five times, nor proposes for a fault nobody knows" do
    cases = Array.new(400) { closed({ "water" => 0.002, "long-gone" => 0.002 }, %w[water long-gone]) }
    expect(proposals(cases).map { |row| [row.about[:fault], row.becomes] }).to eq [["water", 5]]
  end

  it "leaves out jobs whose truth nobody knows, or that began without a complaint" do
    cases = Array.new(60) { closed({ "water" => 0.1 }, nil) } + Array.new(60) { closed(nil, ["water"]) }
    expect(proposals(cases)).to be_empty
  end

  # 0.65 by the tables, shown in 6 of 24; worth 50: (32.5 + 6) / 74.
  it "proposes a strength from twenty looks on, not before" do
    cases = lambda { |count|
      Array.new(count) do |i|
        closed({ "water" => 0.3 }, ["water"], shown: [look("plug-read", white: [0.65, i < 6 ? 1 : 0])])
      end
    }
    strengths = ->(count) { proposals(cases.call(count)).select { |row| row.kind == "strength" } }
    expect(strengths.call(19)).to be_empty
    expect(strengths.call(24).map(&:to_h)).to match [
      include(at: "/learned/strengths/water/plug-read/white", was: 0.65, becomes: (38.5 / 74).round(3), seen: 6, of: 24)
    ]
  end

  it "proposes minutes as the middle of what it took, from eight times on" do
    taken = [5, 6, 6, 7, 7, 8, 8, 90].map do |took|
      { "check" => "pump-shot", "took" => took, "minutes" => 3, "bits" => 1 }
    end
    mended = Array.new(8) do
      { "repair" => "pump-cup", "kind" => "pump-kit", "took" => 20, "minutes" => 12, "right" => true }
    end
    cases = [closed({ "water" => 0.5 }, ["water"], checks: taken, repairs: mended)]
    expect(proposals(cases).map { |row| [row.at, row.was, row.becomes] })
      .to contain_exactly(["/checks/pump-shot/minutes", 3, 7], ["/repairs/kinds/pump-kit/minutes", 12, 20])
    expect(proposals([closed({}, ["water"], checks: taken.first(7))])).to be_empty
  end

  it "proposes what can be taken: every one has its place in the tables" do
    cases = Array.new(60) do |i|
      closed({ "water" => 0.1 }, i.even? ? ["water"] : [],
             shown: i.even? ? [look("plug-read", white: [0.4, 1], wet: [0.3, 0])] : [],
             checks: [{ "check" => "pump-shot", "took" => 9, "minutes" => 3, "bits" => 0.2 }])
    end
    list = proposals(cases)
    expect(list.map(&:kind)).to include("rate", "strength", "minutes")
    list.each do |one|
      layer = UpperBranch::Catalogue::Layer.new([{ "at" => one.at, "value" => one.becomes }])
      expect(layer.refused(BASE_TABLES)).to be_nil
    end
  end
end

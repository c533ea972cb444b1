# frozen_string_literal: true

RSpec.describe UpperBranch::Learning::ClosedJob do
  def closed(as = "proven") = ["close", { "as" => as, "reason" => "looked for twice" }]
  def took(minutes, row) = [row[0], row[1].merge("minutes" => minutes)]
  def taught(*entries, **more) = described_class.of(job("small-float", *entries, **more))

  let(:water) do
    [seen("no-start-cold"), seen("dies-opening"), took(7, found("fuel-quality", "water")),
     took(15, repaired("water")), found("fuel-quality", "fresh"), not_seen("no-start-cold"),
     not_seen("dies-opening"), closed]
  end

  it "says what was wrong, what was thought of it at first, and how long it took" do
    one = taught(*water)
    expect(one.values_at("family", "ended", "truth")).to eq ["small-float", "proven", ["water"]]
    before = posterior(job("small-float", seen("no-start-cold"), seen("dies-opening"))).blame
    expect(one["first"]["water"]).to be_within(1e-4).of(before["water"])
    expect(one["first"].values).to all(be >= 0.001)
    expect([one["found"], one["minutes"]]).to eq [7, 25] # the look again is the usual 3
  end

  it "takes into the first ranking what was told after a caution was read or a gate answered" do
    asked = [water[0], ["caution", { "hazard" => "fuel-vapor" }], *water.drop(1)]
    expect(taught(*asked)["first"]).to eq(taught(*water)["first"])
  end

  it "keeps what each look was worth, in bits towards what was wrong, and what it took" do
    look = taught(*water)["checks"].first
    expect(look).to include("check" => "fuel-quality", "took" => 7)
    expect(look["bits"]).to be > 1
  end

  it "learns nothing from a job that is open, referred out or closed without proof" do
    expect(taught(*water[0..-2])).to be_nil
    expect(taught(*water[0..-2], closed("unproven"))).to be_nil
    expect(taught(closed("referred"))).to be_nil
  end

  it "does not know what was wrong where only many things at once have mended it" do
    one = taught(seen("no-start-cold"), repaired("drain-and-flush"), not_seen("no-start-cold"), closed)
    expect(one["truth"]).to be_nil
    expect(one["repairs"]).to match [include("repair" => "drain-and-flush", "kind" => nil, "right" => nil)]
  end

  it "holds a repair that helped nothing for a wrong one" do
    one = taught(seen("no-start-cold"), repaired("plug-fouled"), seen("no-start-cold"), repaired("water"),
                 not_seen("no-start-cold"), closed)
    expect(one["truth"]).to eq ["water"]
    expect(one["repairs"].map do |row|
      row.values_at("repair", "right")
    end).to eq [["plug-fouled", false], ["water", true]]
    expect(one["shown"]).to eq []
  end

  it "takes a sound machine for one with nothing wrong" do
    expect(taught(seen("no-start-cold"), not_seen("no-start-cold"), closed("sound"))["truth"]).to eq []
  end

  it "counts how a single fault showed before its repair, but not the defect itself" do
    one = taught(seen("hesitation"), found("float-level", "in-spec"), found("idle-jet-through", "blocked"),
                 found("plug-read", "white"), repaired("idle-jet-blocked"), found("plug-read", "tan"),
                 not_seen("hesitation"), closed)
    looks = one["shown"].to_h { |row| [row["check"], row["of"]] }
    check = CATALOGUE.check("idle-jet-through")
    expect(looks).not_to have_key(check.id) if check.cleared.include?("idle-jet-blocked")
    expect(looks["float-level"].values.map(&:last)).to all(eq(0))
    expect(looks["plug-read"].to_h { |word, told| [word, told.last] }).to include("white" => 1)
    looks.each { |id, words| expect(CATALOGUE.check(id).is.keys & words.keys).to be_empty }
  end

  it "is plain data: it comes back from JSON as it was" do
    one = taught(*water)
    expect(JSON.parse(JSON.generate(one))).to eq one
  end

  it "has no first ranking where nothing was complained of" do
    expect(taught(found("fuel-quality", "water"), repaired("water"), found("fuel-quality", "fresh"),
                  closed)["first"]).to be_nil
  end
end

# frozen_string_literal: true

RSpec.describe UpperBranch::Views::BoardRow do
  def waits(*entries, family: "car-one") = described_class.of(trace(job(family, *entries)))["waits_for"]

  it "waits for a description, a check by its bench state, a repair, a proof, or nothing more" do
    expect(waits).to eq "describe"
    expect(waits(seen("cold-stall", "stone-cold"))).to be_in_states
    expect(waits(seen("flood-vent"))).to eq "gate"
    expect(
      waits(
        seen("hesitation"),
        found("pump-shot", "none"),
        found("spark", "strong"),
        found("filter", "clean"),
        found("screw-count", "near-base"),
        found("stop-turns", "up-to-one"),
        found("pump-parts", "hard-cup")
      )
    ).to eq "repair"
    expect(
      waits(seen("hesitation"), found("pump-shot", "none"), found("pump-parts", "hard-cup"), repaired("pump-cup"))
    ).to eq "prove"
    expect(waits(seen("hesitation"), ["close", { "as" => "unproven", "reason" => "taken home" }])).to eq "closed"
  end

  it "names what was found, apart from who is suspected, and says what is asked" do
    row = described_class.of(trace(job("car-one", seen("fade-wot"), found("filter", "reversed"))))
    expect(row["found"]).to eq ["Filter fitted backwards"]
    expect(row["leading"].map { |one| one["name"] }).not_to include("Filter fitted backwards")
    expect(described_class.of(trace(job("car-one", seen("hesitation"))))["next"]).to start_with "Ask: "
  end

  it "names the machine as the shop calls it, else by its family" do
    expect(described_class.of(trace(job("car-one", seen("hesitation"))))["machine"]).to eq "Single-barrel downdraft"
    named =
      UpperBranch::Job.new(
        CATALOGUE,
        [{ "id" => "1", "kind" => "machine", "data" => { "family" => "car-one", "name" => "Cider press" } }]
      )
    expect(described_class.of(trace(named))["machine"]).to eq "Cider press"
  end

  it "names the leading suspects only when something was found" do
    expect(described_class.of(trace(job("car-one")))["leading"]).to be_empty
    expect(
      described_class.of(trace(job("car-one", seen("hesitation"), found("pump-shot", "none"))))["leading"].first["name"]
    ).to include("Pump")
  end

  it "gives the leading suspects the shares the bench gives them, the greatest first" do
    told = trace(job("slide", seen("rough-idle"), seen("no-start-cold"), found("fuel-quality", "fresh")))
    shares = described_class.of(told)["leading"].to_h { |row| row.values_at("name", "probability") }
    expect(shares).not_to be_empty
    expect(shares.values).to eq shares.values.sort.reverse
    expect(shares).to eq(told[:faults].to_h { |row| [row[:name], row[:blame].round(4)] }.slice(*shares.keys))
  end

  matcher(:be_in_states) { match { |state| %w[ask cold stopped].include?(state) } }
end

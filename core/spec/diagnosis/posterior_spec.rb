# frozen_string_literal: true

RSpec.describe UpperBranch::Diagnosis::Posterior do
  let(:press) { [seen("hesitation", "throttle-opens"), seen("flood-parked", "after-standing")] }
  let(:old) { { context: { "age" => "old", "stood" => "weeks" } } }

  it "names two faults together when no single one explains all" do
    believed =
      posterior(
        job(
          "car-one",
          *press,
          found("pump-shot", "weak"),
          found("hold-test", "weeps"),
          found("needle-look", "clean"),
          found("pump-parts", "hard-cup"),
          **old
        )
      )
    expect(believed.sets(1).first.faults).to eq %w[pump-cup seat-seal-bad]
  end

  it "is the same whatever the order of findings within a round" do
    entries = press + [found("tap-body", "no-change"), found("fuel-quality", "fresh"), not_seen("rough-idle")]
    beliefs = entries.permutation.first(12).map { |order| posterior(job("car-one", *order, **old)).all_now }
    beliefs.each { |belief| belief.each { |id, p| expect(p).to be_within(1e-9).of(beliefs.first[id]) } }
  end

  it "clears the pump with a strong shot and turns to the advance" do
    believed = posterior(job("car-one", seen("hesitation"), found("pump-shot", "strong-at-once"))).all_now
    expect(believed["advance-stuck"]).to be > believed["pump-cup"]
  end

  it "takes no evidence from a pump shot on a bowl that was not full" do
    with =
      posterior(job("car-one", seen("hesitation"), stands(engine: "warm"), found("pump-shot", "bowl-not-full"))).all_now
    expect(with["pump-cup"]).to be_within(1e-12).of(posterior(job("car-one", seen("hesitation"))).all_now["pump-cup"])
  end

  it "counts a symptom once when a check observes it over again" do
    symptom_and_check = posterior(job("car-one", seen("flood-booster"), found("booster-dry", "drips"))).all_now
    check_alone = posterior(job("car-one", found("booster-dry", "drips"))).all_now
    symptom_and_check.each { |id, p| expect(p).to be_within(1e-12).of(check_alone[id]) }
  end

  it "takes the latest of two results of one check" do
    repeated = posterior(job("car-one", found("needle-look", "grit"), found("needle-look", "clean"))).all_now
    expect(repeated["needle-grit"]).to be_within(1e-12).of(
      posterior(job("car-one", found("needle-look", "clean"))).all_now["needle-grit"]
    )
  end

  it "takes a reading as the mixture of its words" do
    at_limit = posterior(job("car-one", read("fuel-pressure", 7.0, "psi"))).all_now["pressure-high"]
    over = posterior(job("car-one", read("fuel-pressure", 9.0, "psi"))).all_now["pressure-high"]
    under = posterior(job("car-one", read("fuel-pressure", 5.0, "psi"))).all_now["pressure-high"]
    expect([under, at_limit, over]).to eq([under, at_limit, over].sort)
    expect(over).to be > 0.25
  end

  it "lets something outside the catalogue grow when nothing fits" do
    strange =
      job(
        "car-one",
        seen("no-top-end"),
        seen("run-on"),
        seen("oil-fumes"),
        *%w[
          pcv
          airbox
          main-jet-through
          throttle-full
          base-timing
          advance-mech
          compression
          venturi-size
          linkage
        ].map { |id| found(id, CATALOGUE.check(id).normal) }
      )
    plain = posterior(job("car-one", seen("no-top-end")))
    expect(posterior(strange).outside).to be > plain.outside * 3
  end

  it "hides a lean main behind a high level, as the catalogue says" do
    compiled = UpperBranch::Diagnosis::Compiled.for(UpperBranch::Workshop::Machine.new(CATALOGUE, family: "car-one"))
    mask = compiled.masks.each.find { |row| row.name.include?("lean main") }
    jet = compiled.index("main-jet-blocked")
    table = compiled.table(CATALOGUE.symptom("bog-stays"))
    expect(table.sum(jet)).to be > 0.5
    expect(table.sum(mask.swap[jet])).to eq 0
  end

  it "couples a rusty tank with grit: together they are likelier than by chance" do
    believed = posterior(job("car-one", seen("flood-vent"), seen("trouble-returns")))
    pair = believed.sets(400).find { |row| row.faults == %w[needle-grit tank-rust] }
    expect(pair.probability).to be > 0.05
  end

  it "counts a finding under conditions it does not belong to for little" do
    rough_ground = posterior(job("slide", seen("turn-stumble", "rough-ground"))).all_now["bounce"]
    level_ground = posterior(job("slide", seen("turn-stumble", "light-throttle"))).all_now["bounce"]
    expect(rough_ground).to be > level_ground * 3
  end

  it "says how much was left out of the reckoning" do
    expect(posterior(job("car-one", *press)).neglected).to be_between(0, 1)
    expect(posterior(job("car-one", *press), size: 4).neglected).to be < posterior(job("car-one", *press)).neglected
  end

  it "blames a fault that explains a finding more than one that is merely common" do
    blame = posterior(job("car-one", seen("hesitation"), found("pump-shot", "weak"))).blame
    expect(blame["pump-cup"]).to be > 0.2
    expect(blame["fuel-stale"]).to be < 0.02
  end
end

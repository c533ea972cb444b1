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

  # A check that always shows one of its words (it has no healthy one) says nothing by showing any.
  it "holds what is outside the catalogue as likely after a check without a healthy word" do
    asked = CATALOGUE.families.flat_map do |family|
      machine = job(family["id"]).machine
      machine.checks.select { |check| check.normal.nil? }.map do |check|
        words = check.outcomes.keys - check.neutral
        outside = words.map { |word| evidence(job(family["id"], found(check.id, word))).last.outside }
        expect(outside.sum).to be_within(1e-9).of(1)
        check.id
      end
    end
    expect(asked).not_to be_empty
  end

  def evidence(known)
    UpperBranch::Diagnosis::Evidence.of(known, UpperBranch::Diagnosis::Compiled.for(known.machine))
  end

  # What the shop itself looked for, after its repair or in a log, is no layman's word.
  it "takes a complaint that the shop has seen again as seen, and one that was asked for again as told" do
    lay = CATALOGUE.symptom("plug-sooty")
    expect(lay.told_falsely).to be > CATALOGUE.scale["evidence"]["seen_again"]
    first = job("car-one", seen("plug-sooty"))
    again = job("car-one", seen("plug-sooty"), repaired("filter-dirty"), seen("plug-sooty"))
    asked = job("car-one", seen("plug-sooty"), repaired("filter-dirty"), asked("plug-sooty", "present"))
    falsely = [first, again, asked].map { |known| evidence(known).last.falsely }
    expect(falsely).to eq [lay.told_falsely, CATALOGUE.scale["evidence"]["seen_again"], lay.told_falsely]
  end

  it "takes no evidence from a pump shot on a bowl that was not full" do
    with =
      posterior(job("car-one", seen("hesitation"), stands(engine: "warm"), found("pump-shot", "bowl-not-full"))).all_now
    expect(with["pump-cup"]).to be_within(1e-12).of(posterior(job("car-one", seen("hesitation"))).all_now["pump-cup"])
  end

  it "counts an occurrence once: complaint and check of the same thing are two observers of it" do
    told = posterior(job("car-one", seen("flood-booster"))).all_now
    both = posterior(job("car-one", seen("flood-booster"), found("booster-dry", "drips"))).all_now
    alone = posterior(job("car-one", found("booster-dry", "drips"))).all_now
    told.each_key { |id| expect(both[id]).to be_within(0.02).of([told[id], alone[id]].max) }
  end

  it "keeps a complaint, and all its causes, that a check could not show again" do
    told = posterior(job("car-one", seen("hesitation")))
    normal = posterior(job("car-one", seen("hesitation"), found("snap-slow", "both-smooth")))
    expect(normal.sets(6).find { |row| row.faults.empty? && !row.outside }&.probability.to_f).to be < 0.2
    %w[advance-stuck pump-cup pump-linkage].each do |id|
      expect(normal.now(id)).to be > told.now(id) * 0.7
    end
  end

  it "lets a stone-cold complaint stand when it is tried warm" do
    told = posterior(job("car-one", seen("hesitation", "stone-cold"))).now("pump-cup")
    warm = posterior(job("car-one", seen("hesitation", "stone-cold"),
                         found("snap-slow", "both-smooth"))).now("pump-cup")
    expect(warm).to be_within(0.01).of(told)
  end

  it "takes a defect seen as a fact, whatever its prior, and several beside one another" do
    facts = job("car-one", seen("fade-wot"), found("filter", "reversed", "dirty"), found("shaft-play", "worn"))
    believed = posterior(facts)
    expect(%w[filter-reversed filter-dirty shaft-worn].map { |id| believed.now(id) }).to all(be > 0.99)
    expect(believed.sets(1).first.faults).to include("filter-reversed", "filter-dirty", "shaft-worn")
    said = UpperBranch::Diagnosis::WeightOfEvidence.new(believed).of("filter-reversed")
    expect(said.reasons.map(&:decibans).max).to be > 30
  end

  it "is not moved by a later look that denies a defect: that is asked about" do
    found_it = posterior(job("car-two", seen("fade-wot"), found("filter", "reversed")))
    denied = posterior(job("car-two", seen("fade-wot"), found("filter", "reversed"), found("filter", "clean")))
    expect(denied.now("filter-reversed")).to be_within(1e-9).of(found_it.now("filter-reversed"))
    expect(denied.outside).to be_within(0.005).of(found_it.outside)
  end

  it "takes back what a struck defect led to" do
    struck = job("car-one", seen("fade-wot"), found("filter", "reversed"), struck("3"))
    plain = job("car-one", seen("fade-wot"))
    posterior(struck).all_now.each { |id, p| expect(p).to be_within(1e-12).of(posterior(plain).now(id)) }
  end

  it "takes a reading far beyond its limit as a fact, one at the limit as a mixture" do
    expect(job("car-one", read("fuel-pressure", 9.5, "psi")).defects.map(&:fault)).to eq ["pressure-high"]
    expect(job("car-one", read("fuel-pressure", 6.1, "psi")).defects).to be_empty
  end

  it "takes the latest of two results of one check" do
    repeated = posterior(job("car-one", found("hold-test", "weeps"), found("hold-test", "holds"))).all_now
    expect(repeated["needle-grit"]).to be_within(1e-12).of(
      posterior(job("car-one", found("hold-test", "holds"))).all_now["needle-grit"]
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

  it "couples by evidence: rust found raises grit, a rusty tank that is merely possible does not" do
    plain = posterior(job("car-one", seen("flood-vent"))).now("needle-grit")
    other = posterior(job("car-one", seen("flood-vent"), seen("oil-fumes"))).now("needle-grit")
    rusty = posterior(job("car-one", seen("flood-vent"), found("bowl-look", "rust-or-sand"))).now("needle-grit")
    expect(other).to be_within(0.02).of(plain)
    expect(rusty).to be > plain * 1.6
  end

  it "couples a ringed tip with a burred port" do
    told = job("car-one", seen("screw-far-out"))
    ringed = job("car-one", seen("screw-far-out"), found("screw-count", "far-out"), found("screw-tip", "ringed"))
    expect(posterior(ringed).now("port-burred")).to be > 3 * posterior(told).now("port-burred")
  end

  it "counts a finding under conditions it does not belong to for little" do
    rough_ground = posterior(job("slide", seen("turn-stumble", "rough-ground"))).all_now["bounce"]
    level_ground = posterior(job("slide", seen("turn-stumble", "braking-turns"))).all_now["bounce"]
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

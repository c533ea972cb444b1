# frozen_string_literal: true

RSpec.describe UpperBranch::Workshop::Machine do
  def machine(**options) = described_class.new(CATALOGUE, family: "car-one", **options)

  it "presets its features by family and lets one be switched off" do
    expect(machine.faults.map(&:id)).to include("power-torn")
    expect(machine(features: { "power-valve" => false }).faults.map(&:id)).not_to include("power-torn")
  end

  it "gains faults and checks with a feature switched on" do
    with = machine(features: { "fuel-cut-solenoid" => true })
    expect(with.fault("solenoid-dead")).not_to be_nil
    expect(with.check("solenoid")).not_to be_nil
    expect(machine.check("solenoid")).to be_nil
  end

  it "has no float faults on a diaphragm carburetor and no governor on a car" do
    diaphragm = described_class.new(CATALOGUE, family: "diaphragm")
    expect(diaphragm.faults.map(&:id)).not_to include("float-sunk", "needle-grit")
    expect(machine.faults.map(&:id)).not_to include("governor-bound", "H-in")
  end

  it "reaches what its family lets one reach from outside" do
    expect(CATALOGUE.check("idle-jet-through").states).to eq ["apart"]
    progressive = described_class.new(CATALOGUE, family: "progressive-two")
    expect(progressive.check("idle-jet-through").states).to eq ["S"]
    plan = UpperBranch::Workshop::Repairs.find(progressive, "idle-jet-blocked")
    expect(plan.state).to eq "S"
    expect(UpperBranch::Workshop::Repairs.find(machine, "idle-jet-blocked").state).to eq "open"
    expect(UpperBranch::Workshop::Repairs.find(machine, "idle-passage-blocked").state).to eq "apart"
  end

  it "reaches what its features let one reach, before what its family does" do
    plain = machine
    fitted = machine(features: { "outside-inlet" => true })
    expect(plain.check("needle-look").states).to eq ["open"]
    expect(fitted.check("needle-look").states).to eq ["S"]
    expect(fitted.access_to(fitted.check("needle-look"))).to include "fitting outside"
    expect(UpperBranch::Workshop::Repairs.find(fitted, "needle-worn").state).to eq "S"
  end

  # Neither a look nor a repair may ask for more than its own opening does (common sense, no source).
  it "never makes a look or a repair dearer than taking it apart" do
    CATALOGUE.families.each do |family|
      one = described_class.new(CATALOGUE, family: family["id"])
      ways = UpperBranch::Workshop::Transitions.for(one.family, CATALOGUE)
      start = UpperBranch::Workshop::BenchState.new(engine: "warm")
      cost = ->(states) { ways.nearest(start, states).first }
      (CATALOGUE.book.families.feature_access + (family["access"] || [])).each do |way|
        Array(way["checks"]).each do |id|
          usual = CATALOGUE.check(id)
          most = [cost[usual.states], cost[["apart"]]].max # a screen under a cover is not a screen in a nut
          dearer = cost[[way["state"]]] + (way["minutes"] || usual.minutes) > most + usual.minutes
          expect(dearer).to be(false), "#{id} on #{family['id']}: #{way['says']}"
        end
        Array(way["faults"]).filter_map { |id| one.fault(id) }.each do |fault|
          usual = CATALOGUE.repair_kind(fault.repair)["state"]
          most = [cost[[usual]], cost[["apart"]]].max
          expect(cost[[way["state"]]]).to be <= most, "#{fault.id} on #{family['id']}"
        end
      end
    end
  end

  it "looks and mends where the trade does, by family (common practice, no source)" do
    at = ->(family, check) { described_class.new(CATALOGUE, family: family).check(check).states }
    expect(at["four-block", "seat-seal"]).to eq ["S"]
    expect(at["side-twin", "main-jet-through"]).to eq ["S"]
    expect(at["slide", "needle-jet"]).to eq ["S"]
    expect(at["small-float", "main-jet-through"]).to eq ["open"]
    plan = UpperBranch::Workshop::Repairs.find(described_class.new(CATALOGUE, family: "aero-updraft"), "fitting-leak")
    expect(plan.refers?).to be true
  end

  it "names what a bench lacks, by the tools the shop's ways ask for" do
    bare = machine(lacks: ["voltmeter"])
    expect(bare.missing_tools(bare.check("primary-volts"))).to eq ["voltmeter"]
    expect(bare.missing_tools(bare.check("filter"))).to be_empty
    expect { machine(lacks: ["wand"]) }.to raise_error(UpperBranch::Invalid) do |error|
      expect(error.field).to eq "lacks"
    end
  end

  it "has a main screw, a slosh cup, a by-pass or a bare competition body only where it was said" do
    fitted =
      machine(
        features: {
          "adjustable-main" => true,
          "slosh-cup" => true,
          "idle-bypass" => true,
          "no-progression" => true
        }
      )
    expect(fitted.faults.map(&:id)).to include(
      "main-screw-in",
      "main-screw-out",
      "slosh-cup-out",
      "bypass-fouled",
      "no-progression-holes"
    )
    expect(machine.faults.map(&:id)).not_to include(
      "main-screw-in",
      "slosh-cup-out",
      "bypass-fouled",
      "no-progression-holes"
    )
  end

  it "knows a condition as present, absent or unknown" do
    expect(machine(context: { "age" => "old" }).condition("old")).to be true
    expect(machine(context: { "age" => "recent" }).condition("old")).to be false
    expect(machine.condition("old")).to be_nil
  end

  it "names the field of a word it does not know" do
    expect { described_class.new(CATALOGUE, family: "steam") }.to raise_error(UpperBranch::Invalid) do |e|
      expect(e.field).to eq "family"
    end
    expect { machine(context: { "age" => "ancient" }) }.to raise_error(UpperBranch::Invalid) do |e|
      expect(e.field).to eq "context/age"
    end
    expect { machine(features: { "wings" => true }) }.to raise_error(UpperBranch::Invalid) do |e|
      expect(e.field).to eq "features/wings"
    end
    expect { machine(work: ["painted"]) }.to raise_error(UpperBranch::Invalid) { |e| expect(e.field).to eq "work" }
  end

  describe "priors" do
    def prior(fault, **options)
      given = machine(**options)
      UpperBranch::Diagnosis::Priors.new(given).of(given.fault(fault))
    end

    it "hold where the condition holds, one step lower unknown, two steps lower absent" do
      expect(prior("pump-cup", context: { "age" => "old" })).to be_within(1e-12).of(0.06)
      expect(prior("pump-cup")).to be_within(1e-12).of(0.025)
      expect(prior("pump-cup", context: { "age" => "recent" })).to be_within(1e-12).of(0.01)
    end

    it "multiply the odds of faults named for the work done last by 8, others of its circuit by 2" do
      odds = ->(p) { p / (1 - p) }
      expect(odds.call(prior("pressure-high", work: ["fuel-pump-changed"])) / odds.call(0.025)).to be_within(1e-9).of(8)
      expect(odds.call(prior("cap-blocked", work: ["fuel-pump-changed"])) / odds.call(0.025)).to be_within(1e-9).of(2)
    end

    it "lie strictly inside (0, 1) for every family and every answer" do
      CATALOGUE.families.each do |family|
        CATALOGUE.questions.each do |question|
          question["options"].each do |option|
            given =
              described_class.new(
                CATALOGUE,
                family: family["id"],
                context: {
                  question["id"] => option["id"]
                },
                work: CATALOGUE.work.map { |row| row["id"] }
              )
            priors = UpperBranch::Diagnosis::Priors.new(given)
            expect(given.faults.map { |fault| priors.of(fault) }).to all(be_between(1e-6, 0.9))
          end
        end
      end
    end
  end
end

# frozen_string_literal: true

RSpec.describe UpperBranch::Workshop::OrderingRules do
  def hold(job, check, *telling)
    checks = telling.map { |id| CATALOGUE.check(id) }
    described_class.new(job).hold(CATALOGUE.check(check), checks)
  end

  let(:rough) { job("car-one", seen("rough-idle")) }

  it "holds a running check back for a stone-cold one that still tells, while it is cold" do
    expect(hold(rough, "idle-speed", "choke-cold").instead.map(&:id)).to eq ["choke-cold"]
    expect(hold(rough, "idle-speed", "filter")).to be_nil
    expect(hold(job("car-one", seen("rough-idle"), stands(engine: "warm")), "idle-speed", "choke-cold")).to be_nil
  end

  # Common practice, no source: what is lost with the first start of the day comes back with a night's cooling only.
  it "waits for no stone-cold check once it has run, and does again when it has stood cold" do
    ran = [seen("rough-idle"), stands(engine: "running")]
    expect(hold(job("car-one", *ran), "idle-speed", "choke-cold")).to be_nil
    expect(hold(job("car-one", *ran, stands(engine: "warm")), "idle-speed", "choke-cold")).to be_nil
    tomorrow = job("car-one", *ran, stands(engine: "cold"))
    expect(hold(tomorrow, "idle-speed", "choke-cold").instead.map(&:id)).to eq ["choke-cold"]
  end

  it "holds opening back until one check of spark and one of supply is done" do
    warm = job("car-one", seen("rough-idle"), stands(engine: "warm"))
    expect(hold(warm, "bowl-look", "spark", "filter").instead.map(&:id)).to contain_exactly("spark", "filter")
    cleared =
      job("car-one", seen("rough-idle"), stands(engine: "warm"), found("spark", "strong"), found("filter", "clean"))
    expect(hold(cleared, "bowl-look", "points-plugs")).to be_nil
  end

  it "lets a job that begins on the bench without a complaint be traced from there" do
    bench = job("car-one", found("needle-look", "grit"))
    expect(hold(bench, "seat-look", "spark", "filter")).to be_nil
  end

  it "has the screws counted before the carburetor comes off" do
    cleared =
      job("car-one", seen("rough-idle"), stands(engine: "warm"), found("spark", "strong"), found("filter", "clean"))
    expect(hold(cleared, "passage-blow", "screw-count", "stop-turns").rule["id"]).to eq "record-first"
  end

  it "wants the choke open and no leak before the mixture is judged" do
    warm = job("car-one", seen("rough-idle"), stands(engine: "running"))
    expect(hold(warm, "mixture-sweep", "choke-hot", "leak-spray").says).to include("fully warm")
    expect(hold(warm, "idle-vacuum", "choke-hot")).to be_nil
  end

  describe "before anything is cleaned" do
    let(:strip) { UpperBranch::Workshop::Repairs.find(rough.machine, "full-strip-clean-kit") }

    def before(plan, *worth)
      described_class.new(rough).hold_repair(plan, worth.map { |id| CATALOGUE.check(id) })
    end

    it "puts the drip and tap tests and the first look before a repair that wipes them out" do
      expect(before(strip, "hold-test", "spark").instead.map(&:id)).to eq ["hold-test"]
      expect(before(strip, "bowl-look").says).to include("before anything is cleaned")
    end

    it "holds nothing back when they would tell nothing, or when the repair cleans nothing" do
      expect(before(strip, "spark")).to be_nil
      tune = UpperBranch::Workshop::Repairs.find(rough.machine, "tune")
      expect(before(tune, "hold-test")).to be_nil
    end
  end

  describe "varnish" do
    def varnished(family, context)
      job(family, found("bowl-look", "varnish"), context: context)
    end

    it "offers strip, clean and kit outright when it stood and smells of varnish" do
      step =
        UpperBranch::Planning::NextStep.of(
          varnished("small-float", { "stood" => "months" }),
          UpperBranch::Diagnosis::Posterior.of(varnished("small-float", { "stood" => "months" }))
        )
      expect(step.reason).to include("varnish").or include("cleaned")
      expect(
        described_class.new(varnished("small-float", { "stood" => "months" })).outright["repair"]
      ).to eq "full-strip-clean-kit"
    end

    it "does not when it was in use, nor where the inside is for a licensed mechanic" do
      expect(described_class.new(varnished("small-float", { "stood" => "in-use" })).outright).to be_nil
      aero = job("aero-updraft", found("fuel-quality", "varnish"), context: { "stood" => "months" })
      expect(described_class.new(aero).outright).to be_nil
    end
  end

  it "blocks running checks while it does not start, and says so" do
    dead = described_class.new(job("car-one", seen("no-start")))
    expect(dead.blocking(CATALOGUE.check("idle-vacuum"))).to include("does not start")
    expect(dead.blocking(CATALOGUE.check("spark"))).to be_nil
    expect(dead.blocking(CATALOGUE.check("hold-test"))).to be_nil
  end
end

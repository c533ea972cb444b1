# frozen_string_literal: true

RSpec.describe UpperBranch::Workshop::Gates do
  def turning(*entries, family: "car-one") = described_class.new(job(family, *entries)).turning

  # Common practice, no source: no engine is cranked while fuel runs out of it, whatever is known of the cause.
  it "lets nobody turn an engine that fuel runs out of until that is mended and made safe again" do
    leaking = [seen("leak-outside"), safe("fuel-out")]
    expect(turning(seen("hesitation"))).to be_nil
    expect(turning(*leaking)).to include("Fuel is running out")
    expect(turning(*leaking, repaired("bowl-gasket"))).to include("Fuel is running out")
    expect(turning(*leaking, repaired("bowl-gasket"), safe("fuel-out"))).to be_nil
  end

  it "asks for the propeller before an aircraft engine is turned, and only once" do
    expect(turning(seen("runs-rich"), family: "aero-updraft")).to include("propeller")
    expect(turning(seen("runs-rich"), safe("propeller"), family: "aero-updraft")).to be_nil
  end

  it "holds a locked engine, and lets one go that was turned over by hand" do
    expect(turning(seen("crank-locked"))).to include("locked")
    expect(turning(seen("crank-locked"), safe("locked"))).to be_nil
  end

  it "lets the starter go once the oil was looked at and is right, and not by another sound look" do
    thin = [seen("oil-dilution"), found("oil-level", "high-smells-of-fuel")]
    expect(turning(*thin)).to include("Fuel is in the oil")
    expect(turning(*thin, found("filter", "clean"))).to include("Fuel is in the oil")
    expect(turning(*thin, found("oil-level", "right"))).to be_nil
    expect(turning(*thin, found("oil-level", "right"), found("oil-level", "high-smells-of-fuel"))).not_to be_nil
  end

  it "is not settled by another bad answer of the look that raised it" do
    wet = [seen("hesitation"), found("wet-map", "vent"), safe("fuel-out")]
    expect(turning(*wet, found("wet-map", "shaft"))).to include("Fuel is running out")
    expect(turning(*wet, found("wet-map", "dry"))).to be_nil
  end

  describe "by what a step can do" do
    def gates(*entries, family: "car-one") = described_class.new(job(family, *entries))

    # Every check that could draw a spark, in whatever state it is done.
    it "draws no spark while fuel runs out, in any family, until that is mended" do
      CATALOGUE.families.each do |family|
        known = job(family["id"], seen("leak-outside"), safe("fuel-out"))
        sparking = known.machine.checks.select { |check| check.hazards.include?("spark-near-fuel") }
        refused = sparking.select { |check| described_class.new(known).blocking(check) }
        expect([family["id"], sparking - refused]).to eq [family["id"], []]
      end
      expect(CATALOGUE.checks.count { |check| check.hazards.include?("spark-near-fuel") }).to be_positive
    end

    it "holds a step that is no check back by its hazards alone" do
      leaking = gates(seen("leak-outside"), safe("fuel-out"))
      expect(leaking.held(["open"], hazards: ["spark-near-fuel"])["id"]).to eq "fuel-out"
      expect(leaking.held(["open"])).to be_nil
      expect(gates(seen("hesitation")).held(["open"], hazards: ["spark-near-fuel"])).to be_nil
      mended = gates(seen("leak-outside"), safe("fuel-out"), repaired("bowl-gasket"))
      expect(mended.held(["open"], hazards: ["spark-near-fuel"])).to be_nil
    end
  end
end

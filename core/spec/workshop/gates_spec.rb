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
end

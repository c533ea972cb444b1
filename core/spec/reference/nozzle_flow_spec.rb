# frozen_string_literal: true

# Source: NACA Report 1135 (1953), Equations, Tables and Charts for Compressible Flow: critical pressure ratio of air
# 0.5283; choked mass flow through a nozzle at 101.325 kPa and 288.15 K is 241.3 kg/(s m2) (mass-flow parameter 0.04042
# sqrt(K) s/m for air).
RSpec.describe UpperBranch::Measuring::Air do
  it "chokes at 0.528 of the pressure before it" do
    expect(described_class.const_get(:CRITICAL)).to be_within(0.00005).of(0.5283)
  end

  it "passes what the mass-flow parameter of air gives when choked" do
    flow = described_class.leak(1.0, 101_325, 10_000, 288.15, 1.0)
    expect(flow).to be_within(0.3).of(0.040418 * 101_325 / Math.sqrt(288.15))
  end

  it "passes no more however deep the vacuum, once choked" do
    flows = [50_000, 30_000, 1_000].map { |inside| described_class.leak(1e-6, 101_325, inside, 288.15, 0.6) }
    expect(flows.uniq.size).to eq 1
  end

  it "agrees with Bernoulli for a small drop (second derivation)" do
    drop = 50.0
    density = described_class.density(101_325, 288.15)
    expect(described_class.leak(1e-6, 101_325, 101_325 - drop, 288.15, 1.0)).to be_within(1e-8).of(
      1e-6 * Math.sqrt(2 * drop * density)
    )
  end
end

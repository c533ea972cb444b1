# frozen_string_literal: true

RSpec.describe UpperBranch::Diagnosis::WeightOfEvidence do
  let(:hesitating) do
    job("car-one", seen("hesitation"), found("pump-shot", "strong-at-once"), found("filter", "clean"))
  end
  let(:weights) { described_class.new(posterior(hesitating)) }

  it "adds up from the prior to the posterior odds" do
    account = weights.of("pump-cup")
    expect(account.prior + account.reasons.sum(&:decibans) + account.together).to be_within(1e-9).of(account.posterior)
  end

  it "speaks for with the complaint and against with a strong shot" do
    reasons = weights.of("pump-cup").reasons.to_h { |reason| [reason.entry, reason.decibans] }
    expect(reasons["2"]).to be > 3
    expect(reasons["3"]).to be < -8
    expect(reasons["4"]).to be_within(1e-9).of(0)
  end

  it "is ten times the logarithm of the likelihood ratio: 10 to 1 is 10 decibans" do
    expect(described_class.decibans(10.0 / 11)).to be_within(1e-9).of(10)
  end

  it "is put into words with the effect that carries it" do
    said = UpperBranch::Diagnosis::Reasons.new(hesitating, posterior(hesitating)).of("pump-cup")
    expect(said[:for].first[:says]).to include("gives no or little fuel as the throttle opens")
    expect(said[:against].first[:says]).to eq "Pump shot: strong, at once speaks against it"
  end
end

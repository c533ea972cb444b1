# frozen_string_literal: true

RSpec.describe UpperBranch::Measuring::Reading do
  def judge(check, **data) = described_class.judge(CATALOGUE.check(check).reading, data.transform_keys(&:to_s))

  it "gives a clear word away from the limits and is too close to call on one" do
    expect(judge("fuel-pressure", value: 4.0, unit: "psi").chances["in-range"]).to be > 0.999
    on_the_limit = judge("fuel-pressure", value: 6.0, unit: "psi")
    expect(on_the_limit.chances["high"]).to be_within(1e-9).of(0.5)
    expect(on_the_limit.too_close?(0.9)).to be true
  end

  it "takes another unit for the same word" do
    expect(judge("fuel-pressure", value: 62.0, unit: "kPa").word).to eq "high"
    expect(judge("shaft-play", value: 1.0 / 32, unit: "in").word).to eq "reject"
  end

  it "always shares out exactly one" do
    PropCheck.forall(value: PropCheck::Generators.real_float) do |value:|
      next unless value.finite? && value.between?(0, 30)

      expect(judge("fuel-pressure", value: value, unit: "psi").chances.values.sum).to be_within(1e-12).of(1)
    end
  end

  it "is surer with a finer instrument" do
    coarse = judge("fuel-pressure", value: 6.4, unit: "psi", resolution: 1)
    fine = judge("fuel-pressure", value: 6.4, unit: "psi", resolution: 0.1)
    expect(fine.chances["high"]).to be > coarse.chances["high"]
  end

  it "refuses a wrong unit, a number that cannot be, and what is no number, each at its field" do
    {
      { value: 4, unit: "rpm" } => "reading/unit",
      { value: 400, unit: "psi" } => "reading/value",
      { value: "four", unit: "psi" } => "reading/value",
      { value: Float::NAN, unit: "psi" } => "reading/value",
      { value: -3, unit: "psi" } => "reading/value",
      { value: 4, unit: "psi", resolution: 0 } => "reading/resolution"
    }.each do |data, field|
      expect { judge("fuel-pressure", **data) }.to raise_error(UpperBranch::Invalid) { |e| expect(e.field).to eq field }
    end
  end

  # Source: JCGM 106:2012, worked example of a Zener diode's breakdown voltage (figures from memory): estimate -5.47 V,
  # standard uncertainty 0.05 V, upper limit -5.40 V, conformance probability 92 %.
  it "agrees with the worked example of JCGM 106" do
    rule = {
      "name" => "Breakdown voltage",
      "unit" => "V",
      "units" => ["V"],
      "resolution" => 0,
      "repeatability" => 0.05,
      "physical" => [-10, 0],
      "cuts" => [-5.40],
      "words" => %w[conforming not]
    }
    expect(described_class.judge(rule, { "value" => -5.47, "unit" => "V" }).chances["conforming"]).to be_within(
      0.001
    ).of(0.919)
  end

  # Source: JCGM 100:2008 (GUM), 4.3.7 and F.2.2.1: a resolution d contributes d / sqrt(12).
  it "takes the resolution as a rectangle" do
    rule = {
      "name" => "x",
      "unit" => "V",
      "units" => ["V"],
      "resolution" => 1,
      "repeatability" => 0,
      "physical" => [0, 9],
      "cuts" => [5],
      "words" => %w[low high]
    }
    expect(described_class.judge(rule, { "value" => 4.0, "unit" => "V" }).uncertainty).to be_within(1e-12).of(
      0.288675134594813
    )
  end
end

# frozen_string_literal: true

# Published source: NIST Special Publication 811, appendix B (conversion factors).
RSpec.describe "Unit conversions against NIST SP 811" do
  {
    [1, "psi", "kPa"] => 6.894757,
    [1, "inHg", "kPa"] => 3.386389,
    [1, "in", "mm"] => 25.4,
    [1, "bar", "kPa"] => 100.0,
    [1, "mmHg", "kPa"] => 0.1333224,
    [1, "thou", "mm"] => 0.0254
  }.each do |(value, from, to), expected|
    it "#{value} #{from} is #{expected} #{to}" do
      expect(UpperBranch::Measuring::Units.convert(value, from, to)).to be_within(expected * 1e-4).of(expected)
    end
  end

  # Common practice, no source: 5.5, 6, 7, 8 and 9 psi are 38, 41, 48, 55 and 62 kPa.
  it "rounds as the trade does" do
    expect([5.5, 6, 7, 8, 9].map { |psi| UpperBranch::Measuring::Units.convert(psi, "psi", "kPa").round }).to eq [
      38,
      41,
      48,
      55,
      62
    ]
  end

  it "does not turn turns into anything" do
    expect { UpperBranch::Measuring::Units.convert(1, "turns", "mm") }.to raise_error(ArgumentError)
  end
end

# frozen_string_literal: true

RSpec.describe UpperBranch::Measuring::Words do
  it "writes numbers as people do: no powers of ten for a speed" do
    { 12_500 => "12500", 12_345.6 => "12350", 9999.6 => "10000", 104_000 => "104000", -12_500 => "-12500", 0.8 => "0.8",
      1.25 => "1.25", 700.0 => "700", 2_000_000 => "2000000", 0 => "0", 0.00012 => "0.00012" }.each do |value, words|
      expect(described_class.number(value)).to eq(words)
    end
  end
end

# frozen_string_literal: true

RSpec.describe UpperBranch::Diagnosis::Forecast do
  let(:believed) { posterior(job("car-one", seen("hesitation"), seen("rough-idle"))) }
  let(:rows) { believed.rows(120) }
  let(:forecast) { described_class.new(believed.compiled, believed.machine.checks, rows.masked, rows.probability) }

  it "says of every check what its own table says" do
    believed.machine.checks.each do |check|
      spread = believed.compiled.table(check).distribution(rows.masked)
      forecast.chances(check).each do |word, chance|
        expect(chance).to be_within(1e-9).of((spread[word == check.normal ? :normal : word] * rows.probability).sum),
                          "#{check.id} #{word}"
      end
    end
  end

  it "shares out exactly one over the words of every check" do
    believed.machine.checks.each { |check| expect(forecast.chances(check).values.sum).to be_within(1e-9).of(1) }
  end

  it "gains no less than nothing and no more than the outcome's own entropy" do
    believed.machine.checks.each do |check|
      entropy = forecast.chances(check).values.sum { |p| p.positive? ? -p * Math.log2(p) : 0 }
      expect(forecast.gain(check)).to be_between(0, entropy + 1e-9)
    end
  end

  it "gains most from what bears on the complaint" do
    expect(forecast.gain(CATALOGUE.check("pump-shot"))).to be > forecast.gain(CATALOGUE.check("fuel-pressure")) * 3
  end
end

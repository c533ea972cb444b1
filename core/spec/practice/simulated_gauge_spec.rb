# frozen_string_literal: true

RSpec.describe UpperBranch::Practice::SimulatedGauge do
  it "shows the same for the same signal, seed and time, and never stands quite still" do
    one = described_class.new("steady", level: 18, seed: 4)
    expect(one.at(3.2)).to eq described_class.new("steady", level: 18, seed: 4).at(3.2)
    expect((0..40).map { |i| one.at(i / 10.0) }.uniq.size).to be > 30
  end

  it "hands over stretches that follow one another" do
    gauge = described_class.new("flicking", level: 18, seed: 4)
    one, two, both = [[0, 2], [2, 2], [0, 4]].map { |from, seconds| gauge.stretch(from, seconds) }
    expect(one[:values] + two[:values]).to eq both[:values]
    expect(one.slice(:interval, :from).merge(count: one[:values].size)).to eq(interval: 0.025, from: 0.0, count: 80)
  end

  it "keeps within reason of its level" do
    described_class::SIGNALS.each_key do |signal|
      values = (0..600).map { |i| described_class.new(signal, level: 18).at(i / 10.0) }
      expect(values.minmax.first).to be > 12
      expect(values.minmax.last).to be < 21
    end
  end

  it "knows no other signal" do
    expect { described_class.new("jumping", level: 1) }.to raise_error(UpperBranch::Invalid, /steady, drifting/)
  end
end

# frozen_string_literal: true

RSpec.describe UpperBranch::Practice::SimulatedGauge do
  def gauge(kind, signal, **more) = described_class.new(CATALOGUE, kind, signal, **more)
  def values(kind, signal, seconds = 60) = gauge(kind, signal).stretch(0, seconds)[:values]
  def spread(list) = list.max - list.min
  def mean(list) = list.sum / list.size

  it "shows the same for the same signal, seed and time, and never stands quite still" do
    one = gauge("vacuum", "steady", seed: 4).stretch(3, 2)
    expect(one).to eq gauge("vacuum", "steady", seed: 4).stretch(3, 2)
    expect(gauge("vacuum", "steady", seed: 5).stretch(3, 2)).not_to eq one
    expect(one[:values].uniq.size).to be > 30
    expect(one.slice(:interval, :from, :unit)).to eq(interval: 0.025, from: 3.0, unit: "inHg")
  end

  it "hands over stretches that follow one another, and begins anew after a minute" do
    parts = [[0, 2], [2, 2], [0, 4]].map do |from, seconds|
      gauge("tachometer", "flicking").stretch(from, seconds)[:values]
    end
    expect(parts[0] + parts[1]).to eq parts[2]
    engine = gauge("tachometer", "steady")
    expect(engine.stretch(59, 2)[:values].last(40)).to all(be_between(700, 820))
  end

  # Common practice, no source: 17 to 20 inHg and about 750 rpm at idle, 3 to 6 psi at the inlet of such an engine.
  it "reads what such an engine reads at idle" do
    expect(mean(values("vacuum", "steady"))).to be_between(17, 20)
    expect(mean(values("tachometer", "steady"))).to be_between(720, 790)
    expect(mean(values("pressure", "steady"))).to be_between(3, 6)
  end

  it "drifts, flicks and hunts as the engine does" do
    steady, drifting, flicking, hunting = %w[steady drifting flicking hunting].map { |signal| values("vacuum", signal) }
    expect(mean(drifting.first(200)) - mean(drifting.last(200))).to be_within(10).of(0)
    expect((mean(drifting.first(200)) - mean(drifting.last(200))).abs).to be > 0.5
    expect(spread(flicking.last(400))).to be > 1.5 * spread(steady.last(400))
    swings = hunting.last(1600).each_slice(8).map { |part| mean(part) }
    expect(spread(swings)).to be > 0.6
  end

  it "knows no other signal and no other gauge" do
    expect { gauge("vacuum", "jumping") }.to raise_error(UpperBranch::Invalid, /steady, drifting/)
    expect { gauge("barometer", "steady") }.to raise_error(UpperBranch::Invalid, /vacuum, pressure/)
  end
end

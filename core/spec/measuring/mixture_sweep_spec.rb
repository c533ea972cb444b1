# frozen_string_literal: true

# The sweep of a mixture screw as a robust regression: against its published definition, the normal table, and many
# seeded sweeps.
RSpec.describe UpperBranch::Measuring::MixtureSweep do
  # Parabola with its top at `peak`, as high as `top`, bent by `bend` a turn squared.
  def parabola(turns, peak:, top: 700.0, bend: 60.0) = turns.map { |turn| top - (bend * ((turn - peak)**2)) }

  def sweep(turns, values, noise: 2.0) = described_class.new(turns, values, noise: noise)

  def normal(chance) = Math.sqrt(-2 * Math.log(1 - chance.rand)) * Math.cos(2 * Math::PI * chance.rand)

  uneven = [0.4, 0.75, 1.0, 1.5, 1.75, 2.5, 3.1].freeze

  it "runs through readings that lie on a parabola, wherever they stand" do
    found = sweep(uneven, parabola(uneven, peak: 1.3))
    expect(found.peak).to be_within(1e-9).of(1.3)
    { 0.0 => 700 - (60 * 1.69), 1.3 => 700, 4.0 => 700 - (60 * 7.29) }.each do |turns, value|
      expect(found.at(turns)).to be_within(1e-6).of(value)
    end
    expect(found.range).to be_within(1e-6).of(60 * ((1.8**2) - (0.2**2))) # 1.5 is the nearest step to the peak
    expect(found.scatter).to eq 2.0
    valley = sweep(uneven, parabola(uneven, peak: 1.3, bend: -60.0))
    expect([valley.peak, valley.peak_uncertainty, valley.settings(-1, drop: 20)]).to eq [nil, nil, {}]
  end

  # By another road: how far the peaks of many seeded sweeps scatter.
  it "knows the peak as surely as the peaks of many sweeps agree" do
    turns = (2..14).map { |i| i * 0.25 }
    chance = Random.new(4)
    many = Array.new(600) do
      sweep(turns, parabola(turns, peak: 1.4).map { |value| value + (5 * normal(chance)) }, noise: 15.0)
    end
    peaks = many.map(&:peak)
    mean = peaks.sum / peaks.size
    scatter = Math.sqrt(peaks.sum { |one| (one - mean)**2 } / (peaks.size - 1))
    # told three times the noise that is in them, it is three times as unsure
    expect(many.sum(&:peak_uncertainty) / many.size).to be_within(0.3 * scatter).of(3 * scatter)
    expect(mean).to be_within(0.01).of(1.4)
  end

  # The same with the peak far from the middle of the steps, where height, slope and bend hang together.
  it "knows a peak at one side as surely" do
    turns = [0.5, 0.75, 1.0, 1.25, 1.5, 2.0, 2.5, 3.0, 3.5]
    chance = Random.new(8)
    peaks = Array.new(1500) do
      sweep(turns, parabola(turns, peak: 0.9).map { |value| value + (2 * normal(chance)) }, noise: 12.0).peak
    end
    mean = peaks.sum / peaks.size
    scatter = Math.sqrt(peaks.sum { |one| (one - mean)**2 } / (peaks.size - 1))
    told = sweep(turns, parabola(turns, peak: 0.9), noise: 2.0).peak_uncertainty
    expect(told).to be_within(0.08 * scatter).of(scatter)
  end

  # Tukey's biweight (Rousseeuw and Leroy 1987): at the answer the readings' pulls, each weighted by what is left over,
  # balance for height, slope and bend.
  it "stands where the weighted pulls balance" do
    values = parabola(uneven, peak: 1.3).zip([0.4, -0.7, 5.5, 0.2, -0.3, 40, 0.5]).map(&:sum)
    found = sweep(uneven, values)
    off = uneven.zip(values).map { |turn, value| value - found.at(turn) }
    weights = off.map { |one| [1 - ((one / (4.685 * found.scatter))**2), 0].max**2 }
    expect(weights[5]).to eq 0
    expect(weights[2]).to be_between(0.3, 0.95)
    (0..2).each do |power|
      pulls = uneven.each_index.map { |i| weights[i] * off[i] * (uneven[i]**power) }
      expect(pulls.sum.abs).to be < 0.02 * pulls.sum(&:abs)
    end
  end

  # The cubic of six even steps, [-5, 7, 4, -4, -7, 5], has no height, slope or bend in it (tables of orthogonal
  # polynomials): it is all left over. Middle of the sizes 4, 4, 5, 5, 7, 7; 1.4826 is 1 / 0.6745 of the normal table.
  it "takes the scatter of few readings with a hand" do
    turns = [0.5, 1.0, 1.5, 2.0, 2.5, 3.0]
    cubic = [-5, 7, 4, -4, -7, 5]
    values = parabola(turns, peak: 1.6).zip(cubic).map(&:sum)
    expect(sweep(turns, values, noise: 0.1).scatter).to be_within(0.6).of((1 + (5 / 3.0)) * 5 / 0.6745)
    expect(sweep(turns, values, noise: 50.0).scatter).to eq 50.0
  end

  # Normal table: 0.5 at 0, 0.9 at 1.2816, 0.95 at 1.6449.
  it "calls a screw dead by how the range stands to three times the scatter" do
    turns = [0.5, 1.0, 1.5, 2.0, 2.5]
    flat = ->(range) { sweep(turns, parabola(turns, peak: 1.5, bend: range.to_f), noise: 4.0).chances["flat"] }
    expect(flat.call(3 * 4.0)).to be_within(1e-6).of(0.5)
    expect(flat.call((3 * 4.0) + (1.5 * 4.0 * 1.2816))).to be_within(1e-4).of(0.1)
    expect(flat.call((3 * 4.0) - (1.5 * 4.0 * 1.6449))).to be_within(1e-4).of(0.95)
  end

  it "shares a peak near the end between inside and beyond" do
    turns = [1.0, 1.5, 2.0, 2.5, 3.0]
    at = lambda do |peak|
      found = sweep(turns, parabola(turns, peak: peak, bend: 200.0), noise: 4.0)
      [found.chances.transform_values { |share| share / (1 - found.chances["flat"]) }, found.peak_uncertainty]
    end
    expect(at.call(1.0).first).to include("inside" => be_within(1e-3).of(0.5), "below" => be_within(1e-3).of(0.5))
    expect(at.call(3.0).first).to include("inside" => be_within(1e-3).of(0.5), "above" => be_within(1e-3).of(0.5))
    inside, unsure = at.call(1.02)
    expect(inside["below"]).to be_within(0.02).of(0.5 * Math.erfc(0.02 / unsure / Math.sqrt(2)))
    rising = sweep(turns, turns.map { |turn| 600 + (40 * turn) }).chances
    falling = sweep(turns, turns.map { |turn| 600 - (40 * turn) }).chances
    expect([rising["above"], falling["below"]]).to all be > 0.99
    steep = sweep(turns, turns.map { |turn| 600 + (9 * turn * turn) }).chances # bent upwards, rising
    expect(steep["above"]).to be > 0.99
    expect(sweep(turns, turns.map { |turn| 600 + (9 * ((4 - turn)**2)) }).chances["below"]).to be > 0.99
  end

  # A fall of 20 from a bend of 60 a turn squared lies sqrt(20 / 60) = 0.577 from the peak.
  it "sets by each school, where that was swept" do
    turns = [0.5, 1.0, 1.5, 2.0, 2.5]
    exact = sweep(turns, parabola(turns, peak: 1.5), noise: 6.0)
    expect(exact.settings(-1, drop: 20)).to match(
      "peak" => be_within(1e-6).of(1.5), "drop-by" => be_within(1e-3).of(1.5 - 0.5774),
      "lean-drop-back" => be_within(1e-3).of(1.5 - (Math.sqrt(12 / 60.0) - 0.25))
    )
    expect(exact.settings(1, drop: 20)["drop-by"]).to be_within(1e-3).of(1.5 + 0.5774)
    expect(exact.settings(1, drop: 20, step: 0.5)["lean-drop-back"]).to be_within(1e-6).of(1.5) # a step takes it back
    expect(exact.settings(-1, drop: 70)["drop-by"]).to be_nil
    expect(exact.settings(-1, drop: -5)["drop-by"]).to be_within(1e-6).of(1.5)
  end

  it "asks for the next reading where it tells most" do
    up = [0.5, 0.75, 1.0, 1.25]
    expect(sweep(up, up.map { |turn| 600 + (80 * turn) }).next_turns).to eq 1.5
    expect(sweep(up, up.map { |turn| 600 + (80 * turn) }).next_turns(step: 0.5)).to eq 1.75
    expect(sweep(up, up.map { |turn| 700 - (80 * turn) }).next_turns).to eq 0.25
    low = [0.1, 0.35, 0.6, 0.85]
    expect(sweep(low, low.map { |turn| 700 - (80 * turn) }).next_turns).to eq 0.0
    shut = [0.0, 0.25, 0.5, 0.75]
    expect(sweep(shut, shut.map { |turn| 700 - (80 * turn) }).next_turns).to be_nil
    wide = [0.5, 1.0, 2.0, 3.0]
    unsure = sweep(wide, parabola(wide, peak: 1.7), noise: 30.0)
    expect(unsure.peak_uncertainty).to be > 0.125
    expect(unsure.next_turns).to eq 1.75 # the nearest eighth: 1.75 and 1.625 lie about 1.7
    expect(sweep(wide, parabola(wide, peak: 1.98), noise: 30.0).next_turns).to be_nil # read there already
    expect(sweep(wide, parabola(wide, peak: 1.7), noise: 1.0).next_turns).to be_nil
  end

  # Least median of squares stands up to nearly half of them being wild.
  it "is not moved by a third of wild readings, however many there are" do
    turns = (0..26).map { |i| 0.3 + (i * 0.1) }
    chance = Random.new(9)
    values = parabola(turns, peak: 1.7).each_with_index.map do |value, i|
      (i % 3).zero? ? 400 + (500 * chance.rand) : value + normal(chance)
    end
    expect(sweep(turns, values).peak).to be_within(0.05).of(1.7)
  end

  it "asks for four steps at four places, and a value at each" do
    [[[1, 1.5, 2], [1, 2, 1]], [[1, 1.5, 2, 2.5], [1, 2, 1]]].each do |turns, values|
      expect { sweep(turns, values) }.to raise_error(UpperBranch::Invalid) { |e| expect(e.field).to eq "series/values" }
    end
    expect { sweep([1, 1, 1.5, 2], [1, 1, 2, 1]) }.to raise_error(UpperBranch::Invalid) { |e|
      expect(e.field).to eq "series/turns"
    }
    expect(sweep([1, 1.5, 2, 2.5], [1, 4, 4, 1]).peak).to be_within(1e-9).of(1.75)
  end
end

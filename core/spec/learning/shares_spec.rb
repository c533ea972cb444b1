# frozen_string_literal: true

# Shares and scores, held against what others have published. Values quoted from memory are said to be.
RSpec.describe "Shares that are learned, and how sure they are" do
  # Gelman and others, Bayesian Data Analysis, chapter 2: 437 girls among 980 births of placenta previa; the table of
  # prior means 0.485 worth 100 and 200 births (from memory): 0.450 (0.420 to 0.479) and 0.453 (0.424 to 0.481).
  { 100 => [0.450, 0.420, 0.479], 200 => [0.453, 0.424, 0.481] }.each do |strength, (middle, low, high)|
    it "come to #{middle} where a base of 0.485 is worth #{strength} births" do
      beta = UpperBranch::Learning::Beta.new(base: 0.485, strength: strength, seen: 437, of: 980)
      expect(beta.mean).to be_within(6e-4).of(middle)
      expect(beta.interval.first).to be_within(6e-4).of(low)
      expect(beta.interval.last).to be_within(6e-4).of(high)
    end
  end

  it "stay where they are without an observation, and move the odds by as much as the share" do
    none = UpperBranch::Learning::Beta.new(base: 0.2, strength: 50, seen: 0, of: 0)
    expect([none.mean, none.odds_factor]).to eq [0.2, 1.0]
    some = UpperBranch::Learning::Beta.new(base: 0.2, strength: 10, seen: 8, of: 10)
    expect(some.mean).to eq 0.5 # 2 of 10 and 8 of 10
    expect(some.odds_factor).to be_within(1e-12).of(4) # odds of 1 against odds of a quarter
  end

  # Newcombe, Statistics in Medicine 17 (1998), table 1, the score method (from memory).
  { [81, 263] => [0.2553, 0.3662], [15, 148] => [0.0624, 0.1605], [0, 20] => [0.0, 0.1611],
    [1, 29] => [0.0061, 0.1718] }.each do |(seen, of), (low, high)|
    it "have the published interval: #{seen} of #{of}" do
      interval = UpperBranch::Learning::Proportion.new(seen, of).interval
      expect(interval.first).to be_within(1e-4).of(low)
      expect(interval.last).to be_within(1e-4).of(high)
    end
  end

  it "say nothing of nothing" do
    none = UpperBranch::Learning::Proportion.new(0, 0)
    expect([none.share, none.interval]).to eq [nil, [0.0, 1.0]]
  end

  describe "scored" do
    def calibration(*rankings) = UpperBranch::Learning::Calibration.new(rankings)

    # Rain forecast at 70 %, and it rains: 0.09 for rain and 0.09 for dry, 0.18 in Brier's own form over both (common
    # textbook example, from memory); certain and wrong is 2, certain and right 0.
    it "by Brier's sum over all that could be" do
      expect(calibration([{ "rain" => 0.7, "dry" => 0.3 }, ["rain"]]).brier).to be_within(1e-12).of(0.18)
      expect(calibration([{ "rain" => 1.0 }, ["dry"]]).brier).to eq 2
      expect(calibration([{ "rain" => 1.0 }, ["rain"]]).brier).to eq 0
      expect(calibration.brier).to be_nil
    end

    it "with an interval of the mean, none for a single job" do
      scores = [{ "a" => 1.0 }, { "b" => 1.0 }, { "a" => 1.0 }, { "b" => 1.0 }].map { |said| [said, ["a"]] }
      # mean 1, each 1 away from it: sd 2 / sqrt 3, 1.96 sd / 2
      expect(calibration(*scores).brier_interval.last).to be_within(1e-9).of(1 + (1.96 * Math.sqrt(4 / 3.0) / 2))
      expect(calibration(scores.first).brier_interval).to be_nil
    end

    it "by how often the first, and the first three, name it" do
      said = { "a" => 0.4, "b" => 0.3, "c" => 0.2, "d" => 0.1 }
      all = calibration([said, ["a"]], [said, ["c"]], [said, ["d"]], [said, %w[d b]])
      expect([all.hits(1).seen, all.hits(3).seen, all.hits(3).of]).to eq [1, 3, 4]
    end

    it "as a curve: of what was said, how often it was so" do
      rows = Array.new(10) { |i| [{ "a" => 0.5, "b" => 0.02 }, i < 6 ? ["a"] : []] }
      curve = calibration(*rows).curve
      expect(curve.map { |row| [row[:from], row[:said].round(6), row[:seen].seen, row[:seen].of] })
        .to eq [[0, 0.02, 0, 10], [0.45, 0.5, 6, 10]]
    end
  end
end

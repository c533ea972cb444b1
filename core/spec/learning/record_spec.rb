# frozen_string_literal: true

RSpec.describe UpperBranch::Learning::Record do
  def closed(truth, **more)
    { "family" => "small-float", "truth" => truth, "first" => { "water" => 0.5, "fuel-stale" => 0.3 }, "found" => 20,
      "house" => 50, "checks" => [{ "check" => "plug-read", "minutes" => 8, "took" => nil, "bits" => 2.0 },
                                  { "check" => "filter", "minutes" => 3, "took" => 4, "bits" => 0.0 }],
      "repairs" => [{ "right" => true }, { "right" => false }], **more.transform_keys(&:to_s) }
  end

  let(:record) do
    described_class.new([closed(["water"]), closed(["water"]), closed(["fuel-stale"]), closed(nil), closed([])]).to_h
  end

  it "counts what was really wrong, of the jobs in which somebody knows" do
    expect(record).to include(jobs: 5, known: 3, sound: 1)
    expect(record[:wrong]).to eq [{ fault: "water", seen: 2, of: 3 }, { fault: "fuel-stale", seen: 1, of: 3 }]
    expect([record[:repairs].seen, record[:repairs].of]).to eq [3, 6]
  end

  it "scores the first ranking as it was shown" do
    expect([record[:calibration][:first].seen, record[:calibration][:three].seen]).to eq [2, 3]
    # 0.25 + 0.09 where it was water, 0.25 + 0.49 where it was the other
    expect(record[:calibration][:brier]).to be_within(1e-12).of(((2 * 0.34) + 0.74) / 3)
    shown = described_class.new([closed(["water"], ranked: { "water" => 1.0 })]).to_h
    expect(shown[:calibration][:brier]).to eq 0
  end

  it "holds the minutes to find it against the list, and says how sure that is" do
    expect(record[:minutes]).to include(jobs: 3, found: 20, house: 50, saved: 30, interval: [30, 30])
    expect(record[:minutes][:sooner].seen).to eq 3
    expect(described_class.new([]).to_h).to include(jobs: 0, minutes: { jobs: 0 }, wrong: [])
  end

  it "says which checks have paid, the best for its minutes first" do
    expect(record[:checks].map { |row| row.values_at(:check, :times, :minutes, :bits, :moved) })
      .to eq [["plug-read", 3, 24, 6.0, 3], ["filter", 3, 12, 0.0, 0]]
  end
end

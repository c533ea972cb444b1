# frozen_string_literal: true

require_relative "../engine_talk"

RSpec.describe UpperBranch::Practice::Trial do
  let(:trial) { described_class.new(CATALOGUE, "car-one") }

  # What a difference is, by what was seen: [at its worst, half as bad].
  def differences(fault, **seen) = trial.differences(fault, seen.transform_keys { |name| name.to_s.tr("_", "-") })
  def said(fault, **seen) = differences(fault, **seen).map { |one| [one.sign, one.says] }

  it "misses a sign that the tables call often and that never appears" do
    expect(said("pump-cup", hesitation: [false, false])).to eq [%w[hesitation missing]]
    expect(said("pump-cup", hesitation: [false, true])).to eq []
    expect(said("pump-cup", hesitation: [nil, nil])).to eq []
    expect(said("pump-cup", hesitation: [nil, false])).to eq [%w[hesitation missing]]
  end

  it "finds a sign that always appears and that the tables do not have" do
    expect(said("pump-cup", high_idle: [true, true])).to eq [%w[high-idle extra]]
    expect(said("pump-cup", high_idle: [true, false])).to eq []
    expect(said("pump-cup", pop_carb: [true, true])).to eq [] # sometimes, by the tables
  end

  it "takes the first judgement that fits fault, family and sign" do
    judged = [{ "faults" => ["coil"], "verdict" => "physics", "because" => "another fault" },
              { "signs" => ["high-idle"], "says" => "missing", "verdict" => "physics", "because" => "the other way" },
              { "faults" => ["pump-cup"], "families" => ["car-one"], "verdict" => "catalogue",
                "because" => "this one" }]
    tables = BASE_TABLES.merge("trials" => BASE_TABLES["trials"].merge("judged" => judged))
    one = described_class.new(UpperBranch::Catalogue.new(tables), "car-one")
    found = one.differences("pump-cup", { "high-idle" => [true, true] })
    expect(found.map { |row| [row.verdict, row.because] }).to eq [["catalogue", "this one"]]
  end

  it "looks at an engine: a starved main jet is lean at the top, a sound engine shows nothing" do
    seen = trial.seen(trial.look("main-jet-blocked"), trial.healthy)
    expect(seen.values_at("lambda/lean-top", "plug-white", "high-idle").map(&:last)).to eq [true, true, false]
    signs = CATALOGUE.book.trials.signs.map { |row| described_class::Sign.new(row) }
    expect(signs.map { |sign| sign.shown(trial.healthy, trial.healthy) }).to all(be false)
  end

  it "cannot look at what does not run" do
    expect(trial.seen(trial.look("no-supply"), trial.healthy).values_at("screw-dead",
                                                                        "flat-mid").map(&:first)).to eq [nil, nil]
  end
end

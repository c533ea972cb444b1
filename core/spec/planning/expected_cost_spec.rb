# frozen_string_literal: true

RSpec.describe UpperBranch::Planning::Lookahead do
  let(:hesitating) { job("car-one", seen("hesitation"), found("pump-shot", "weak"), context: { "age" => "old" }) }

  def lookahead(job) = described_class.new(job, posterior(job)).tap { |ahead| ahead.study(job.machine.checks) }

  it "asks for mending only of what has a share in the complaint" do
    needed = lookahead(hesitating).needed
    compiled = UpperBranch::Diagnosis::Compiled.for(hesitating.machine)
    names = needed.sets.flatten.uniq.map { |i| compiled.faults[i].id }
    expect(names).to include("pump-cup")
    expect(names).not_to include("filter-dirty", "bowl-gasket")
    expect(needed.weights.sum).to be_within(1e-9).of(1)
  end

  it "adds up rows by set exactly as a loop would" do
    needed = lookahead(hesitating).needed
    columns = Numo::DFloat.new(needed.row_set.size, 2).seq + 1
    added = needed.add_up(columns)
    by_hand =
      Array.new(2) do |k|
        needed.sets.each_index.map do |set|
          needed.row_set.each_index.sum { |row| needed.row_set[row] == set ? columns[row, k] : 0 }
        end
      end
    expect(added.to_a.flatten.zip(by_hand.flatten).map { |one, other| (one - other).abs }.max).to be < 1e-6
  end

  it "expects fewer minutes after a check that settles the cause than the check and a blind repair" do
    ahead = lookahead(hesitating)
    candidates = UpperBranch::Planning::Candidates.new(hesitating).all
    minutes = ahead.check_minutes(candidates)
    pump_repeat = candidates.find { |candidate| candidate.check.id == "pump-repeat" }
    filter = candidates.find { |candidate| candidate.check.id == "filter" }
    expect(minutes["pump-repeat"] - pump_repeat.total).to be < minutes["filter"] - filter.total
  end

  it "tells no bits where a check says nothing about what must be mended" do
    ahead = lookahead(hesitating)
    expect(ahead.telling(hesitating.machine.check("pump-parts"))).to be > 0.3
    expect(ahead.telling(hesitating.machine.check("filter"))).to be < 0.01
  end

  it "puts the repair of the proven cause among the shortest, its minutes counting way, work and proof" do
    proven =
      job(
        "car-one",
        seen("hesitation"),
        found("pump-shot", "weak"),
        found("pump-parts", "hard-cup"),
        context: {
          "age" => "old"
        }
      )
    repair = lookahead(proven).repairs.first(2).find { |row| row.plan.id == "pump-cup" }
    expect(repair.chance).to be > 0.9
    expect(repair.minutes).to be_between(12 + 10, 120)
  end

  it "thinks of a composite where one opening mends several suspects" do
    flooding =
      job(
        "car-one",
        seen("flood-vent"),
        found("tap-body", "no-change"),
        found("hold-test", "weeps"),
        found("needle-look", "clean"),
        found("fuel-pressure", "in-range")
      )
    expect(lookahead(flooding).repairs.map { |repair| repair.plan.id }).to include("kit-on-the-engine")
  end

  it "never opens an aircraft carburetor" do
    rich = job("aero-updraft", seen("runs-rich"), found("primer-lock", "same"))
    expect(
      lookahead(rich).repairs.map(&:plan).reject { |plan| plan.refers? || %w[S R].include?(plan.state) }
    ).to be_empty
  end
end

# frozen_string_literal: true

RSpec.describe UpperBranch::Planning::NextStep do
  # Five questions in a row that told nothing: something is done next.
  let(:answers) { %w[ping run-on misfire fuel-smell poor-economy].map { |id| asked(id, "unknown") } }
  let(:old) { { context: { "age" => "old", "stood" => "weeks" } } }

  it "asks what it does when nothing is known" do
    expect(next_step(job("car-one"))[:kind]).to eq :describe
  end

  it "recommends a check with its minutes, its chances and its reason" do
    step = next_step(job("car-one", seen("hesitation"), *answers, **old))
    expect(step[:kind]).to eq :check
    expect(step[:check][:outcomes].sum { |row| row[:chance] }).to be_within(1e-3).of(1)
    expect(step[:reason]).not_to be_empty
  end

  it "says that a check tells the most only where it does" do
    row = Struct.new(:gain, :rate)
    rows = [row.new(1.2, 0.1), row.new(0.5, 0.25), row.new(0.1, 0.03)]
    said = rows.map { |one| UpperBranch::Planning::Words.merit(one, rows) }
    expect(said).to eq ["it tells the most", "it tells the most for its minutes", "it is the quickest way on"]
    step = next_step(job("car-one", seen("hesitation"), *answers, **old))
    told = step[:alternatives].reject { |row| row[:waits] }.map { |row| row[:gain] }
    expect(step[:reason].include?("tells the most:")).to be(told.all? { |gain| gain <= step[:check][:gain] })
  end

  it "clears spark and supply before the carburetor is opened, and says so" do
    flooding =
      job(
        "car-one",
        seen("flood-vent"),
        seen("rough-idle"),
        found("tap-body", "no-change"),
        found("wet-map", "vent"),
        found("fuel-pressure", "in-range"),
        stands(engine: "warm")
      )
    opening =
      described_class.of(flooding, posterior(flooding)).options.select { |option| option.check.states == ["open"] }
    expect(opening).not_to be_empty
    expect(opening.map { |option| option.waits.says }).to all(include("cleared before"))
  end

  it "does not warm a cold engine while a stone-cold check still tells" do
    step = next_step(job("car-one", seen("cold-stall", "stone-cold"), seen("no-start-cold"), *answers))
    running = step[:alternatives].select { |row| row[:group] == "running" }
    expect(step[:check][:group]).not_to eq "running"
    expect(running.reject { |row| row[:waits] }).to be_empty
  end

  it "offers no running check for an engine that does not start" do
    step = next_step(job("car-one", seen("no-start")))
    expect([step[:check], *step[:alternatives]].compact.map do |row|
      row[:group]
    end).not_to include("running", "just-stopped")
  end

  it "looks at the oil before anything is cranked when the engine is locked" do
    step = next_step(job("car-one", seen("crank-locked")))
    expect([step[:check], *step[:alternatives]].compact.map { |row| row[:state] }).not_to include("K", "R", "W")
  end

  it "taps the bowl only where it floods, and covers the vent only while the booster drips" do
    expect(next_ids(job("car-one", seen("hesitation")))).not_to include("tap-body", "vent-finger")
    expect(next_ids(job("car-one", seen("flood-vent")))).to include("tap-body")
    expect(next_ids(job("car-one", found("booster-dry", "drips")))).to include("vent-finger")
  end

  it "does not offer a check twice" do
    expect(next_ids(job("car-one", seen("hesitation"), found("filter", "clean")))).not_to include("filter")
  end

  it "asks for the check again when the reading was too close to call" do
    expect(next_ids(job("car-one", seen("fade-wot"), read("fuel-pressure", 2.5, "psi")))).to include("fuel-pressure")
    expect(next_ids(job("car-one", seen("fade-wot"), read("fuel-pressure", 4, "psi")))).not_to include("fuel-pressure")
  end

  def next_ids(job)
    described_class.of(job, posterior(job)).options.map { |option| option.check.id }
  end

  it "says repair once the fault is proven, then proof of the failed check, then of the complaint, then close" do
    steps = [found("pump-shot", "weak"), found("pump-parts", "hard-cup")]
    proven = job("car-one", seen("hesitation"), *steps, **old)
    expect(next_step(proven)[:repair][:id]).to eq "pump-cup"
    mended = job("car-one", seen("hesitation"), *steps, repaired("pump-cup"), **old)
    expect(next_step(mended)[:proof]).to include(kind: :check, id: "pump-shot")
    again =
      job("car-one", seen("hesitation"), *steps, repaired("pump-cup"), found("pump-shot", "strong-at-once"), **old)
    expect(next_step(again)[:proof]).to include(kind: :symptom, id: "hesitation")
    gone =
      job(
        "car-one",
        seen("hesitation"),
        *steps,
        repaired("pump-cup"),
        found("pump-shot", "strong-at-once"),
        not_seen("hesitation"),
        **old
      )
    expect(next_step(gone)[:kind]).to eq :close
  end

  it "goes on tracing when the complaint is still there after the repair" do
    still =
      job(
        "car-one",
        seen("hesitation"),
        found("pump-shot", "weak"),
        repaired("pump-cup"),
        found("pump-shot", "weak"),
        **old
      )
    expect(next_step(still)[:kind]).not_to eq :prove
    expect(posterior(still).now("pump-inlet-check")).to be > 0.2
  end

  # Common practice, no source: what is wet at the bowl joint leaks at that joint, whoever smells nothing.
  it "renews the gasket of a wet bowl joint rather than hand it on" do
    told = [seen("leak-outside"), asked("fuel-smell", "absent"), not_seen("rough-idle"), not_seen("hesitation")]
    looked = { "wet-map" => "bowl-joint", "shaft-play" => "good", "stop-turns" => "up-to-one",
               "screw-count" => "near-base" }
    wet = job("car-one", *told, *looked.map { |check, word| found(check, word) })
    expect(posterior(wet).now("bowl-gasket")).to be > 0.5
    expect(posterior(wet).sets(1).first.faults).to eq ["bowl-gasket"]
    wet = wet.with({ "id" => "20", "kind" => "gate", "data" => { "gate" => "fuel-out", "safe" => true } })
    expect(next_step(wet)).to include(kind: :repair, repair: include(id: "bowl-joint-new"))
  end

  it "is the same for the same job" do
    steps = Array.new(2) { next_step(job("car-one", seen("surge-steady"), **old)) }
    expect(steps.uniq.size).to eq 1
  end

  it "keeps an aircraft carburetor shut" do
    step = next_step(job("aero-updraft", seen("runs-rich")))
    expect([step[:check], *step[:alternatives]].compact.map { |row| row[:group] }).not_to include("opened")
    expect(step[:repairs].reject { |plan| plan[:refers] || plan[:state] == "S" || plan[:state] == "R" }).to be_empty
  end
end

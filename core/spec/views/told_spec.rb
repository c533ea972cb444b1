# frozen_string_literal: true

RSpec.describe UpperBranch::Views::Told do
  def told(job) = described_class.of(job).map { |row| row.values_at(:says, :mark, :struck) }

  it "reads every kind of entry out as a person would" do
    job =
      job(
        "car-one",
        seen("hesitation"),
        not_seen("black-smoke"),
        ["note", { "text" => "Owner waits." }],
        stands(engine: "warm"),
        ["caution", { "hazard" => "fuel-vapor" }],
        found("pump-shot", "none"),
        repaired("pump-cup"),
        ["close", { "as" => "unproven", "reason" => "taken home" }]
      )
    expect(told(job)).to eq [
      ["A hole the instant the throttle opens, then goes", "abnormal", false],
      ["Not seen: Black smoke, soot", "healthy", false],
      ["Owner waits.", "other", false],
      ["Now warm", "other", false],
      ["Pump shot: none", "abnormal", false],
      ["Repaired: Pump cup hard or shrunk: pump parts", "repair", false],
      ["Closed: unproven - taken home", "other", false]
    ]
  end

  it "leaves what is struck out in its place, marked" do
    job = job("car-one", seen("hesitation"), found("pump-shot", "none"), struck("3"))
    expect(told(job).last).to eq ["Pump shot: none", "other", true]
  end

  it "says what undoing would take back, and never the machine" do
    expect(described_class.undo(job("car-one"))).to be_nil
    expect(described_class.undo(job("car-one", seen("hesitation")))[:says]).to start_with "A hole"
    undone = job("car-one", seen("hesitation"), found("pump-shot", "none"), struck("3"))
    expect(described_class.undo(undone)[:entry]).to eq "2"
  end

  it "comes with the trace, and so do the cautions that were read and that are called for" do
    fumes = job("car-one", seen("flood-vent"), ["caution", { "hazard" => "fuel-vapor" }])
    expect(trace(fumes)[:cautions]).to eq(read: ["fuel-vapor"], danger: ["fuel-vapor"])
    expect(trace(job("car-one", seen("hesitation")))[:cautions]).to eq(read: [], danger: [])
    expect(trace(fumes)[:told].size).to eq 1
  end
end

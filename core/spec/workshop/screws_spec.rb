# frozen_string_literal: true

# Which way is richer, by the kind of screw: common practice, no source.
RSpec.describe UpperBranch::Workshop::Screws do
  def machine(family, **features)
    UpperBranch::Workshop::Machine.new(CATALOGUE, family: family, features: features.transform_keys do |id|
      id.to_s.tr("_", "-")
    end)
  end

  def says(machine, check) = described_class.turned_at(machine, check)&.says
  def row(machine, fault, check) = machine.arrows.row(machine.fault(fault), machine.check(check))

  it "says at every check that turns one which way is richer" do
    expect(says(machine("car-one"), "mixture-sweep")).to include "out is richer"
    expect(says(machine("slide"), "screw-count")).to include "in is richer"
    expect(says(machine("slide", screw_unknown: true), "screw-count")).to include "Nobody has said"
    expect(says(machine("diaphragm"), "screw-count")).to include "out is richer"
    expect(says(machine("car-one"), "stop-turns")).to include "in is faster"
    expect(says(machine("car-one"), "pump-shot")).to be_nil
    turning = CATALOGUE.families.flat_map do |family|
      machine(family["id"]).then { |one| one.checks.map { |check| [one, check] } }
    end
    silent = turning.select do |_, check|
      check.steps.join.match?(/screw|turns?/i) && check.id.match?(/screw|sweep|trial|response|turns/)
    end
                    .reject { |one, check| described_class.turned_at(one, check.id) }
    expect(silent.map { |one, check| [one.family["id"], check.id] }).to eq []
  end

  # Set lean is found toward lean, set rich toward rich, and what starves the idle wants the screw toward rich; so a
  # fuel screw far out is never lean, nor is an air screw far in.
  it "never takes the rich side of a screw for lean, on any machine" do
    CATALOGUE.families.each do |family|
      [{}, { "air-screw" => true }].each do |features|
        one = UpperBranch::Workshop::Machine.new(CATALOGUE, family: family["id"], features: features)
        screw = described_class.turned_at(one, "screw-count") or next
        rich, lean = screw.richer == "out" ? %w[far-out far-in] : %w[far-in far-out]
        one.faults.each do |fault|
          count = row(one, fault.id, "screw-count")
          expect(count[rich]).to eq(0), "#{fault.id} on #{family['id']}" if %w[screw-too-lean L-in].include?(fault.id)
          expect(count[lean]).to eq(0), "#{fault.id} on #{family['id']}" if %w[screw-too-rich L-out].include?(fault.id)
          leans = fault.effects.any? { |link| %w[idle-starved idle-dead false-air level-low].include?(link.id) }
          feeds = fault.effects.any? { |link| %w[idle-rich level-high rich-everywhere siphons].include?(link.id) }
          wants = ["screw-far-#{lean.delete_prefix('far-')}", "screw-far-#{rich.delete_prefix('far-')}"]
          lean_wish, rich_wish = wants.map { |id| one.arrows.row(fault, one.symptom(id))["present"] }
          expect(lean_wish).to eq(0), "#{fault.id} starves and wants lean on #{family['id']}" if leans && !feeds
          expect(rich_wish).to eq(0), "#{fault.id} feeds and wants rich on #{family['id']}" if feeds && !leans
        end
      end
    end
  end

  it "counts either side by half while nobody knows the kind, and by its side once it is found out" do
    told = job("slide", seen("rough-idle"), found("screw-count", "far-in"), "features" => { "screw-unknown" => true })
    even = posterior(told).all_now
    expect(even["screw-too-rich"]).to be_within(0.4 * even["screw-too-lean"]).of(even["screw-too-lean"])

    warm = [stands(engine: "running")]
    air = job("slide", seen("rough-idle"), found("screw-count", "far-in"), *warm, found("screw-kind", "air-screw"),
              "features" => { "screw-unknown" => true })
    expect(air.machine.features).to include("air-screw").and(satisfy { |all| !all.include?("screw-unknown") })
    now = posterior(air).all_now
    expect(now["screw-too-rich"]).to be > 3 * now["screw-too-lean"]
    fuel = job("slide", seen("rough-idle"), found("screw-count", "far-in"), *warm, found("screw-kind", "fuel-screw"),
               "features" => { "screw-unknown" => true })
    expect(posterior(fuel).all_now.then { |all| all["screw-too-lean"] / all["screw-too-rich"] }).to be > 3
  end

  it "keeps what was found out when the machine is entered again, until it is struck out" do
    entries = [seen("rough-idle"), found("screw-count", "near-base"), stands(engine: "running"),
               found("screw-kind", "air-screw"),
               ["machine", { "family" => "cv", "features" => { "screw-unknown" => true } }]]
    expect(job("cv", *entries, "features" => { "screw-unknown" => true }).machine.features).to include "air-screw"
    expect(job("cv", *entries, struck("5"),
               "features" => { "screw-unknown" => true }).machine.features).to include "screw-unknown"
  end

  it "is of one kind: a second answer that differs is refused at its field, and so are two kinds at intake" do
    field = ->(name) { raise_error(UpperBranch::Invalid) { |e| expect(e.field).to eq name } }
    first = [seen("rough-idle"), found("screw-count", "near-base"), stands(engine: "running"),
             found("screw-kind", "air-screw")]
    unsure = { "features" => { "screw-unknown" => true } }
    expect { job("cv", *first, found("screw-kind", "fuel-screw"), **unsure) }.to field["outcomes"]
    again = job("cv", *first, struck("5"), found("screw-kind", "fuel-screw"), **unsure)
    expect(again.machine.features).not_to include "air-screw"
    expect { machine("cv", screw_unknown: true, air_screw: true) }.to field["features/air-screw"]
  end

  it "finds the kind out before the mixture is judged by it" do
    told = job("cv", seen("rough-idle"), found("screw-count", "near-base"), found("stop-turns", "up-to-one"),
               "features" => { "screw-unknown" => true })
    sweep = UpperBranch::Planning::Candidates.new(told).all.find { |one| one.check.id == "mixture-sweep" }
    expect(sweep.record.id).to eq "screw-kind"
  end
end

# frozen_string_literal: true

# A defect that was found and is left as it is, because the owner wants it so.
RSpec.describe UpperBranch::Planning::NextStep do
  include JobTalk

  def step(*entries) = trace(job("car-one", *entries))[:next]

  it "does not go on proposing a repair of what explains the complaint: it ends" do
    found = [seen("hesitation"), found("pump-shot", "weak"), found("pump-parts", "hard-cup")]
    held = job("car-one", *found)
    fault = held.defects.first.fault
    expect(step(*found)).to include(kind: :repair, repair: include(id: fault))
    left = step(*found, waived(fault))
    expect(left).to include(kind: :close, repair: nil)
    expect(left[:reason]).to include("Left as it is")
    expect(left[:repairs].map { |row| row[:faults] }).not_to include [fault]
  end

  it "never proposes it again, whatever defect of whatever family is left" do
    seen = 0
    CATALOGUE.families.each do |family|
      machine = job(family["id"]).machine
      machine.checks.each do |check|
        check.is.keys.first(1).each do |word|
          fault = machine.defect(check, word) or next
          held = left(family["id"], check, word, fault) or next
          step = described_class.of(*planned(held))
          expect([family["id"], fault,
                  %i[repair refer].include?(step.kind) && step.target.id]).not_to eq [family["id"], fault, fault]
          seen += 1
        end
      end
    end
    expect(seen).to be > 300
  end

  # nil where that family's inside is for a licensed mechanic
  def left(family, check, word, fault)
    job(family, found(check.id, word), waived(fault))
  rescue UpperBranch::Invalid
    nil
  end

  def planned(job) = [job, UpperBranch::Diagnosis::Posterior.of(job)]

  it "goes on looking where what is left does not explain the complaint" do
    entries = [seen("hesitation"), found("filter", "reversed"), waived("filter-reversed")]
    expect(step(*entries)[:kind]).not_to eq :close
  end

  it "can be repaired after all, and is then proven like any other" do
    entries = [seen("hesitation"), found("pump-shot", "weak"), found("pump-parts", "hard-cup"), waived("pump-cup"),
               repaired("pump-cup")]
    expect(step(*entries)[:kind]).not_to eq :close
  end

  it "cannot be closed as sound while a defect is open" do
    held = job("car-one", seen("hesitation"), found("filter", "reversed"), asked("hesitation", "absent"))
    expect { held.with({ "id" => "z", "kind" => "close", "data" => { "as" => "sound", "reason" => "x" } }) }
      .to raise_error(UpperBranch::Invalid, /Found and not repaired/)
  end

  it "asks once whether the fuel is off, however many findings raise it before the repair" do
    entries = [seen("flood-vent"), safe("fuel-out")]
    expect(step(seen("flood-vent"))).to include(kind: :gate)
    expect(step(*entries)[:kind]).not_to eq :gate
    later = [*entries, asked("leak-outside", "present"), found("wet-map", "vent")]
    expect(step(*later)[:kind]).not_to eq :gate
    again = live_job("car-one", *later, repaired("needle-grit"))
    gates = UpperBranch::Workshop::Gates.new(again)
    expect(gates.question(gates.open.first)).to eq "Fuel on again, engine stopped: does it stay dry?"
  end
end

# frozen_string_literal: true

# Common practice, no source: what is drilled, bushed or soldered is so for good. It is done on a defect that somebody
# has seen, never on a likelihood.
RSpec.describe UpperBranch::Planning::Mending do
  # Every family with each of its repairs that cannot be undone.
  def irreversible
    CATALOGUE.families.flat_map do |family|
      machine = job(family["id"]).machine
      plans = machine.faults.filter_map { |fault| UpperBranch::Workshop::Repairs.find(machine, fault.id) }
      plans.select { |plan| plan.irreversible && !plan.refers? }.map { |plan| [family["id"], plan] }
    end
  end

  # A complaint the fault would cause, so that there is something to trace.
  def complaint(family, fault)
    machine = job(family).machine
    told = machine.symptoms.reject(&:healthy?).max_by { |one| machine.arrows.row(fault, one).fetch("present", 0) }
    seen(told.id)
  end

  def sure_of(fault_id, posterior)
    allow(posterior).to receive_messages(all_now: { fault_id => 0.999 }, now: 0.0)
    allow(posterior).to receive(:now).with(fault_id).and_return(0.999)
    posterior
  end

  def mending(known, belief) = described_class.new(known, belief, UpperBranch::Planning::Ranking.new(known, belief))

  # The same, with this repair as the only and the best thing to do.
  def next_step(known, belief, plan)
    ranking = UpperBranch::Planning::Ranking.new(known, belief)
    row = UpperBranch::Planning::Lookahead::Repair.new(plan: plan, chance: 0.999, minutes: 1.0)
    allow(ranking).to receive_messages(repairs: [row], open: [], questions: [])
    allow(UpperBranch::Planning::Ranking).to receive(:new).and_return(ranking)
    UpperBranch::Planning::NextStep.of(known, belief)
  end

  it "never does what cannot be undone on a likelihood, in any family" do
    rows = irreversible
    expect(rows.size).to be > 60
    rows.each do |family, plan|
      known = job(family, complaint(family, plan.faults.first))
      belief = sure_of(plan.id, posterior(known))
      seen = mending(known, belief)
      expect([family, plan.id, seen.now&.plan&.id]).not_to eq [family, plan.id, plan.id]
      expect(seen.proof_of(plan)).not_to be_nil, "#{family} #{plan.id}"
    end
  end

  it "looks at the part itself first, and where nothing would show it does something else" do
    # Spark and supply are cleared and the screws are counted, so that nothing else comes before an opening.
    known = job("car-one", seen("rough-idle"), stands(engine: "warm"), found("spark", "strong"),
                found("filter", "clean"), found("screw-count", "near-base"), found("stop-turns", "up-to-one"))
    shown = UpperBranch::Workshop::Repairs.find(known.machine, "port-burred")
    step = next_step(known, sure_of(shown.id, posterior(known)), shown)
    expect([step.kind, step.target.check.is.values.flatten]).to match [:check, a_collection_including("port-burred")]
    expect(step.reason).to include "cannot be undone"
    hidden = UpperBranch::Workshop::Repairs.find(known.machine, "body-cracked")
    expect(next_step(known, sure_of(hidden.id, posterior(known)), hidden).kind).not_to eq :repair
  end

  it "wants that look before a short repair too, where it cannot be undone" do
    known = job("car-one", seen("rough-idle"))
    plan = UpperBranch::Workshop::Repairs.find(known.machine, "port-burred").dup.tap { |one| one.minutes = 2 }
    expect(mending(known, posterior(known)).proof_of(plan).check.id).to eq "idle-port"
  end

  it "hands on what nothing can prove, rather than do it as the likeliest when nothing else is left" do
    known = job("car-one", seen("rough-idle"))
    plan = UpperBranch::Workshop::Repairs.find(known.machine, "body-cracked")
    tried = instance_double(UpperBranch::Planning::Recreation, step: nil, shown?: true, in_vain: [])
    allow(UpperBranch::Planning::Recreation).to receive(:new).and_return(tried)
    expect(next_step(known, sure_of(plan.id, posterior(known)), plan).kind).to eq :refer
  end

  it "does it once it was seen" do
    known = job("car-one", seen("rough-idle"), found("idle-port", "bound-by-burr"))
    expect(mending(known, posterior(known)).now.plan.id).to eq "port-burred"
  end

  describe "of what was found on the way" do
    # The filter has nothing to do with a hole at the first instant.
    def now(*entries, needs: {})
      known = job("car-one", *entries)
      ranking = UpperBranch::Planning::Ranking.new(known, posterior(known))
      allow(ranking).to receive(:needs).and_return(needs)
      described_class.new(known, posterior(known), ranking).now&.plan&.id
    end

    let(:bushed) { [seen("hesitation"), found("shaft-bench", "worn")] }

    it "mends now what most likely must be mended for the complaint to go" do
      fault = job("car-one", *bushed).defects.first.fault
      expect(now(*bushed, needs: { fault => 0.5 })).to eq fault
      expect(now(*bushed, needs: { fault => 0.49 })).to be_nil
    end

    it "begins with what explains the complaint, whatever takes less" do
      both = [*bushed, found("filter", "reversed")]
      worn, filter = job("car-one", *both).defects.map(&:fault)
      expect(now(*both, needs: { worn => 0.9 })).to eq worn
      expect(now(*both)).to eq filter
    end
  end
end

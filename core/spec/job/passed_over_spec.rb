# frozen_string_literal: true

# A check that could not be done: the bench goes on without it, and nothing is made of it.
RSpec.describe UpperBranch::Job::Entries::PassedOver do
  def passed(check, reason = "it cannot be reached") = ["passed_over", { "check" => check, "reason" => reason }]
  def add(job, (kind, data)) = job.with({ "id" => (job.entries.size + 1).to_s, "kind" => kind, "data" => data })
  def offered(job) = UpperBranch::Planning::Candidates.new(job).all.map { |one| one.check.id }

  def refused(field, says, &)
    expect(&).to raise_error(UpperBranch::Invalid, says) { |e| expect(e.field).to eq field }
  end

  # Warm, with five questions that nobody could answer: a check comes next.
  let(:hesitating) do
    questions = %w[ping run-on misfire oil-fumes poor-economy].map { |id| asked(id, "unknown") }
    live_job("car-one", seen("hesitation"), *questions, stands(engine: "warm"))
  end
  let(:first) { next_step(hesitating)[:check][:id] }

  it "asks for the next best instead, says which was passed over and why, and believes nothing else than before" do
    after = add(hesitating, passed(first, " the shroud is riveted "))
    told = next_step(after)
    expect(told[:check][:id]).not_to eq first
    expect(told[:alternatives].map { |row| row[:id] }).not_to include first
    expect(told[:passed_over]).to eq [{ id: first, name: CATALOGUE.check(first).name, entry: after.entries.last["id"],
                                        reason: " the shroud is riveted " }]
    expect(posterior(after).all_now).to eq posterior(hesitating).all_now
    expect([after.minutes, after.state]).to eq [hesitating.minutes, hesitating.state]
    expect(after.all.last.says(after)).to match(/\ACould not be done: .+ -  the shroud is riveted \z/)
  end

  it "stands until it is struck out, done after all, or something was repaired" do
    after = add(hesitating, passed("pump-shot"))
    expect(offered(hesitating)).to include "pump-shot"
    expect(offered(after)).not_to include "pump-shot"
    expect(offered(add(after, struck(after.entries.last["id"])))).to include "pump-shot"
    expect(add(after, found("pump-shot", "weak")).passed_over).to be_empty
    expect(offered(add(after, repaired("pump-cup")))).to include "pump-shot"
  end

  it "wants a check of this machine and a reason, and an open job" do
    refused("check", /No check is called "moat"/) { add(hesitating, passed("moat")) }
    refused("check", /does not exist on this machine/) { add(hesitating, passed("governor")) }
    refused("reason", /Say why/) { add(hesitating, passed("pump-shot", " \t")) }
    closed = add(hesitating, ["close", { "as" => "referred" }])
    refused("kind", /closed/) { add(closed, passed("pump-shot")) }
  end

  it "holds nothing back that would have come after it" do
    job = live_job("car-one", seen("rough-idle"), stands(engine: "warm"))
    after_record = CATALOGUE.checks.find { |check| check.after.include?("screw-count") && job.machine.check(check.id) }
    record = ->(one) { UpperBranch::Planning::Candidates.new(one).all.find { |row| row.check.id == after_record.id }.record }
    expect(record[job].id).to eq "screw-count"
    expect(record[add(job, passed("screw-count", "the heads are broken off"))]).to be_nil
  end

  # What failed and could not be repeated is not proven, however well it runs.
  it "is no proof: the rest is shown, and it closes without proof" do
    mended = live_job("car-one", seen("hesitation"), found("filter", "clean"), found("pump-shot", "weak"),
                      found("pump-parts", "hard-cup"), repaired("pump-cup"))
    job = add(mended, passed("pump-shot", "the cleaner does not come off any more"))
    expect(next_step(mended)[:proof][:id]).to eq "pump-shot"
    expect(next_step(job)[:proof][:id]).to eq "hesitation"
    gone = add(job, not_seen("hesitation"))
    expect(next_step(gone)).to include(kind: :close,
                                       reason: "The complaint is gone. It could not be repeated: Pump shot.")
    refused("as", /Not proven yet: Pump shot/) { add(gone, ["close", { "as" => "proven" }]) }
    report = UpperBranch::Views::Report.of(gone, title: "Press").to_h
    expect(report[:left_open]).to eq [
      { name: "Pump shot", reason: "could not be done: the cleaner does not come off any more" }
    ]
  end

  it "leaves a look of a plan out, with the reason on the list, and the round is not proven" do
    round = live_job("aero-updraft", "plan" => "cowling-off")
    first = trace(round)[:plan][:steps].first
    job = add(round, passed(first[:id], "the cowling is at the painter's"))
    expect(trace(job)[:plan][:steps].first).to include(done: false, left: "the cowling is at the painter's")
    expect(next_step(job)[:check][:id]).not_to eq first[:id]
  end

  it "is read from a file of a job, and by the names of today" do
    job = UpperBranch::Job::JobFile.job(CATALOGUE, <<~YAML)
      machine: {family: car-one}
      symptoms: [{id: hesitation}]
      passed_over: [{check: pump-shot, reason: riveted}]
    YAML
    expect(job.passed_over?("pump-shot")).to be true
    gone = { "id" => "9", "kind" => "passed_over", "data" => { "check" => "gone-check", "reason" => "x" } }
    expect(UpperBranch::Job.replay(CATALOGUE, job.entries + [gone]).lost).to eq [
      { entry: "9", says: 'The check "gone-check" is no longer in the catalogue.' }
    ]
  end

  it "collides with the same check passed over by somebody else, with no other" do
    rows = %w[pump-shot filter].map { |id| { "kind" => "passed_over", "data" => { "check" => id, "reason" => "x" } } }
    expect(UpperBranch::Job::Collision.between?(rows.first(1), rows.first(1))).to be true
    expect(UpperBranch::Job::Collision.between?(rows.first(1), rows.last(1))).to be false
  end
end

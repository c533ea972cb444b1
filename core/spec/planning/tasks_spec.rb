# frozen_string_literal: true

RSpec.describe "A plan with work in it" do
  include JobTalk

  def add(job, kind, data) = job.with({ "id" => job.entries.size.to_s, "kind" => kind, "data" => data })
  def step(job) = UpperBranch::Planning::NextStep.of(job, UpperBranch::Diagnosis::Posterior.of(job))
  def plan(job) = UpperBranch::Workshop::Plan.of(job)

  def refused(field, words = //, &)
    expect(&).to raise_error(UpperBranch::Invalid, words) { |e| expect(e.field).to eq field }
  end

  # All looks sound, all tasks done, what was taken off put back: [names in order, last step, job].
  def walked(job)
    met = []
    60.times do
      now = step(job)
      case now.kind
      when :gate then job = add(job, "gate", { "gate" => now.target["id"], "safe" => true })
      when :check
        check = now.target.check
        met << check.id
        job = add(job, "check", { "check" => check.id, "outcomes" => [check.normal] })
        job = add(job, "put_back", { "check" => check.id }) if job.loose.include?(check.id)
      when :task
        met << now.target.id
        job = add(job, "task", { "task" => now.target.id })
      else return [met, now, job]
      end
    end
  end

  CATALOGUE.families.each do |family|
    machine = UpperBranch::Workshop::Machine.new(CATALOGUE, family: family["id"])
    plans = CATALOGUE.book.plans.rows.select { |row| UpperBranch::Catalogue::Needs.met?(row["needs"], machine.features) }
    plans.reject { |row| row["steps"].any? { |one| one["trial"] } }.each do |row|
      it "goes through #{row['id']} of a #{family['id']} to its end" do
        met, last, job = walked(live_job(family["id"], "plan" => row["id"]))
        expect([last.kind, met.uniq.size]).to eq [:close, plan(job).steps.size]
        expect(met.size).to be >= 5
        expect(last.reason).to include "sound"
        expect(plan(job).due).to be_a String
        expect(add(job, "close", { "as" => "proven" })).to be_closed
      end
    end
  end

  it "says what is done in the words of this machine" do
    saw = plan(live_job("diaphragm", "plan" => "lay-up"))
    expect(saw.task("tank-full").name).to eq "Tank emptied into its can."
    expect([saw.task("run-empty"), saw.task("drain-bowl")]).to match [be_truthy, nil]
    car = plan(live_job("car-one", "plan" => "tune-up"))
    expect(car.steps.map(&:id)).to include("stop-base", "screw-best")
    expect(car.steps.map(&:id)).not_to include("L-set")
    view = UpperBranch::Views::Trace.of(walked(live_job("car-one", "plan" => "lay-up")).last).to_h
    expect(view[:plan]).to include(due: /recommissioning/)
    expect(view[:told].map { |row| row[:says] }.grep(/\ADone: Tank full/).size).to eq 1
  end

  it "may leave a task out with its reason, and only a task of the plan" do
    job = live_job("car-one", "plan" => "lay-up")
    job = add(job, "check", { "check" => "wet-map", "outcomes" => ["dry"] })
    now = step(job)
    expect([now.kind, now.target.id]).to eq [:task, "tank-full"]
    view = UpperBranch::Views::Trace.of(job).to_h[:next]
    expect(view[:task]).to include(task: "tank-full", do: /Tank full to the neck/, hazards: ["fuel-vapor"])
    expect(UpperBranch::Views::BoardRow.of(UpperBranch::Views::Trace.of(job).to_h)).to include("waits_for" => "task")
    refused("left") { add(job, "task", { "task" => "tank-full", "left" => " " }) }
    refused("task", /one of: tank-full/) { add(job, "task", { "task" => "L-set" }) }
    refused("task", /belong to a plan/) { add(live_job("car-one"), "task", { "task" => "tank-full" }) }
    out = add(job, "task", { "task" => "tank-full", "left" => "it is sold tomorrow" })
    expect(step(out).target.id).to eq "stabilizer-in"
    steps = UpperBranch::Views::Trace.of(out).to_h[:plan][:steps]
    expect(steps[1]).to include(done: true, left: "it is sold tomorrow")
  end
end

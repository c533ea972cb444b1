# frozen_string_literal: true

require "yaml"
require_relative "bench_talk"

# What would the best technician do now? One job and one demand a row, over all families. Questions are answered with
# "nobody knows" until something is done, gates with "made safe", unless the row is about them.
RSpec.describe "Steps" do
  groups = %w[seen told stop mend safety direction demand].to_h do |group|
    [group, YAML.safe_load_file(File.join(__dir__, "#{group}.yml"))]
  end

  it "are at least a hundred and fifty, in seven groups, over all families" do
    rows = groups.values.flatten
    expect(rows.size).to be >= 150
    expect(groups.values.map(&:size).min).to be >= 15
    expect(rows.map { |row| row["family"] }.uniq).to match_array(CATALOGUE.families.map { |family| family["id"] })
  end

  # The job as it stands, written down after the fact (a gate that was not answered holds back only what comes).
  def job_of(row, record: true)
    BenchTalk.entries(row).each_with_index.reduce(UpperBranch::Job.new(CATALOGUE, [],
                                                                       record: record)) do |job, (entry, i)|
      job.with({ "id" => i.to_s, "kind" => entry[0], "data" => entry[1] })
    end
  end

  def step_of(job) = UpperBranch::Planning::NextStep.of(job, posterior(job))
  def add(job, kind, data) = job.with({ "id" => job.entries.size.to_s, "kind" => kind, "data" => data })

  # The next thing to be done: [step, job], questions and gates passed.
  def settled(job, row)
    30.times do
      step = step_of(job)
      job = answered(job, step, row)
      return [step, job] unless job
    rescue StopIteration
      return [step, job]
    end
    raise "asks for ever"
  end

  def answered(job, step, row)
    raise StopIteration if step.kind != :ask && !(step.kind == :gate && row["gates"] != "ask" && !gate_wanted?(row))

    if step.kind == :ask
      unknown(job,
              step.target.check)
    else
      add(job, "gate", { "gate" => step.target["id"], "safe" => true })
    end
  end

  def gate_wanted?(row) = row.dig("next", "kind") == "gate"

  def unknown(job, question)
    if question.condition
      return add(job, "condition",
                 { "symptom" => question.symptom.id, "condition" => question.condition, "answer" => "unknown" })
    end

    add(job, "symptom", { "symptom" => question.symptom.id, "seen" => "unknown", "asked" => true })
  end

  # Every check that is still possible, done and found in order. gate: until a gate is asked
  def exhausted(job, gate: false)
    60.times do
      step = step_of(job)
      return job if gate && step.kind == :gate

      case step.kind
      when :ask then job = unknown(job, step.target.check)
      when :gate then job = add(job, "gate", { "gate" => step.target["id"], "safe" => true })
      when :check then job = add(job, "check",
                                 { "check" => step.target.check.id, "outcomes" => [step.target.check.normal] })
      else return job
      end
    end
    job
  end

  def target_of(step)
    case step.kind
    when :check, :ask then step.target.check.id
    when :repair, :refer, :prove then step.target.id
    when :gate then step.target["id"]
    when :recreate then step.target.way["id"]
    end
  end

  def demand_next(step, wanted)
    said = "#{step.kind} #{target_of(step)}: #{step.reason}"
    if wanted["repair"] || wanted["prove"]
      kind = wanted.keys.first
      expect(step.kind).to eq(kind.to_sym), said
      expect(Array(wanted[kind])).to include(target_of(step)), said
    else
      expect(Array(wanted["kind"]).map(&:to_sym)).to include(step.kind), said
      expect(target_of(step)).to eq(wanted["target"]), said if wanted["target"]
    end
  end

  def names_next(step, row)
    said = "#{step.kind} #{target_of(step)}: #{step.reason}"
    expect(Array(row["not_next"])).not_to include(target_of(step)), said
    expect(Array(row["not_kind"]).map(&:to_sym)).not_to include(step.kind), said
    (row["not_kind_of"] || {}).each do |kind, ids|
      expect([step.kind.to_s, target_of(step)]).not_to satisfy { |one, id|
        one == kind && ids.include?(id)
      }, said
    end
  end

  def offers(job, row)
    ids = UpperBranch::Planning::Candidates.new(job).all.map { |candidate| candidate.check.id }
    expect(ids & Array(row["never"])).to be_empty
    expect(ids).to include(*row["ever"]) if row["ever"]
  end

  def believes(job, row)
    believed = posterior(job)
    Array(row["in"]).each { |id| expect(believed.now(id)).to be > 0.99, "#{id} #{believed.now(id)}" }
    Array(row["out"]).each { |id| expect(believed.now(id)).to be < 0.1, "#{id} #{believed.now(id)}" }
    (row["at_most"] || {}).each { |id, most| expect(believed.now(id)).to be <= most, "#{id} #{believed.now(id)}" }
    (row["at_least"] || {}).each { |id, least| expect(believed.now(id)).to be >= least, "#{id} #{believed.now(id)}" }
    suspects(believed, row)
  end

  def suspects(believed, row)
    ranked = believed.blame.sort_by { |id, share| [-share, id] }.map(&:first)
    expect(ranked.first(3)).to include(*row["most"]) if row["most"]
    expect(believed.now(row["less"][0])).to be < believed.now(row["less"][1]) if row["less"] && row["factor"] != 0
    return unless row["first_suspect_circuit"]

    expect(row["first_suspect_circuit"]).to include(CATALOGUE.fault(ranked.first).circuit)
  end

  # What was told still has its causes: each stands at four tenths or more of what it was before the looking.
  def stands(job, row)
    told = posterior(job_of(row.merge("do" => [])))
    Array(row["stands"]).each { |id| expect(posterior(job).now(id)).to be > told.now(id) * 0.4, "#{id} vanished" }
    return unless row["same_belief"]

    expect(posterior(job).now(row["same_belief"])).to be_within(1e-9).of(told.now(row["same_belief"]))
  end

  def closes(job, row)
    closing = -> { add(job, "close", { "as" => "proven" }) }
    row["closes"] ? expect(closing.call.closed?).to(be(true)) : expect(&closing).to(raise_error(UpperBranch::Invalid))
  end

  def taken(row, wanted, fine)
    job = job_of(row).then { |one| UpperBranch::Job.new(CATALOGUE, one.entries) }
    entry = if wanted["check"]
              ["check",
               { "check" => wanted["check"],
                 "outcomes" => [CATALOGUE.check(wanted["check"]).outcomes.keys.first] }]
            else
              ["state",
               { "engine" => wanted["state"] }]
            end
    adding = -> { add(job, *entry) }
    fine ? expect(adding.call.entries.size).to(eq(job.entries.size + 1)) : expect(&adding).to(raise_error(UpperBranch::Invalid))
  end

  def found(job, row)
    expect(job.defects.select(&:open?).map(&:fault)).to match_array(row["open"]) if row["open"]
    return unless row["explained"]

    rows = UpperBranch::Views::Trace.of(job).to_h[:findings]
    expect(rows.map { |one| one[:unexplained] }).to all(be(false))
  end

  def way(job, id)
    candidate = UpperBranch::Planning::Candidates.new(job).all.find { |one| one.check.id == id }
    expect(candidate&.travel.to_f).to(be_positive) if candidate
  end

  groups.each do |group, rows|
    describe group do
      rows.each do |row|
        it "#{row['family']}: #{row['name']}" do
          job = job_of(row)
          job = exhausted(job, gate: row.key?("until")) if row["exhausted"] || row["until"]
          believes(job, row)
          stands(job, row)
          found(job, row)
          offers(job, row) if row["never"] || row["ever"]
          closes(job, row) unless row["closes"].nil?
          taken(row, row["refuses"], false) if row["refuses"]
          taken(row, row["accepts"], true) if row["accepts"]
          way(job, row["travel"]) if row["travel"]
          next unless %w[next not_next not_kind not_kind_of recorded state].any? { |key| row.key?(key) }

          step, now = settled(job, row)
          demand_next(step, row["next"]) if row["next"]
          names_next(step, row)
          expect(now.trial?(step.target.id)).to be(true) if row["recorded"]
          expect(row["state"]).to include(step.target.candidate.code) if row["state"]
        end
      end
    end
  end
end

# frozen_string_literal: true

# Jobs at random: any family, features, number of carburetors and cylinders, plan and past; then entries of any kind at
# any place, as far as they are admitted. Two repeats are made likely, because they are where mistakes were: the same
# check once more, and a repair of what was found.
#
#   RandomJob.new(CATALOGUE, Random.new(7)).each(12) { |job| ... }   # the job after each of 12 entries at most
class RandomJob
  KINDS = {
    symptom: 12, check: 40, again: 10, repair: 14, condition: 3, recreate: 3, passed_over: 2, waive: 3, state: 4,
    gate: 2, removed: 3, refitted: 2, cleared: 2, photo: 1, setting: 2, trial: 2, task: 2, limits: 1, engine: 1,
    caution: 1, note: 1, wait: 1, strike: 4, put_back: 2, machine: 1, close: 1
  }.freeze
  KINDS_DRAWN = KINDS.flat_map { |kind, weight| [kind] * weight }.freeze
  VALUES = [0, 0.05, 0.5, 1, 2, 3, 5, 10, 30, 100, 500, 700, 3000, 10_000].freeze

  def initialize(catalogue, random)
    @catalogue = catalogue
    @random = random
    @ids = 0
  end

  # Yields the job after each entry that was admitted; returns the last.
  def each(most)
    job = begun
    yield job
    most.times do
      job = grown(job) or next
      yield job
    end
    job
  end

  private

  def one(list) = list.to_a.sample(random: @random)
  def some(list, most) = list.to_a.sample(@random.rand(0..most), random: @random)
  def maybe(share) = @random.rand < share

  def begun
    loop do
      job = with(UpperBranch::Job.new(@catalogue, []), "machine", machine) and return job
    end
  end

  # The same job where nothing that was tried is admitted.
  def grown(job)
    @job = job
    20.times do
      kind = one(KINDS_DRAWN)
      data = send(kind) or next
      kind = { again: "check" }.fetch(kind, kind.to_s)
      after = with(job, kind, data) and return @job = after
    end
    job
  end

  def with(job, kind, data)
    job.with({ "id" => (@ids += 1).to_s, "kind" => kind, "data" => data, "at" => "2026-12-01T10:00:00.000Z" })
  rescue UpperBranch::Invalid
    nil
  end

  def machine
    family = one(@catalogue.families)
    questions = some(@catalogue.questions, 3)
    { "family" => family["id"], "name" => "Press #{@random.rand(9)}",
      "features" => some(@catalogue.features.keys, 3).to_h { |id| [id, maybe(0.5)] },
      "context" => questions.to_h { |row| [row["id"], one(row["options"])["id"]] },
      "work" => some(@catalogue.work.map { |row| row["id"] }, 2), "lacks" => some(@catalogue.tools, 2),
      **counted(family), **(maybe(0.2) ? { "plan" => one(@catalogue.book.plans.rows)["id"] } : {}) }
  end

  def counted(family)
    %w[carburetors cylinders].select do
      maybe(0.6)
    end.to_h { |what| [what, @random.rand(1..(family.dig("most", what) || 1))] }
  end

  def here = @job.machine

  def symptom
    { "symptom" => one(here.symptoms)&.id, "seen" => one(%w[present present absent unknown]),
      "when" => some(@catalogue.conditions.map { |row| row["id"] }, 2), **(maybe(0.3) ? { "asked" => true } : {}) }
  end

  def check
    answered(one(here.checks))
  end

  # A check that was done before, or the one that found a defect.
  def again
    ids = @job.findings.select { |one| one.kind == :check }.map(&:id)
    check = here.check(one(ids)) and answered(check)
  end

  def answered(check)
    place = maybe(0.7) ? one(here.places.of(check.per))&.id : nil
    said = { "check" => check.id, "place" => place, **(maybe(0.05) ? { "reported" => "the neighbor" } : {}) }.compact
    reading = here.reading(check, place)
    return said.merge("reading" => value(reading)) if reading && reading["calculator"].nil? && maybe(0.5)

    words = check.words(here.features)
    said.merge("outcomes" => check.multi? ? some(words, 3) : [one(words)].compact)
  end

  def value(reading)
    edges = (reading["cuts"] || []).flat_map { |cut| [cut, cut * 1.3, cut / 1.3, cut + 0.01] }
    { "value" => one(VALUES + edges + edges), "unit" => reading["unit"] }.compact
  end

  def repair
    found = @job.defects.map(&:fault)
    id = if maybe(0.6) && found.any?
           one(found)
         else
           one(here.faults.map(&:id) + @catalogue.composites.map do |row|
             row["id"]
           end)
         end
    plan = UpperBranch::Workshop::Repairs.find(here, id) or return
    place = maybe(0.5) ? one(UpperBranch::Workshop::Repairs.places(here, plan))&.id : nil
    { "repair" => id, "place" => place, "minutes" => maybe(0.2) ? 7 : nil }.compact
  end

  def condition
    { "symptom" => told, "condition" => one(@catalogue.conditions)["id"], "answer" => one(%w[yes no unknown]) }
  end

  def told = one(@job.findings.select(&:symptom?).map(&:id))
  def recreate = { "symptom" => told, "way" => one(@catalogue.ways)["id"], "shown" => maybe(0.5) }
  def passed_over = { "check" => one(here.checks)&.id, "reason" => "riveted" }
  def waive = { "fault" => one(@job.defects.map(&:fault)), "reason" => "the owner wants it so" }

  def state
    { "engine" => one(%w[cold running warm]), "carburetor" => one(["on", "open", "bench", "apart", nil]) }.compact
  end

  def gate = { "gate" => one(@catalogue.gates)["id"], "safe" => true }

  def removed
    part = one(UpperBranch::Workshop::Sheets::WayIn.parts(here))
    { "place" => one(here.places.of("carburetor"))&.id,
      **(maybe(0.7) ? { "part" => part } : { "name" => "clip" }) }.compact
  end

  def refitted = { "entry" => one(@job.parts.map(&:entry)) }
  def put_back = { "check" => one(@job.loose), "checks" => [one(@job.loose)].compact }

  def cleared
    words = @catalogue.book.strip.cleared
    { "passage" => one(@catalogue.book.strip.passages(here.features))&.fetch("id"), "found" => one(words["found"].keys),
      "left" => one(words["left"].keys) }
  end

  def photo = { "photo" => format("00000000-0000-4000-8000-%012x", @random.rand(1 << 40)), "of" => any_entry }
  def any_entry = one(@job.entries)["id"]

  def setting
    row = one(@catalogue.book.loops.on(here.features)) or return
    place = one(here.places.of(row["per"]))&.id
    loop = UpperBranch::Workshop::SettingLoop.of(@job, row["id"], place) or return
    values = loop.fields.to_h { |field| [field["id"], within(field)] }
    { "loop" => row["id"], "place" => place, "values" => values.compact }.compact
  end

  def within(field)
    return one(field["choices"].keys) if field["choices"]

    field["min"] + ((field["max"] - field["min"]) * @random.rand * @random.rand)
  end

  def plan = UpperBranch::Workshop::Plan.of(@job)

  def trial
    from, to = Array.new(2) { @random.rand(0..8) / 2.0 }
    step = plan && plan.settings.then { |ids| one(ids) } or return
    { "setting" => step, "place" => one(plan.setting(step).setting.places)&.id, "from" => from, "to" => to,
      "result" => one(%w[better same worse right left]) }.compact
  end

  def task = plan && { "task" => one(plan.steps.select { |step| step.kind == :task }.map(&:id)) }

  def limits
    check = one(here.checks.select { |one| one.reading && one.reading["cuts"] }) or return
    cuts = check.reading["cuts"].map { |cut| cut * (0.8 + (0.4 * @random.rand)) }.sort
    { "limits" => { check.id => { "from" => "job", "cuts" => cuts } } }
  end

  def engine = { "power" => @random.rand(3..90), "full_speed" => @random.rand(2000..9000) }
  def caution = { "hazard" => one(@catalogue.hazards.map { |row| row["id"] }) }
  def note = { "text" => "a note" }
  def wait = { "for" => one(%w[soaking cooling parts owner nothing]) }
  def strike = { "entry" => any_entry }
  def close = { "as" => one(%w[proven sound referred unproven]), "reason" => "so it is" }
end

# Everything that is shown of a job, made once: raises where any of it cannot be made, or cannot be written as JSON.
module ShownOfAJob
  VIEWS = UpperBranch::Views

  # papers: the reports too, which take as long as the trace
  def self.all(job, papers: true)
    trace = VIEWS::Trace.of(job).to_h
    parts = [trace, VIEWS::BoardRow.of(trace), VIEWS::BoardRow.words(trace), sheet(job, trace)]
    parts += reports(job) if papers
    parts.each { |part| JSON.generate(part) }
    trace
  end

  def self.reports(job)
    reports = %w[customer shop].map { |audience| VIEWS::Report.of(job, title: "Press", audience: audience).to_h }
    [*reports, VIEWS::Visit.of(job, title: "Press").to_h]
  end

  # The work sheet of the repair that is advised or was found.
  def self.sheet(job, trace)
    id = trace.dig(:next, :repair, :id) || trace[:defects].last&.dig(:repair, :id) or return
    VIEWS::Sheet.of(job, id).to_h
  end
end

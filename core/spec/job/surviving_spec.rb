# frozen_string_literal: true

# Jobs are never rewritten, the catalogue is: what it no longer knows must not break a job that was stored before.
RSpec.describe "What survives of an old job" do
  corpus = File.expand_path("../corpus", __dir__)

  let(:old_jobs) { Dir[File.join(corpus, "jobs-*.json")].flat_map { |path| JSON.parse(File.read(path)) } }

  # A catalogue with something changed in its tables, by hand.
  def changed(renames = {})
    tables = JSON.parse(JSON.generate(UpperBranch::Catalogue::Loader.new(UpperBranch::Catalogue::DEFAULT).read))
    tables["renames"] = tables["renames"].merge(renames)
    yield tables if block_given?
    UpperBranch::Catalogue.new(tables)
  end

  def entries(*rows)
    [["machine", { "family" => "car-one" }], *rows].each_with_index.map do |(kind, data), i|
      { "id" => i.to_s, "kind" => kind, "data" => data }
    end
  end

  def replay(catalogue, *rows) = UpperBranch::Job.replay(catalogue, entries(*rows))
  def trace_of(job) = UpperBranch::Views::Trace.of(job).to_h
  def without(tables, section, id) = tables[section].reject! { |row| row["id"] == id }

  describe "with the corpus of old jobs" do
    it "knows every id that was ever used, or what it is called today" do
      Dir[File.join(corpus, "ids-*.json")].each do |path|
        old = JSON.parse(File.read(path))
        now = ->(kind, id, of = nil) { CATALOGUE.renames.now(kind, id, of) }
        expect(old["families"].map { |id| CATALOGUE.family(now.call("families", id)) }).to all(be_truthy)
        expect(old["symptoms"].map { |id| CATALOGUE.symptom(now.call("symptoms", id)) }).to all(be_truthy)
        expect(old["faults"].map { |id| CATALOGUE.fault(now.call("faults", id)) }).to all(be_truthy)
        expect(old["repairs"].map { |id| CATALOGUE.composite(now.call("repairs", id)) }).to all(be_truthy)
        expect(old["hazards"].map { |id| CATALOGUE.hazard(now.call("hazards", id)) }).to all(be_truthy)
        expect(old["features"].map { |id| now.call("features", id) } - CATALOGUE.features.keys).to be_empty
        expect(
          old["conditions"].map { |id| now.call("conditions", id) } - CATALOGUE.conditions.map { |row| row["id"] }
        ).to be_empty
        expect(old["tools"].map { |id| now.call("tools", id) } - CATALOGUE.tools).to be_empty
        old["outcomes"].each do |id, words|
          check = CATALOGUE.check(now.call("checks", id))
          expect(words.map { |word| now.call("outcomes", word, check.id) } - check.outcomes.keys).to be_empty, id
        end
      end
    end

    it "replays every old job with nothing lost" do
      expect(old_jobs.size).to be >= 33
      old_jobs.each do |old|
        job = UpperBranch::Job.replay(CATALOGUE, old)
        expect(job.lost).to eq([])
        expect(trace_of(job)[:next][:kind]).to be_a(Symbol)
      end
    end

    it "breaks on no id that is taken out, whichever" do
      8.times do |seed|
        chance = Random.new(seed)
        thinned = changed do |tables|
          %w[checks faults].each { |section| tables[section].select! { chance.rand > 0.2 } }
          tables["symptoms"]["symptoms"].select! { chance.rand > 0.2 }
          tables["symptoms"]["conditions"].select! { chance.rand > 0.2 }
          tables["checks"].each do |row|
            row["outcomes"].select! { |word,| word == row["outcomes"].keys.first || chance.rand > 0.2 }
          end
          tables["context"]["questions"].each { |row| row["options"].select! { chance.rand > 0.2 } }
          tables["context"]["work"].select! { chance.rand > 0.2 }
          tables["repairs"]["composites"].select! { |row| row["id"] == "refer-out" || chance.rand > 0.3 }
          tables["rules"]["order"] = tables["house"]["other"] = []
        end
        jobs = old_jobs.sample(8, random: chance).map { |old| UpperBranch::Job.replay(thinned, old) }
        expect(jobs.map { |job| trace_of(job)[:lost].size }.sum).to be_positive
      end
    end
  end

  it "shows a check that is gone as lost, and lets it weigh nothing" do
    gone = changed { |tables| without(tables, "checks", "pump-shot") }
    job = replay(gone, seen("hesitation"), found("pump-shot", "none"), found("filter", "clean"))
    expect(job.lost).to eq [{ entry: "2", says: 'The check "pump-shot" is no longer in the catalogue.' }]
    bare = replay(gone, seen("hesitation"), found("filter", "clean"))
    expect(trace_of(job)[:faults].map { |row| row.slice(:id, :probability) }).to eq(
      trace_of(bare)[:faults].map { |row| row.slice(:id, :probability) }
    )
  end

  it "reads renamed checks, words, symptoms and faults by their names of today" do
    names = {
      "checks" => {
        "squirt-look" => "pump-shot"
      },
      "outcomes" => {
        "pump-shot/dead" => "none"
      },
      "symptoms" => {
        "stumbles" => "hesitates",
        "hesitates" => "hesitation"
      },
      "faults" => {
        "cup-hard" => "pump-cup"
      },
      "families" => {
        "press" => "car-one"
      }
    }
    catalogue = changed(names)
    old =
      entries(
        ["symptom", { "symptom" => "stumbles", "seen" => "present" }],
        ["check", { "check" => "squirt-look", "outcomes" => ["dead"] }],
        ["repair", { "repair" => "cup-hard" }]
      )
    old.first["data"]["family"] = "press"
    job = UpperBranch::Job.replay(catalogue, old)
    expect(job.lost).to be_empty
    expect(job.findings.map { |finding| [finding.id, finding.words] }).to eq [
      ["hesitation", ["present"]],
      ["pump-shot", ["none"]]
    ]
    expect(job.repairs.map(&:faults)).to eq [["pump-cup"]]
  end

  it "keeps the answers it knows of several, and loses a word or a reading that means nothing any more" do
    catalogue = changed do |tables|
      tables["checks"].each do |row|
        row["outcomes"].delete("pump-cover") if row["id"] == "wet-map"
        row.delete("reading") if row["id"] == "fuel-pressure"
      end
    end
    job = replay(catalogue, found("wet-map", "pump-cover", "bowl-joint"), read("fuel-pressure", 4, "psi"))
    expect(job.findings.map(&:words)).to eq [["bowl-joint"]]
    expect(job.lost.map { |row| row[:entry] }).to eq %w[1 2]
  end

  it "loses a reading in a unit that is gone, with its reason, and neither its minutes nor its state count" do
    job =
      replay(
        CATALOGUE,
        ["check", { "check" => "fuel-pressure", "reading" => { "value" => 4, "unit" => "cubits" } }],
        found("filter", "clean")
      )
    expect(job.findings.map(&:id)).to eq ["filter"]
    expect(job.lost.first[:says]).to match(/fuel pressure .*cubits/i)
    expect(job.minutes).to eq replay(CATALOGUE, found("filter", "clean")).minutes
  end

  it "counts a repair nobody knows any more as done, so that what came after it stays after it" do
    catalogue = changed { |tables| without(tables, "faults", "pump-cup") }
    job = replay(catalogue, seen("hesitation"), repaired("pump-cup"), not_seen("hesitation"))
    expect([job.round, job.findings.last.round, job.repairs.last.faults]).to eq [1, 1, []]
    expect(trace_of(job)[:repairs].first[:name]).to eq "pump-cup"
    expect(job.lost.first[:says]).to include("pump-cup")
  end

  it "leaves out of a machine what is gone, and a machine of no known kind altogether" do
    old = entries(seen("hesitation"))
    old.first["data"].merge!(
      "features" => {
        "afterburner" => true,
        "power-valve" => false
      },
      "context" => {
        "moon" => "full",
        "age" => "ancient"
      },
      "work" => ["exorcism"],
      "lacks" => ["wand"],
      "schools" => {
        "order" => "by-mood"
      },
      "limits" => {
        "idle-speed" => {
          "cuts" => [600, 650],
          "from" => "job"
        },
        "dowsing" => {
          "cuts" => [1],
          "from" => "job"
        }
      }
    )
    job = UpperBranch::Job.replay(CATALOGUE, old)
    expect(job.lost.size).to eq 7
    expect(job.machine.limits.to_h["idle-speed"][:cuts]).to eq [600, 650]
    expect(job.machine.features).not_to include("power-valve")
    old.first["data"]["family"] = "steam"
    lost = UpperBranch::Job.replay(CATALOGUE, old)
    expect(lost.machine).to be_nil
    expect(lost.lost.first[:says]).to include("steam")
  end

  it "refuses a rename that leads nowhere" do
    Dir.mktmpdir do |folder|
      FileUtils.cp_r("#{UpperBranch::Catalogue::DEFAULT}/.", folder)
      path = File.join(folder, "renames.yml")
      File.write(path, File.read(path).sub("checks: {}", "checks: { squirt-look: pump-shoot }"))
      expect { UpperBranch::Catalogue.load(folder) }.to raise_error(
        UpperBranch::Catalogue::Broken,
        /squirt-look was renamed to pump-shoot/
      )
    end
  end
end

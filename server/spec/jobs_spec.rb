# frozen_string_literal: true

require_relative "server_helper"

RSpec.describe "Jobs over HTTP" do
  after { assert_response_schema_confirm(last_response.status) if last_response && !@elsewhere }

  def add(job, version, *entries)
    post_json "/api/v1/jobs/#{job['id']}/entries", { version: version, entries: entries }
  end

  let(:job) { job_with(entry("symptom", symptom: "hesitation", seen: "present")) }

  it "stores a job and answers with its trace" do
    expect(job["version"]).to eq 2
    expect(last_response.status).to eq 201
    expect(job["trace"]["next"]["kind"]).to eq "ask"
    expect(get_json("/api/v1/jobs/#{job['id']}")["trace"]).to eq job["trace"]
  end

  it "lists jobs with what they wait for, the latest first" do
    job
    post_json "/api/v1/jobs", { id: SecureRandom.uuid, title: "Later", entries: [machine] }
    board = get_json("/api/v1/jobs")["jobs"]
    expect(board.map { |row| row["title"] }).to eq ["Later", "Test job"]
    expect(board.map { |row| row["waits_for"] }).to eq %w[describe ask]
  end

  it "adds entries in order and answers with the new trace" do
    after = add(job, 2, entry("check", check: "pump-shot", outcomes: ["weak"]))
    expect(last_response.status).to eq 200
    expect(after["version"]).to eq 3
    expect(after["trace"]["faults"].first["id"]).to eq "pump-cup"
  end

  it "stores an entry sent twice once" do
    shot = entry("check", check: "pump-shot", outcomes: ["weak"])
    add(job, 2, shot)
    again = add(job, 2, shot)
    expect(last_response.status).to eq 200
    expect(again["version"]).to eq 3
    expect(again["entries"].count { |row| row["kind"] == "check" }).to eq 1
  end

  it "stores the rest when only the first of a sending had arrived" do
    first = entry("check", check: "filter", outcomes: ["clean"])
    second = entry("check", check: "fuel-quality", outcomes: ["fresh"])
    add(job, 2, first)
    both = add(job, 2, first, second)
    expect(both["version"]).to eq 4
    expect(both["entries"].map { |row| row["id"] }).to end_with(first[:id], second[:id])
  end

  it "refuses an entry or a job of the same id with other content, and keeps the first" do
    shot = entry("check", check: "pump-shot", outcomes: ["weak"])
    add(job, 2, shot)
    add(job, 3, entry("note", text: "first"), shot.merge(data: { check: "pump-shot", outcomes: ["strong"] }))
    expect([last_response.status, answer["type"], answer["errors"].first["field"]]).to eq [
      409,
      "/problems/conflict",
      "entries/1/id"
    ]
    expect(get_json("/api/v1/jobs/#{job['id']}")["version"]).to eq 3
    body = { id: SecureRandom.uuid, title: "Twice", entries: [machine] }
    post_json "/api/v1/jobs", body
    [
      { title: "Other" },
      { entries: [machine] },
      { entries: body[:entries] + [entry("note", text: "more")] }
    ].each do |other|
      post_json "/api/v1/jobs", body.merge(other)
      expect([last_response.status, answer["errors"].first["field"]]).to eq [409, "id"]
    end
    expect(get_json("/api/v1/jobs")["jobs"].map { |row| row["title"] }).to contain_exactly("Twice", "Test job")
  end

  it "takes a job sent again after it has gone on" do
    body = { id: SecureRandom.uuid, title: "Twice", entries: [machine] }
    post_json "/api/v1/jobs", body
    add(answer, 1, entry("note", text: "went on"))
    post_json "/api/v1/jobs", body
    expect([last_response.status, answer["version"]]).to eq [200, 2]
  end

  # 134 of 1112 reads failed this before.
  it "reads a job as it was at one version while others write" do
    stored = job
    store = ServerUnderTest.store
    writer =
      Thread.new do
        60.times do |i|
          store.add(
            stored["id"],
            2 + i,
            [{ "id" => SecureRandom.uuid, "kind" => "note", "data" => { "text" => "line #{i}" } }]
          )
        end
      end
    seen = []
    seen << store.jobs.find(stored["id"]).then { |read| [read.version, read.entries.size] } while writer.alive?
    writer.join
    expect(seen.size).to be > 20
    expect(seen).to all(satisfy { |version, entries| version == entries })
  end

  it "creates a job sent twice once" do
    body = { id: SecureRandom.uuid, title: "Twice", entries: [machine] }
    post_json "/api/v1/jobs", body
    post_json "/api/v1/jobs", body
    expect(last_response.status).to eq 200
    expect(get_json("/api/v1/jobs")["jobs"].size).to eq 1
  end

  it "refuses an entry written against an older version with 409 and the version now" do
    add(job, 2, entry("note", text: "from the other tablet"))
    stale = add(job, 2, entry("check", check: "pump-shot", outcomes: ["weak"]))
    expect(last_response.status).to eq 409
    expect(last_response.media_type).to eq "application/problem+json"
    expect(stale["version"]).to eq 3
  end

  it "takes exactly one of two writers at the same time" do
    stored = job
    store = ServerUnderTest.store
    results = Array.new(4) do |i|
      Thread.new do
        store.add(
          stored["id"],
          2,
          [{ "id" => SecureRandom.uuid, "kind" => "note", "data" => { "text" => "writer #{i}" } }]
        )
        :stored
      rescue UpperBranchServer::Problem => e
        e.status
      end
    end.map(&:value)
    expect(results.sort_by(&:to_s)).to eq [409, 409, 409, :stored]
  end

  it "strikes out, and the struck entry stays in the list" do
    with = add(job, 2, entry("check", check: "pump-shot", outcomes: ["none"]))
    shot = with["entries"].last
    without = add(job, 3, entry("strike", entry: shot["id"]))
    expect(without["entries"].find { |row| row["id"] == shot["id"] }["struck"]).to be true
    expect(without["trace"]["findings"].size).to eq 1
  end

  it "keeps entries from being changed or deleted in the database itself" do
    job
    database = ServerUnderTest.owner
    expect { database[:entries].update(kind: "note") }.to raise_error(Sequel::DatabaseError, /strike them out/)
    expect { database[:entries].delete }.to raise_error(Sequel::DatabaseError, /strike them out/)
  end

  # Entries cannot be changed, so the old job is laid in under the server's feet.
  def stored_before(family, *entries)
    id = SecureRandom.uuid
    rows = [["machine", { family: family }], *entries]
    ServerUnderTest.database[:jobs].insert(
      id: id,
      title: "Old",
      catalogue: "older",
      version: rows.size,
      summary: Sequel.pg_jsonb({})
    )
    rows.each_with_index do |(kind, data), i|
      ServerUnderTest.database[:entries].insert(
        job_id: id,
        sequence: i + 1,
        id: SecureRandom.uuid,
        kind: kind,
        data: Sequel.pg_jsonb(data)
      )
    end
    id
  end

  it "answers with what is lost of a job whose ids are gone, and takes further entries" do
    id =
      stored_before(
        "car-one",
        ["symptom", { symptom: "hesitation", seen: "present" }],
        ["check", { check: "squirt-look", outcomes: ["dead"] }]
      )
    old = get_json("/api/v1/jobs/#{id}")
    expect(last_response.status).to eq 200
    expect(old["trace"]["lost"]).to eq [
      { "entry" => old["entries"].last["id"], "says" => 'The check "squirt-look" is no longer in the catalogue.' }
    ]
    expect(add(old, 3, entry("check", check: "pump-shot", outcomes: ["weak"]))["version"]).to eq 4
  end

  it "says so when the machine itself is of no known kind any more" do
    id = stored_before("steam", ["symptom", { symptom: "hesitation", seen: "present" }])
    [get_json("/api/v1/jobs/#{id}"), add({ "id" => id }, 2, entry("note", text: "x"))].each do |problem|
      expect([last_response.status, problem["type"]]).to eq [422, "/problems/lost-machine"]
      expect(problem["detail"]).to include("steam", "safe")
    end
  end

  it "tells when the catalogue has changed since the job was written" do
    ServerUnderTest.database[:jobs].where(id: job["id"]).update(catalogue: "older")
    expect(get_json("/api/v1/jobs/#{job['id']}")["catalogue_changed"]).to be true
  end

  describe "bad input" do
    def refused(field, status = 422)
      expect(last_response.status).to eq status
      expect(last_response.media_type).to eq "application/problem+json"
      expect(answer["errors"].map { |row| row["field"] }).to eq [field]
      expect(last_response.body).not_to match(/\.rb:|backtrace|Error:/)
      expect(ServerUnderTest.database[:entries].count).to eq 2
    end

    before { job }

    it "names an unknown outcome" do
      add(job, 2, entry("check", check: "pump-shot", outcomes: ["great"]))
      refused "entries/0/data/outcomes"
    end

    it "names a state that cannot be" do
      add(job, 2, entry("state", engine: "running", carburetor: "apart"))
      refused "entries/0/data/engine"
    end

    it "names a number with the wrong unit, and one that cannot be" do
      add(job, 2, entry("check", check: "fuel-pressure", reading: { value: 4, unit: "rpm" }))
      refused "entries/0/data/reading/unit"
      add(job, 2, entry("check", check: "fuel-pressure", reading: { value: 4000, unit: "psi" }))
      refused "entries/0/data/reading/value"
    end

    it "names what is missing and what is not known" do
      add(job, 2, entry("check", {}))
      refused "entries/0/data"
      add(job, 2, entry("symptom", symptom: "hesitation", seen: "present", loud: true))
      refused "entries/0/data/loud"
      post_json "/api/v1/jobs/#{job['id']}/entries", { version: "two", entries: [entry("note", text: "x")] }
      refused "version"
    end

    it "stores nothing when the second of two entries is wrong" do
      add(job, 2, entry("note", text: "fine"), entry("check", check: "no-such", outcomes: ["x"]))
      refused "entries/1/data/check"
    end

    it "says so when it is not JSON, not a JSON request, too large, or comes from another site" do
      {
        400 => ["{", {}],
        415 => ["{}", { "Content-Type" => "text/plain" }],
        413 => ["[#{' ' * 300_000}]", {}],
        403 => ["{}", { "Origin" => "http://elsewhere.example" }]
      }.each do |status, (body, headers)|
        header "Content-Type", headers["Content-Type"] || "application/json"
        header "Origin", headers["Origin"]
        post "/api/v1/jobs", body
        expect(last_response.status).to eq status
        expect(answer["detail"]).not_to be_empty
      end
    end

    it "answers 404 for no such job, whatever the id looks like" do
      [SecureRandom.uuid, "1", "%27%3B--", "../../etc/passwd"].each do |id|
        get_json "/api/v1/jobs/#{id}"
        expect(last_response.status).to eq 404
      end
      @elsewhere = true
    end
  end

  describe "the machine as it is" do
    def refused(field)
      expect(last_response.status).to eq 422
      expect(answer["errors"].map { |row| row["field"] }).to eq [field]
    end

    def made(**data)
      post_json("/api/v1/jobs", { id: SecureRandom.uuid, title: "Set", entries: [entry("machine", **data)] })
    end

    it "names the field of what such a machine cannot be" do
      made(family: "small-float", engine: { power: 900 })
      refused("entries/0/data/engine/power")
      made(family: "small-float", carburetors: 3)
      refused("entries/0/data/carburetors")
      made(family: "slide", plan: "cowling-off")
      refused("entries/0/data/plan")
    end

    it "takes findings, limits and repairs of one place, and refuses a place that is not there" do
      bank = made(family: "cv", carburetors: 2)
      look = ->(place) { entry("check", check: "idle-jet-through", outcomes: ["blocked"], place: place) }
      add(bank, 1, look["3"])
      refused("entries/0/data/place")
      after = add(bank, 1, look["2"])
      expect(after["trace"]["defects"].first["place"]).to eq("id" => "2", "name" => "Carburetor 2")
      done = add(bank, 2, entry("repair", repair: "idle-jet-blocked", place: "2"))
      expect(done["trace"]["defects"].first["status"]).to eq "mended"
    end

    it "judges a flow once somebody has said what the engine asks for" do
      mower = made(family: "small-float")
      flow = entry("check", check: "line-flow", outcomes: ["ample"])
      add(mower, 1, flow)
      refused("entries/0/data/outcomes")
      known = add(mower, 1, entry("engine", power: 4), flow)
      expect(known["trace"]["machine"]["engine"]).to include("power" => 4, "demand" => 34)
    end

    it "walks a set-up by its trials" do
      bike = made(family: "slide", plan: "set-up", context: { modified: "intake-exhaust" })
      add(bike, 1, entry("trial", setting: "main-jet", from: 110, to: 110, result: "same"))
      refused("entries/0/data/to")
      after = add(bike, 1, entry("trial", setting: "main-jet", from: 110, to: 113, result: "better"))
      expect(after["trace"]["trials"].first).to include("name" => "Main jet", "to" => 113)
      expect(after["trace"]["plan"]["steps"].map { |row| row["id"] }).to include("main-jet", "needle", "screw")
    end

    it "keeps the place of a trial, and refuses one that is not there" do
      bike = made(family: "cv", carburetors: 2, plan: "set-up", context: { modified: "intake-exhaust" })
      jet = { setting: "main-jet", from: 110, to: 113, result: "better" }
      add(bike, 1, entry("trial", **jet, place: "3"))
      refused("entries/0/data/place")
      after = add(bike, 1, entry("trial", **jet, place: "2"))
      expect(after["trace"]["trials"].first["place"]).to eq("id" => "2", "name" => "Carburetor 2")
    end
  end

  it "hands out what comes after each answer, for when no server answers" do
    job = job_with(entry("symptom", symptom: "hesitation", seen: "present"),
                   *%w[ping run-on misfire oil-fumes poor-economy].map do |id|
                     entry("symptom", symptom: id, seen: "unknown", asked: true)
                   end)
    sheet = get_json("/api/v1/jobs/#{job['id']}/ahead")
    assert_response_schema_confirm(200)
    expect(sheet["version"]).to eq job["version"]
    expect(sheet["ahead"]["check"]).to eq job.dig("trace", "next", "check", "id")
    expect(get_json("/api/v1/jobs/#{job_with['id']}/ahead")["ahead"]).to be_nil
  end
end

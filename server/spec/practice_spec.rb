# frozen_string_literal: true

require_relative "server_helper"

RSpec.describe "Practice" do
  def begun(**asked)
    post_json("/api/v1/practice", { id: SecureRandom.uuid, family: "small-float", level: "plain", by: "Eva", **asked })
  end

  def practice(by = "Eva") = get_json("/api/v1/practice?by=#{by}")
  def job(id) = get_json("/api/v1/jobs/#{id}")
  def hidden(id) = ServerUnderTest.store.practices.find(id).exercise["faults"].keys
  def at(id, what, body = {}) = post_json("/api/v1/jobs/#{id}/practice/#{what}", body)

  # A practice of one known fault, whatever would have been drawn.
  def of_one(fault, family: "small-float")
    one = UpperBranch::Practice::Exercise.new(CATALOGUE, family: family, level: "plain", seed: 3,
                                                         faults: { fault => 0.8 })
    made = post_json("/api/v1/jobs", { id: SecureRandom.uuid, title: "Practice",
                                       entries: [machine(family), *one.complaint.map { |id| told(id) }] })
    ServerUnderTest.store.practices.begin(made["id"], UpperBranchServer::Store::Practices::Learner.new(name: "Eva"),
                                          one)
    job(made["id"])
  end

  def told(symptom, seen = "present") = entry("symptom", symptom: symptom, seen: seen)

  def add(made, *entries)
    post_json("/api/v1/jobs/#{made['id']}/entries", { version: job(made["id"])["version"], entries: entries })
  end

  it "takes no name that is blank, and is begun without one" do
    begun(by: " ")
    expect([last_response.status, answer["errors"].first["field"]]).to eq [422, "by"]
    post_json("/api/v1/practice", { id: SecureRandom.uuid, family: "small-float", level: "plain" })
    expect(last_response.status).to eq 201
  end

  it "begins once, however often it is sent, and takes no job for its own" do
    id = SecureRandom.uuid
    begun(id: id)
    hides = hidden(id)
    expect(begun(id: id)).to eq("job" => id)
    expect([last_response.status, hidden(id), practice["open"].size]).to eq [200, hides, 1]
    assert_schema_conform(200)
    begun(id: id, by: "Otto")
    expect(last_response.status).to eq 409
    real = job_with["id"]
    begun(id: real)
    expect([last_response.status, job(real)["practice"]]).to eq [409, false]
  end

  it "leaves nothing behind where it could not be begun whole" do
    allow(ServerUnderTest.store.practices).to receive(:begin).and_raise(Sequel::DatabaseDisconnectError)
    begun
    expect([last_response.status, get_json("/api/v1/jobs")["jobs"]]).to eq [503, []]
  end

  it "begins with a machine and what its owner says, and tells nobody what is hidden" do
    made = begun
    expect(last_response.status).to eq 201
    shown = job(made["job"])
    expect(shown).to include("practice" => true, "title" => "Practice: Small four-stroke")
    expect(shown["entries"].map { |row| row["kind"] }.uniq).to eq %w[machine symptom]
    expect(shown["entries"].map { |row| row["by"] }.uniq).to eq ["Eva"]
    looked = at(made["job"], "look", check: "filter")
    assert_schema_conform(200)
    expect(CATALOGUE.check("filter").outcomes.keys).to include(*looked["outcomes"])
    said = practice
    assert_schema_conform(200)
    expect(said["open"].map { |row| row["job"] }).to eq [made["job"]]
    hidden(made["job"]).each { |fault| expect(JSON.generate(said)).not_to include("\"#{fault}\"") }
  end

  it "answers by the machine as it stands: sound once it is mended" do
    made = of_one("stop-too-fast")
    expect(at(made["id"], "look", check: "idle-speed")).to include("outcomes" => ["high"], "engine" => true,
                                                                   "reading" => include("unit" => "rpm"))
    expect(at(made["id"], "ask", symptom: "high-idle")).to eq("answer" => "yes")
    assert_schema_conform(200)
    expect(at(made["id"], "ask", symptom: "high-idle", condition: "fully-warm")["answer"]).to be_in_words
    expect(at(made["id"], "ask", symptom: "high-idle", way: "loaded")["answer"]).to be_in_words
    add(made, entry("repair", repair: "stop-too-fast"))
    expect(at(made["id"], "ask", symptom: "high-idle")).to eq("answer" => "no")
    expect(at(made["id"], "look", check: "idle-speed")["outcomes"]).to eq ["in-spec"]
  end

  def be_in_words = eq("yes").or(eq("no")).or(eq("unknown"))

  it "says where there is nothing to read, and writes nothing down" do
    made = of_one("idle-passage-blocked", family: "car-one")
    at(made["id"], "look", check: "idle-speed")
    assert_schema_conform(409)
    expect(answer).to include("type" => "/problems/unreadable", "detail" => start_with("It does not run by itself"))
    expect(job(made["id"])["version"]).to eq made["version"]
    passed = entry("passed_over", check: "idle-speed", reason: "it does not run by itself for it")
    post_json "/api/v1/jobs/#{made['id']}/entries", { version: made["version"], entries: [passed] }
    assert_schema_conform(200)
    expect(answer["trace"]["next"]["passed_over"].map { |row| row["id"] }).to eq ["idle-speed"]
  end

  it "lets its engine be run by hand, keeps how it was left, and runs right again once it is mended" do
    made = of_one("stop-too-fast")
    cold = at(made["id"], "engine", seconds: 2, done: { starter: true })
    assert_schema_conform(200)
    expect(cold["samples"].size).to eq 20
    expect(cold["samples"].first).to include("running" => false, "lambda" => nil)
    3.times { at(made["id"], "engine", seconds: 2, done: { starter: true }) }
    warm = at(made["id"], "engine", seconds: 2, warm: true, done: { key: true })["samples"].last
    at(made["id"], "engine", seconds: 2, done: {})
    fast = at(made["id"], "engine", seconds: 1, done: {})["samples"].last
    expect(fast["time"] - warm["time"]).to be_within(0.01).of(3)
    expect(fast).to include("running" => true, "rpm" => be > 1950)
    add(made, entry("repair", repair: "stop-too-fast"))
    5.times { at(made["id"], "engine", seconds: 2, done: {}) }
    expect(at(made["id"], "engine", seconds: 1, done: {})["samples"].last["rpm"]).to be_between(1600, 1800)
    at(made["id"], "engine", seconds: 1, done: { throttle: 1.4 })
    expect([last_response.status, answer["errors"].first["detail"]]).to eq [422, "throttle: a number from 0 to 1"]
    at(made["id"], "engine", seconds: 9, done: {})
    expect(last_response.status).to eq 422
  end

  it "lets nobody turn an engine that fuel runs out of, by hand no more than by a check" do
    made = of_one("bowl-gasket")
    add(made, entry("gate", gate: "fuel-out", safe: true))
    at(made["id"], "engine", seconds: 1, done: { key: true })
    assert_schema_conform(409)
    expect(answer["detail"]).to start_with("Fuel is running out")
    at(made["id"], "engine", seconds: 1, done: { key: false })
    expect(last_response.status).to eq 200
    add(made, entry("repair", repair: "bowl-gasket"), entry("gate", gate: "fuel-out", safe: true))
    at(made["id"], "engine", seconds: 1, done: { key: true })
    expect(last_response.status).to eq 200
  end

  it "is gone through when it is over: the truth, the road and the planner's; then it answers no more" do
    made = of_one("stop-too-fast")
    add(made, entry("check", check: "idle-speed", outcomes: ["high"]), entry("repair", repair: "stop-too-fast"))
    over = at(made["id"], "end")
    assert_schema_conform(200)
    told = over["debrief"]
    expect(told["truth"]).to match [include("id" => "stop-too-fast", "mended" => true)]
    expect(told["road"].map { |row| row["id"] }).to eq %w[idle-speed stop-too-fast]
    expect([told["found"], told["planned"]["minutes"].positive?, over["ended"]]).to match [true, true, be_a(String)]
    expect(at(made["id"], "end")["debrief"]).to eq told
    at(made["id"], "look", check: "filter")
    expect(last_response.status).to eq 409
    expect(job(made["id"])["trace"]["closing"]).to include("as" => "unproven")
  end

  # A debrief is kept as it was told.
  it "still tells what ended before a debrief said whether it comes and goes" do
    made = of_one("stop-too-fast")
    expect(at(made["id"], "end")["debrief"]).to include("comes_and_goes" => false)
    ServerUnderTest.database[:practices].update(debrief: Sequel.lit("debrief - 'comes_and_goes'"))
    expect(get_json("/api/v1/jobs/#{made['id']}/practice")["debrief"]).not_to include("comes_and_goes")
    assert_schema_conform(200)
  end

  # What it is answered to the same sent by many at once: [[status, what the block makes of the answer], ...]
  def at_once(many, path, body)
    Array.new(many) do
      Thread.new do
        browser = Rack::Test::Session.new(app)
        browser.post(path, JSON.generate(body), "CONTENT_TYPE" => "application/json", "HTTP_HOST" => "localhost")
        [browser.last_response.status, yield(JSON.parse(browser.last_response.body))]
      end
    end.map(&:value)
  end

  it "is begun once where the same is sent twice at the same time" do
    asked = { id: SecureRandom.uuid, family: "small-float", level: "plain", by: "Eva" }
    answers = at_once(3, "/api/v1/practice", asked, &:itself)
    expect(answers.map(&:first).count(201)).to eq 1
    expect(answers.map(&:first)).to(all(eq(200).or(eq(201)).or(eq(409))))
    expect(practice["open"].map { |row| row["job"] }).to eq [asked[:id]]
    expect(job(asked[:id])["entries"].count { |row| row["kind"] == "machine" }).to eq 1
  end

  it "ends once where two end it at the same time" do
    made = of_one("stop-too-fast")
    ends = at_once(4, "/api/v1/jobs/#{made['id']}/practice/end", {}) { |body| body["debrief"] }
    expect(ends.map(&:first)).to eq [200] * 4
    expect(ends.map(&:last).uniq.size).to eq 1
    expect(job(made["id"])["entries"].count { |row| row["kind"] == "close" }).to eq 1
  end

  it "keeps a learner's record: what was found, and what to practise next" do
    made = of_one("stop-too-fast")
    add(made, entry("repair", repair: "stop-too-fast"))
    at(made["id"], "end")
    at(of_one("water")["id"], "end")
    said = practice
    mastery = said["record"]["mastery"].to_h { |row| [row["id"], row] }
    expect(mastery["idle"]).to include("tried" => 1, "found" => 1)
    expect(mastery["supply"]).to include("tried" => 1, "found" => 0)
    expect(mastery["idle"]["known"]).to be > mastery["supply"]["known"]
    expect(said["done"].size).to eq 2
    expect(said["record"]["next"]).to include("supply")
    expect(practice("Otto")["done"]).to be_empty
    leaning = nil
    allow(UpperBranch::Practice::Exercise).to receive(:draw).and_wrap_original do |draw, *given, **asked|
      leaning = asked[:focus]
      draw.call(*given, **asked)
    end
    begun(weakest: true)
    expect(leaning["supply"]).to be > leaning["idle"]
  end

  it "mixes with no records and teaches the shop's numbers nothing" do
    made = of_one("water")
    add(made, entry("check", check: "fuel-quality", outcomes: ["water"]), entry("repair", repair: "water"))
    at(made["id"], "end")
    ServerUnderTest.owner[:jobs].update(closed_as: "proven")
    expect(get_json("/api/v1/records")["jobs"]).to be_empty
    expect(get_json("/api/v1/learning")["record"]["jobs"]).to eq 0
    expect(get_json("/api/v1/jobs?state=closed")["jobs"]).to be_empty # it stands on the practice page
    expect(get_json("/api/v1/practice?by=Eva")["done"].map { |row| row["job"] }).to eq [made["id"]]
  end

  it "does what the lead sets, the same for everybody" do
    post_json("/api/v1/practice/exercises", { family: "cv", level: "sly", note: "Before Friday", by: "Lead" })
    assert_schema_conform(200)
    set = practice["set"].first
    expect(set).to include("family" => "cv", "level" => "sly", "note" => "Before Friday", "job" => nil)
    jobs = %w[Eva Otto].map { |by| begun(set: set["id"], by: by)["job"] }
    expect(jobs.map { |id| hidden(id) }.uniq.size).to eq 1
    expect(practice["set"].first).to include("job" => jobs.first, "over" => false)
    at(jobs.last, "end")
    taken = practice["set"].first["taken"]
    expect(taken.map { |row| row.values_at("learner", "job", "found") })
      .to eq [["Eva", jobs[0], nil], ["Otto", jobs[1], false]]
    expect(practice("Otto")["set"].first).to include("job" => jobs.last, "over" => true)
    delete "/api/v1/practice/exercises/#{set['id']}"
    expect(practice["set"]).to be_empty
    expect(practice["open"].size).to eq 1
  end

  it "refuses what there is not, and says what there is" do
    expect(begun(level: "heroic")["errors"].first["detail"]).to include("plain, sly")
    begun(family: "boat")
    expect(last_response.status).to eq 422
    made = of_one("water")
    at(made["id"], "look", check: "sonar")
    expect(last_response.status).to eq 422
    at(made["id"], "ask", symptom: "boredom")
    expect(last_response.status).to eq 422
    at(SecureRandom.uuid, "end")
    expect(last_response.status).to eq 404
    real = job_with
    at(real["id"], "look", check: "filter")
    expect(last_response.status).to eq 404
  end
end

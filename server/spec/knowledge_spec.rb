# frozen_string_literal: true

require_relative "server_helper"
require_relative "real_server"

RSpec.describe UpperBranchServer::Knowledge do
  let(:minutes) { "/checks/pump-shot/minutes" }

  def change(*pairs, version: knowledge["version"], reason: "timed ten times", **more)
    changes = pairs.map { |at, value| { at: at, value: value } }
    post_json("/api/v1/knowledge", { version: version, reason: reason, changes: changes, **more })
  end

  def knowledge = get_json("/api/v1/knowledge")
  def check(id) = get_json("/api/v1/catalogue")["checks"].find { |row| row["id"] == id }
  def field(record, at) = get_json("/api/v1/knowledge/fields?record=#{record}")["fields"].find { |row| row["at"] == at }

  it "changes what everybody is shown at once, signed and with its reason, and the files not at all" do
    expect(check("pump-shot")["minutes"]).to eq 3
    told = change([minutes, 6], ["/checks/pump-shot/outcomes/weak", "Weak, short"], by: "Ines")
    assert_schema_conform(201)
    expect(told["changes"].map { |row| row.values_at("record", "field", "value", "was", "by", "reason", "stands") })
      .to eq [["Pump shot", "Words of an answer: weak", "Weak, short", "Weak", "Ines", "timed ten times", true],
              ["Pump shot", "Minutes", 6, 3, "Ines", "timed ten times", true]]
    expect(check("pump-shot")["minutes"]).to eq 6
    expect(UpperBranch::Catalogue.load.check("pump-shot").minutes).to eq 3
  end

  it "is the same in every process, from the next request on" do
    other = ServerUnderTest.knowledge_on(ServerUnderTest.database)
    change([minutes, 6])
    session = Rack::Test::Session.new(UpperBranchServer::App.assemble(knowledge: other))
    session.get("/api/v1/catalogue", {}, "HTTP_HOST" => "127.0.0.1")
    shown = JSON.parse(session.last_response.body)
    expect(shown["checks"].find { |row| row["id"] == "pump-shot" }["minutes"]).to eq 6
    expect(shown["stamp"]).to eq ServerUnderTest.knowledge.stamp
  end

  it "counts in the trace, and says to a job that began before it what has changed" do
    ServerUnderTest.store.catalogues.remember # as the start command does
    job = job_with(entry("symptom", symptom: "hesitation", seen: "present"))
    change([minutes, 4])
    now = get_json("/api/v1/jobs/#{job['id']}")
    expect(now).to include("catalogue_changed" => true, "catalogue_changes" => { "checks" => ["pump-shot"] })
    steps = now["trace"]["next"].values_at("check", "alternatives").flatten.compact
    expect(steps.find { |row| row["id"] == "pump-shot" }["minutes"]).to eq 4
  end

  it "is undone by giving a place back its word from before, or back to the files" do
    change([minutes, 6])
    change([minutes, 9])
    expect(change([minutes, 6], reason: "nine was wrong")["standing"]).to eq 1
    told = change([minutes, nil], reason: "back to the files")
    expect(told["standing"]).to eq 0
    expect(told["changes"].map { |row| row.values_at("value", "was", "stands") })
      .to eq [[nil, 6, false], [6, 9, false], [9, 6, false], [6, 3, false]]
    expect(ServerUnderTest.knowledge.stamp).to eq CATALOGUE.stamp
  end

  it "is looked at as a whole where several places change at once, one of them back to the files" do
    change([minutes, 6])
    job_with(entry("symptom", symptom: "hesitation", seen: "present"))
    changes = [{ at: "/learned/rates/car-one/pump-cup", value: 20 }, { at: minutes, value: nil }]
    told = post_json("/api/v1/knowledge/effect", { changes: changes })
    expect(told["jobs"].first["after"]["leading"].first["name"]).to eq CATALOGUE.fault("pump-cup").name
    change(*changes.map(&:values))
    expect(ServerUnderTest.knowledge.catalogue.check("pump-shot").minutes).to eq 3
    expect(knowledge["standing"]).to eq 1
  end

  # Both workers begin with it, and go on by another's change.
  it "is there when a server of two workers starts, and comes to both" do
    change([minutes, 6])
    server = RealServer.new(workers: 2).start
    shown = lambda do
      list = Array.new(12) { JSON.parse(Net::HTTP.get(URI("#{server.url}/api/v1/catalogue"))) }
      list.map { |told| told["checks"].find { |row| row["id"] == "pump-shot" }["minutes"] }.uniq
    end
    expect(shown.call).to eq [6]
    change([minutes, 7])
    expect(shown.call).to eq [7]
  ensure
    server&.stop
  end

  {
    ["/checks/pump-shot/minutes", -3] => "A number from 0.5 to 480 min",
    ["/checks/pump-shot/minutes", 3] => "It stands there already",
    ["/checks/pump-shot/minutes", nil] => "It stands as the files have it",
    ["/hazards/fuel-vapor/caution", "None."] => "Nothing by this name can be changed here",
    ["/learned/rates/car-one/no-such", 2] => "car-one: no fault is called no-such"
  }.each do |(at, value), says|
    it "refuses #{value.inspect} at #{at}, at the field" do
      told = change([at, value])
      expect([last_response.status, told["errors"]]).to eq [422, [{ "field" => "changes/0/value", "detail" => says }]]
      expect(knowledge["version"]).to eq 0
    end
  end

  it "refuses what was written against older knowledge, and takes neither of two halves" do
    change([minutes, 6])
    change(["/checks/pump-shot/name", "Squirt"], version: 0)
    expect(last_response.status).to eq 409
    change(["/checks/pump-shot/name", "Squirt"], [minutes, 0])
    expect(last_response.status).to eq 422
    expect(check("pump-shot")["name"]).to eq "Pump shot"
  end

  it "asks for a reason" do
    change([minutes, 6], reason: "  ")
    expect(answer["errors"].first["field"]).to eq "reason"
  end

  it "is never changed nor deleted, not even by the owner of the tables" do
    change([minutes, 6])
    rows = ServerUnderTest.owner[:amendments]
    expect { rows.update(reason: "another") }.to raise_error(Sequel::DatabaseError, /only ever appended/)
    expect { rows.delete }.to raise_error(Sequel::DatabaseError, /only ever appended/)
    expect { ServerUnderTest.database[:amendments].delete }.to raise_error(Sequel::DatabaseError, /permission denied/)
  end

  it "says what may be changed of a record, and within what" do
    change([minutes, 6])
    expect(field("/checks/pump-shot", minutes))
      .to eq("at" => minutes, "name" => "Minutes", "kind" => "number", "value" => 6, "file" => 3, "unit" => "min",
             "least" => 0.5, "most" => 480)
    assert_schema_conform(200)
    cuts = field("/checks/fuel-pressure", "/checks/fuel-pressure/reading/cuts")
    expect(cuts).to include("kind" => "cuts", "unit" => "psi", "value" => [2.5, 6])
    rate = field("/faults/pump-cup", "/faults/pump-cup/rate/is")
    expect(rate["letters"].first).to eq("id" => "VC", "word" => "very common")
    expect(field("/faults/pump-cup", "/repairs/kinds/pump-kit/minutes")["value"]).to eq 12
    change(["/faults/pump-cup/rate/is", "U"])
    expect(knowledge["changes"].first).to include("value" => "U", "value_word" => "uncommon",
                                                  "was_word" => "very common")
    change(["/learned/rates/car-one/pump-cup", 2])
    expect(field("/faults/pump-cup", "/learned/rates/car-one/pump-cup")["name"]).to start_with("Times as often here: ")
    expect(get_json("/api/v1/knowledge/fields?record=/checks/nobody")["fields"]).to eq []
  end

  it "shows what a change would do to open jobs, and does nothing" do
    job = job_with(entry("symptom", symptom: "hesitation", seen: "present"))
    step = job["trace"]["next"]
    told = post_json("/api/v1/knowledge/effect", { changes: [{ at: "/learned/rates/car-one/pump-cup", value: 20 }] })
    assert_schema_conform(200)
    expect(told).to include("open" => 1, "looked" => 1)
    expect(told["jobs"].first).to include("id" => job["id"], "moved" => true)
    names = told["jobs"].first["after"]["leading"].map { |row| row["name"] }
    expect(names.first).to eq CATALOGUE.fault("pump-cup").name
    expect(get_json("/api/v1/jobs/#{job['id']}")["trace"]["next"]).to eq step
    none = post_json("/api/v1/knowledge/effect", { changes: [{ at: "/faults/water/why", value: "It sinks." }] })
    expect(none["jobs"].map { |row| row["moved"] }).to eq [false]
  end

  it "goes out as a patch for the files" do
    change([minutes, 6])
    get "/api/v1/knowledge/shop.patch"
    expect(last_response.headers["content-disposition"]).to include("shop.patch")
    expect(last_response.body.lines.grep(/^[-+] /).map(&:strip)).to eq ["-  minutes: 3", "+  minutes: 6"]
  end

  it "keeps what the files no longer have out of the catalogue, and says so" do
    ServerUnderTest.owner[:amendments].insert(at: "/checks/long-gone/minutes", value: Sequel.lit("'3'::jsonb"),
                                              reason: "once", file: Sequel.lit("'2'::jsonb"))
    told = knowledge
    expect(told["changes"].first).to include("lost" => true, "record" => "long gone")
    expect(told["standing"]).to eq 0
    get "/api/v1/knowledge/shop.patch"
    expect(last_response.body).to eq ""
  end

  it "says where the files have changed under a change since" do
    ServerUnderTest.owner[:amendments].insert(at: minutes, value: Sequel.lit("'8'::jsonb"), reason: "once",
                                              file: Sequel.lit("'2'::jsonb"), was: Sequel.lit("'2'::jsonb"))
    expect(knowledge["changes"].first).to include("file_moved" => true, "stands" => true)
  end
end

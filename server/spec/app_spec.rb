# frozen_string_literal: true

require_relative "server_helper"

RSpec.describe UpperBranchServer::App do
  # Another app under the address of this machine.
  def local(app) = Rack::Test::Session.new(app).tap { |session| session.header("Host", "127.0.0.1") }

  it "answers that it lives whatever the database does, and that it is ready when it can write" do
    header "Host", "10.1.2.3"
    expect(get_json("/health")).to include("status" => "ok", "process" => Process.pid)
    expect(get_json("/ready")["status"]).to eq "ok"
    away = Sequel.connect("postgres://nobody:x@127.0.0.1:1/none", test: false, connect_timeout: 1)
    session = local(described_class.assemble(knowledge: ServerUnderTest.knowledge_on(away)))
    session.get("/health")
    expect(session.last_response.status).to eq 200
    expect { session.get("/ready") }.to output(/ConnectionError/).to_stderr
    expect(session.last_response.status).to eq 503
    expect(session.last_response.body).to include("not ready")
    allow(ServerUnderTest.store).to receive(:migrations_missing).and_return(2)
    get "/ready"
    expect([last_response.status, answer["title"]]).to eq [503, "2 migrations are missing"]
  end

  # All helpers of the routes are mixed into one app: of two with one name the later would answer for both.
  it "has no two helpers of one name" do
    named = described_class.ancestors.select do |one|
      one.to_s.start_with?("UpperBranchServer::") && one.instance_of?(Module)
    end
                           .flat_map { |one| one.instance_methods(false) + one.private_instance_methods(false) }
    expect(named.size).to be > 50
    expect(named.tally.select { |_, count| count > 1 }.keys).to be_empty
  end

  # What a person is shown leads to the line in the journal, and the line tells nothing that was entered.
  it "gives each request an id that stands in header, problem and journal" do
    file = Tempfile.new("journal")
    UpperBranchServer::Journal.open(file.path)
    header "X-Request-Id", "mine"
    get_json "/api/v1/jobs/#{SecureRandom.uuid}"
    id = last_response.headers["x-request-id"]
    expect([id, answer["request"]]).to eq [id, id]
    expect(id).to match(/\A\w{10}\z/)
    job_with(entry("note", text: "The owner is called Secret"))
    get "/api/v1/owner/ABCD-EFGH-JKLM?who=Secret"
    expect { post_json("/api/v1/schools", chosen: { "mixture" => "none of these" }) }.not_to raise_error
    lines = File.readlines(file.path).grep(/\A\{/).map { |line| JSON.parse(line) }
    expect(lines.first).to include("event" => "request", "request" => id, "method" => "GET", "status" => 404)
    expect(lines.map { |line| line["path"] }).to include "/api/v1/owner/*"
    expect(File.read(file.path)).not_to match(/Secret|ABCD/)
  ensure
    UpperBranchServer::Journal.close
  end

  describe "limits how often one address may ask" do
    before do
      UpperBranchServer::Limits.set(ServerUnderTest.database)
      Rack::Attack.enabled = true
    end

    after { Rack::Attack.enabled = false }

    def codes(times) = Array.new(times) { get("/api/v1/owner/ABCD-EFGH-JKLM").then { last_response.status } }

    it "for a code, over all processes, and says how long to wait" do
      expect(codes(20)).to all(eq 404)
      get_json "/api/v1/owner/ABCD-EFGH-JKLM"
      expect([last_response.status, answer["type"]]).to eq [429, "/problems/too-many"]
      expect(last_response.headers["retry-after"].to_i).to be_between(1, 600)
      expect(answer["detail"]).to match(/Wait \d+ (minutes|seconds)/)
      assert_response_schema_confirm(429)
      other = local(described_class.assemble(knowledge: ServerUnderTest.knowledge)) # another process
      other.get("/api/v1/owner/ABCD-EFGH-JKLM", {}, "HTTP_X_FORWARDED_FOR" => "203.0.113.9")
      expect(other.last_response.status).to eq 429
      other.get("/api/v1/owner/ABCD-EFGH-JKLM", {}, "REMOTE_ADDR" => "203.0.113.9")
      expect(other.last_response.status).to eq 404
      get "/api/v1/catalogue"
      expect(last_response.status).to eq 200
    end

    it "counts by itself while the database is away" do
      away = Sequel.connect("postgres://nobody:x@127.0.0.1:1/none", test: false, connect_timeout: 1)
      counts = UpperBranchServer::Limits::Counts.new(away)
      expect(Array.new(2) { counts.increment("a:codes:x", 1, expires_in: 60) }).to eq [1, 2]
    end

    it "forgets in time, and keeps no more than it must" do
      counts = UpperBranchServer::Limits::Counts.new(ServerUnderTest.database)
      %w[a:codes:x a:requests:x].each do |name|
        expect(Array.new(3) { counts.increment(name, 1, expires_in: 60) }).to eq [1, 2, 3]
        expect(counts.read(name)).to eq 3
        counts.delete(name)
        expect(counts.read(name)).to be_nil
        expect(Array.new(2) { counts.increment(name, 1, expires_in: -1) }).to eq [1, 1]
      end
    end
  end

  it "hands out the catalogue by the contract, once for each stamp" do
    words = get_json("/api/v1/catalogue")
    assert_response_schema_confirm(200)
    expect(words["checks"].find { |row| row["id"] == "pump-shot" }["outcomes"].map { |row| row["kind"] }).to include(
      "healthy",
      "abnormal",
      "neutral"
    )
    header "If-None-Match", last_response.headers["etag"]
    get "/api/v1/catalogue"
    expect(last_response.status).to eq 304
  end

  it "keeps the shop's schools, and names one that is none" do
    post_json "/api/v1/schools", { chosen: { "order" => "house-list" } }
    assert_response_schema_confirm(200)
    expect(get_json("/api/v1/schools")).to eq("chosen" => { "order" => "house-list" }, "lacks" => [])
    post_json "/api/v1/schools", { chosen: { "order" => "by-mood" } }
    expect(last_response.status).to eq 422
    expect(answer["errors"].first["field"]).to eq "schools/order"
    expect(get_json("/api/v1/schools")["chosen"]["order"]).to eq "house-list"
    post_json "/api/v1/schools", { chosen: {}, lacks: ["voltmeter"] }
    expect(get_json("/api/v1/schools")["lacks"]).to eq ["voltmeter"]
    post_json "/api/v1/schools", { chosen: {}, lacks: ["wand"] }
    expect(answer["errors"].first["field"]).to eq "lacks"
  end

  it "serves the page at any address of its own, with a policy that allows no other host" do
    %w[/ /jobs/anything /new].each do |path|
      get path
      expect(last_response.status).to eq 200
      expect(last_response.body).to include('<div id="root">')
    end
    expect(last_response.body).not_to include("__STYLE_NONCE__")
    policy = last_response.headers["content-security-policy"]
    expect(policy).to include("default-src 'none'", "script-src 'self'", "frame-ancestors 'none'")
    expect(policy).not_to match(/unsafe|https?:|\*/)
    expect(last_response.headers["x-content-type-options"]).to eq "nosniff"
  end

  it "tells the browser at once which scripts a page will need" do
    get "/jobs/#{SecureRandom.uuid}"
    scripts = last_response.body.scan(%r{rel="modulepreload" href="/(assets/[\w.-]+\.js)"}).flatten
    expect(scripts.join).to include("bench")
    expect(scripts.map { |file| File.join(UpperBranchServer::WEB, file) }).to all(satisfy { |file| File.file?(file) })
    expect(last_response.body).not_to include("__PRELOADS__")
    expect(UpperBranchServer::Preloads.new("/nowhere").into("<!-- __PRELOADS__ -->", "/")).to eq ""
  end

  it "ships no page, style or script that names another host" do
    files = Dir[File.join(UpperBranchServer::WEB, "**", "*.{html,css,js}")]
    expect(files.size).to be > 4
    hosts =
      files
        .flat_map { |file| File.read(file).scan(%r{(?:src|href|url\(|import\(?)\s*=?\s*["'(]?(https?://[\w.-]+)}) }
        .flatten
        .uniq
    expect(hosts).to be_empty
  end

  it "answers problem+json for an address of the API that is none" do
    get_json "/api/v1/nothing"
    expect(last_response.status).to eq 404
    expect(last_response.media_type).to eq "application/problem+json"
  end

  it "refuses a host name that is not its own, the one of test tools included" do
    %w[evil.example example.org].each do |host|
      header "Host", host
      get "/api/v1/catalogue"
      expect(last_response.status).to eq 403
    end
  end

  it "lets built files be kept for ever, and the page never" do
    script = Dir[File.join(UpperBranchServer::WEB, "assets", "*.js")].first
    get "/assets/#{File.basename(script)}"
    expect(last_response.headers["cache-control"]).to include("immutable", "max-age=31536000")
    expect(last_response.body.bytesize).to eq File.size(script)
    get "/"
    expect(last_response.headers["cache-control"]).to eq "no-store"
    get "/assets/none-1234.js"
    expect(last_response.status).to eq 404
  end

  # A trigger that raises PostgreSQL's own code for a full disk stands in for one.
  it "says that the disk is full, in health too, and goes on when there is room" do
    database = ServerUnderTest.owner
    database.run(
      "CREATE FUNCTION no_room() RETURNS trigger LANGUAGE plpgsql AS $$ BEGIN RAISE EXCEPTION 'could not extend file' USING ERRCODE = '53100'; END $$"
    )
    %w[settings jobs].each do |table|
      database.run("CREATE TRIGGER no_room BEFORE INSERT ON #{table} FOR EACH ROW EXECUTE FUNCTION no_room()")
    end
    expect { get_json("/ready") }.to output(/disk|extend/i).to_stderr
    expect([last_response.status, answer["title"]]).to eq [507, "The disk of the server is full"]
    expect { job_with }.to output.to_stderr
    expect(last_response.status).to eq 507
    database.run("DROP FUNCTION no_room() CASCADE")
    expect(get_json("/ready")["status"]).to eq "ok"
    expect(job_with["version"]).to eq 1
  ensure
    database.run("DROP FUNCTION IF EXISTS no_room() CASCADE")
  end

  it "says plainly that the database is away, and goes on when it is back" do
    away = Sequel.connect("postgres://nobody:x@127.0.0.1:1/none", test: false, connect_timeout: 1)
    app = described_class.assemble(knowledge: ServerUnderTest.knowledge_on(away))
    session = local(app)
    session.get("/api/v1/jobs")
    expect(session.last_response.status).to eq 503
    expect(session.last_response.body).not_to be_empty
    expect(JSON.parse(session.last_response.body)["detail"]).to include("Nothing was lost")
    expect(session.last_response.body).not_to match(/nobody|127\.0\.0\.1:1|\.rb/)
  end

  it "finds its jobs again after the database was stopped in the middle" do
    job = job_with(entry("symptom", symptom: "hesitation", seen: "present"))
    ServerUnderTest.owner.run(
      "SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = current_database() AND pid <> pg_backend_pid()"
    )
    ServerUnderTest.database.pool.connection_validation_timeout = -1
    expect(get_json("/api/v1/jobs/#{job['id']}")["version"]).to eq 2
  end

  it "journals an error whatever letters stand in it" do
    said = ["\xEF\xBB\xBF not text".b, "half \xE2".b, "in UTF-8: \u2028", ""]
    said.each do |text|
      expect { UpperBranchServer::Journal.error("x", RuntimeError.new(text)) }
        .to output(/"error":"RuntimeError","says":"/).to_stderr
    end
  end

  it "answers a fault of its own without a stack trace" do
    broken = ServerUnderTest.knowledge_on(ServerUnderTest.database)
    allow(broken.store.shop).to receive(:board_order).and_raise("secret detail")
    session = local(described_class.assemble(knowledge: broken))
    expect { session.get("/api/v1/jobs") }.to output(/secret detail/).to_stderr
    expect(session.last_response.status).to eq 500
    expect(session.last_response.body).not_to match(/secret|\.rb/)
  end

  it "loads the demo once, and never over jobs that are there" do
    store = ServerUnderTest.store
    expect(UpperBranchServer::Demo.load(store, ServerUnderTest.database)).to be true
    titles = get_json("/api/v1/jobs")["jobs"].map { |row| row["title"] }
    expect(titles).to include("Cider press hesitates when the valve is opened and has begun to flood after standing")
    closed = get_json("/api/v1/jobs?state=closed")["jobs"]
    expect(closed.map { |row| row.values_at("title", "closed_as") }).to eq [
      ["Sprayer pump pours fuel from its vent", "proven"]
    ]
    expect(UpperBranchServer::Demo.load(store, ServerUnderTest.database)).to be false
    expect(get_json("/api/v1/jobs")["jobs"].size).to eq titles.size
  end
end

# frozen_string_literal: true

require_relative "drill_talk"

# What comes in wrong, late, twice or from another time. Against the real server on the database of this run.
RSpec.describe "Odd days" do
  include DrillTalk

  let(:server) { RealServer.new(workers: workers) }

  before { ServerUnderTest.clean }
  after { server.stop }

  # How often each job is there, and whether every chain is whole.
  def expect_each_once(ids)
    expect(database[:jobs].select_map(:id)).to match_array(ids)
    expect(ServerUnderTest.store.chain.broken).to be_empty
  end

  it "an import is killed in its middle: what is in is whole, and once more brings the rest" do
    path = File.join(Dir.mktmpdir, "shop.zip")
    UpperBranchServer::Demo.load(ServerUnderTest.store, database)
    ids = database[:jobs].select_map(:id)
    UpperBranchServer::Keeping::ShopFile.new(ServerUnderTest.knowledge).out(path)
    ServerUnderTest.clean
    pid = Process.spawn({ "DATABASE_URL" => ServerUnderTest.app_url }, "bundle", "exec", "ruby", "server/keep.rb",
                        "import", path, chdir: UpperBranchServer::ROOT, out: File::NULL, err: File::NULL)
    until_so("no job came in") { database[:jobs].count > 2 }
    Process.kill(:KILL, pid)
    Process.wait(pid)
    half = database[:jobs].select_map(:id)
    expect(half - ids).to be_empty
    expect(database[:entries].distinct.select_map(:job_id)).to match_array(half)
    UpperBranchServer::Keeping::ShopFile.new(ServerUnderTest.knowledge).in(path)
    expect_each_once(ids)
    told("import killed", jobs: ids.size, in_when_killed: half.size)
  end

  it "the server is killed while files come in: each job is there as a whole or not at all, and is sent again" do
    server.start
    files = Array.new(12) { |i| job_file(i) }
    threads = files.map { |file| Thread.new { taken_in(file) } }
    until_so("no file came in") { database[:jobs].any? }
    server.kill
    threads.each(&:join)
    sizes = database[:entries].group_and_count(:job_id).map { |row| row[:count] }
    expect(sizes).to all(eq 41)
    server.start
    files.each { |file| expect(taken_in(file)).to eq(201).or(eq(200)) }
    expect_each_once(files.map { |file| file["id"] })
    told("server killed while files come in", whole: sizes.size, of: files.size)
  end

  def job_file(number)
    notes = Array.new(40) { |i| entry("note", text: "line #{i}") }
    id = SecureRandom.uuid
    { "format" => "upper-branch-job-entries", "version" => 1, "id" => id, "title" => "File #{number}",
      "entries" => JSON.parse(JSON.generate([machine, *notes])).map do |row|
        row.merge("at" => Time.now.utc.iso8601(3))
      end }
  end

  # Status, nil where nothing answers.
  def taken_in(file)
    sent("/api/v1/jobs/file", { text: JSON.generate(file) }).code.to_i
  rescue SystemCallError, IOError
    nil
  end

  # What pages of an earlier release sent: every job of the frozen corpus, entry by entry.
  it "an old page writes to a new server: what it sends is taken, or refused in words with its place" do
    server.start
    jobs = JSON.parse(File.read(File.join(UpperBranchServer::ROOT, "core/spec/corpus/jobs-2026-11.json")))
    picked = jobs.first((seconds * 4).ceil)
    answers = picked.flat_map { |entries| written_by_an_old_page(entries) }
    expect(answers.map(&:first).uniq - [200, 201, 422]).to be_empty
    expect(answers.count { |status, _| status < 300 } / answers.size.to_f).to be > 0.9
    refused = answers.select { |status, _| status == 422 }.map { |_, body| JSON.parse(body) }
    expect(refused).to all(include("detail", "errors"))
    told("old page", entries: answers.size, refused: refused.size)
  end

  def written_by_an_old_page(entries)
    ids = entries.to_h { |row| [row["id"], SecureRandom.uuid] }
    first, *rest = entries.map { |row| renamed(row, ids) }
    made = sent("/api/v1/jobs", { id: SecureRandom.uuid, title: "Old", entries: [first] })
    job = JSON.parse(made.body)
    version = job["version"]
    [[made.code.to_i, made.body]] + rest.map do |row|
      answer = sent("/api/v1/jobs/#{job['id']}/entries", { version: version, entries: [row] })
      version = JSON.parse(answer.body)["version"] if answer.code == "200"
      [answer.code.to_i, answer.body]
    end
  end

  def renamed(row, ids)
    data = row["data"].transform_values { |value| ids.fetch(value, value) }
    { id: ids.fetch(row["id"]), kind: row["kind"], data: data }
  end

  it "an old page asks for a file of its own that is gone: it is told so, and not given a page instead" do
    server.start
    gone = Net::HTTP.get_response(URI("#{server.url}/assets/bench-0ld.js"))
    expect([gone.code, gone["content-type"]]).to eq ["404", "application/problem+json"]
    expect(Net::HTTP.get_response(URI("#{server.url}/jobs/#{SecureRandom.uuid}")).code).to eq "200"
  end

  # The server's clock a day back, and entries from a database whose clock ran ahead.
  it "the clock is set back: the order is the one they were written in, and everything goes on" do
    server.start
    id = job_with(entry("symptom", symptom: "hesitation", seen: "present"))["id"]
    ahead = { job_id: id, sequence: 3, id: SecureRandom.uuid, kind: "note", at: Time.now + 86_400,
              data: Sequel.pg_jsonb({ "text" => "tomorrow" }) }
    ServerUnderTest.owner[:entries].insert(ahead)
    ServerUnderTest.owner[:jobs].where(id: id).update(version: 3, updated_at: Time.now + 86_400)
    server.stop
    yesterday = File.expand_path("yesterday.rb", __dir__)
    journal = Tempfile.new.path
    late = RealServer.new(workers: workers, JOURNAL: journal,
                          RUBYOPT: "#{ENV.fetch('RUBYOPT', '')} -r#{yesterday}").start
    answer = Net::HTTP.post(URI("#{late.url}/api/v1/jobs/#{id}/entries"),
                            JSON.generate(version: 3, entries: [entry("note", text: "today")]),
                            "content-type" => "application/json")
    expect(answer.code).to eq "200"
    texts = JSON.parse(answer.body)["entries"].filter_map { |row| row["data"]["text"] }
    expect(texts).to eq %w[tomorrow today]
    expect(File.foreach(journal).map { |line| Time.parse(JSON.parse(line)["at"]) }).to all(be < Time.now - 80_000)
    expect_each_once([id])
  ensure
    late&.stop
  end

  it "a log of 50 MB, one beyond what is taken, and garbage come in: the others do not wait" do
    server.start
    job_with
    answers, slowest = [50_000_000, 70_000_000].map { |bytes| log_comes_in(bytes) }.transpose
    expect(answers.map { |answer| answer.code.to_i }).to eq [202, 413]
    expect(JSON.parse(answers.last.body)["detail"]).to include("cut it to the part that matters")
    garbage = sent("/api/v1/logs?name=garbage", Random.new(1).bytes(2_000_000), "text/csv")
    expect(garbage.code.to_i).to eq(202).or be_between(400, 499)
    expect(slowest.max).to be < 60
    began = now
    server.stop # while one is read and another waits
    expect(now - began).to be < 60
    told("logs", statuses: answers.map(&:code), board_meanwhile: slowest.max.round(2))
  end

  # [its answer, the longest the board took meanwhile]
  def log_comes_in(bytes)
    line = "#{Array.new(8) { |i| 1000 + i }.join(',')}\n"
    body = "time,rpm,a,b,c,d,e,f\n#{line * (bytes / line.size)}"
    thread = Thread.new { sent("/api/v1/logs?name=large", body, "text/csv") }
    slowest = 0.0
    slowest = [slowest, board_takes].max while thread.alive?
    [thread.value, slowest]
  end

  it "requests bent out of shape by the thousand: never a fault, and a good one after them is answered" do
    server.start
    id = job_with["id"]
    statuses = Hash.new(0)
    count = (seconds * 300).ceil.clamp(300, 10_000)
    Mutations.each(seed: 11, count: count, job: id) { |*request| statuses[raw(*request)] += 1 }
    expect(statuses.keys.select { |status| status >= 500 }).to be_empty, statuses.inspect
    expect(statuses.values.sum).to eq count
    expect(sent("/api/v1/jobs/#{id}/entries", { version: database[:jobs].where(id: id).get(:version),
                                                entries: [entry("note", text: "good")] }).code).to eq "200"
    told("mutated requests", count: count, statuses: statuses.sort.to_h)
  end

  # Written out as it is, since tools would tidy a bent address first. 0 where the server hangs up without a word. Only
  # the first line of the answer is waited for: a live line has no end.
  def raw(method, path, body, type)
    socket = TCPSocket.new("127.0.0.1", server.port)
    head = ["#{method} #{path.to_s.delete("\r\n ")} HTTP/1.1", "Host: 127.0.0.1", "Connection: close",
            *("Content-Type: #{type.to_s.delete("\r\n")}" if type), "Content-Length: #{body.to_s.bytesize}"]
    socket.write("#{head.join("\r\n").b}\r\n\r\n".b, body.to_s.b)
    socket.gets.to_s[%r{\AHTTP/1\.1 (\d+)}, 1].to_i
  rescue SystemCallError
    0
  ensure
    socket&.close
  end
end

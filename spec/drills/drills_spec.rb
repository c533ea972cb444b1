# frozen_string_literal: true

require_relative "drill_talk"
require_relative "writers"

# What a shop meets: power cuts, a database that goes away, two people at once. Against the real server on the database
# of this run, over loopback only.
RSpec.describe "Drills" do
  include DrillTalk

  let(:server) { RealServer.new(workers: workers, **mode) }
  let(:mode) { {} }
  let(:accounts) { { PEOPLE: "accounts", SESSION_SECRET: "d" * 64 } }
  let(:some) { (seconds * 15).ceil } # entries before and after what happens

  before { ServerUnderTest.clean }
  after { server.stop }

  # Everything acknowledged is there, once; every chain is whole.
  def expect_nothing_lost(writers)
    stored = database[:entries].where(kind: "note").select_map(%i[job_id id])
    said = writers.list
    expect(said).not_to be_empty
    expect(said - stored).to be_empty
    expect(stored.uniq.size).to eq stored.size
    expect(ServerUnderTest.store.chain.broken).to be_empty
  end

  # s until it answers
  def back(limit = 60, which = server)
    began = now
    Thread.pass until which.answers? || now - began > limit
    now - began
  end

  # Ten who write, signed in where that is asked for.
  def writers_at(which, count, owner = ServerUnderTest.owner)
    Writers.new(which.url, count, cookie: mode.any? ? signed_in(which, owner) : nil)
  end

  # Cookie of a new lead.
  def signed_in(which, owner = ServerUnderTest.owner)
    code = UpperBranchServer::Store::People.new(owner).invite(role: "lead")
    body = { login: "lead#{SecureRandom.hex(3)}", name: "Lead #{SecureRandom.alphanumeric(6)}",
             password: "nine hens in the shed" }
    answer = Net::HTTP.post(URI("#{which.url}/api/v1/join/#{code}"), JSON.generate(body),
                            "content-type" => "application/json")
    answer.get_fields("set-cookie").map { |one| one[/\A[^;]+/] }.join("; ")
  end

  def postgres(*command)
    command = [File.join(ENV.fetch("TEST_PG_BIN"), command.first), *command.drop(1)]
    command = ["runuser", "-u", "postgres", "--", *command] if Process.uid.zero?
    system(*command, chdir: "/", out: File::NULL, err: File::NULL)
  end

  def options(data) = File.read(File.join(data, "postmaster.opts"))[/(?<=postgres").*/].delete('"')

  def run_postgres(data, with = options(data))
    # Its children hold the memory until they have noticed.
    100.times do
      break if postgres("pg_ctl", "-D", data, "-w", "-t", "60", "-l", "#{data}/server.log", "-o", with, "start")

      sleep 0.3
    end
    [ServerUnderTest.database, ServerUnderTest.owner].each(&:disconnect)
  end

  # A cluster of its own; the options it runs with.
  def cluster_on(disk)
    FileUtils.chown("postgres", "postgres", disk)
    port = TCPServer.open("127.0.0.1", 0) { |socket| socket.addr[1] }
    postgres("initdb", "-D", "#{disk}/data", "-U", "postgres", "-E", "UTF8", "--locale=C.UTF-8", "--auth=trust",
             "--wal-segsize=1")
    with = "-p #{port} -c listen_addresses=127.0.0.1 -c unix_socket_directories=#{disk} -c max_wal_size=8MB"
    run_postgres("#{disk}/data", with)
    with
  end

  def on(url)
    owner = UpperBranchServer.connect(url, limits: nil)
    UpperBranchServer.migrate(owner)
    UpperBranchServer::AppRole.new(owner).make("drill")
    UpperBranchServer::AppRole.url(url, "drill")
  ensure
    owner&.disconnect
  end

  shared_examples "a server that loses nothing" do
    it "the server is killed under ten writers: nothing acknowledged is lost" do
      server.start
      writers = writers_at(server, 10).start
      writers.write_on(some)
      server.kill
      began = now
      server.start
      away = now - began
      writers.write_on(some)
      writers.stop
      expect_nothing_lost(writers)
      told("server killed", mode: mode.any? ? "accounts" : "open", acknowledged: writers.list.size, lost: 0,
                            away: away.round(1))
    end

    # PostgreSQL's own recovery; the page is told that it is kept.
    it "PostgreSQL is killed under ten writers: nothing acknowledged is lost, and it says so meanwhile" do
      server.start
      writers = writers_at(server, 10).start
      writers.write_on(some)
      data = ENV.fetch("TEST_PG_DATA")
      Process.kill(:KILL, Integer(File.foreach(File.join(data, "postmaster.pid")).first))
      run_postgres(data)
      away = back
      writers.write_on(some)
      writers.stop
      expect_nothing_lost(writers)
      expect(writers.refusals.uniq - [[0, nil]]).to all(eq([503, "/problems/unavailable"]))
      told("PostgreSQL killed", mode: mode.any? ? "accounts" : "open", acknowledged: writers.list.size, lost: 0,
                                ready_after: away.round(1))
    end

    it "PostgreSQL is away for a while: nothing is lost, and it goes on by itself" do
      server.start
      writers = writers_at(server, 10).start
      writers.write_on(some)
      data = ENV.fetch("TEST_PG_DATA")
      with = options(data)
      postgres("pg_ctl", "-D", data, "-m", "immediate", "-w", "stop")
      sleep(seconds)
      run_postgres(data, with)
      again = back
      writers.write_on(some)
      writers.stop
      expect_nothing_lost(writers)
      expect(writers.refusals.uniq - [[0, nil]]).to all(eq([503, "/problems/unavailable"]))
      told("PostgreSQL away", mode: mode.any? ? "accounts" : "open", seconds: seconds, acknowledged: writers.list.size,
                              lost: 0, ready_after: again.round(1))
    end

    # A disk of 200 MB of its own, filled up. As root, where a disk can be mounted.
    it "the disk is full: it says so, nothing acknowledged is lost, and it goes on when there is room" do
      disk = Dir.mktmpdir
      skip "a disk is mounted as root" unless Process.uid.zero? &&
                                              system("mount", "-t", "tmpfs", "-o", "size=200m", "tmpfs", disk, err: File::NULL)
      begin
        with = cluster_on(disk)
        url = "postgres://postgres:x@127.0.0.1:#{with[/-p (\d+)/, 1]}/postgres"
        full = RealServer.new(workers: workers, DATABASE_URL: on(url), DATA_DIR: disk, **mode).start
        writers = writers_at(full, 4, UpperBranchServer.connect(url, limits: nil)).start
        writers.write_on(some)
        system("dd", "if=/dev/zero", "of=#{disk}/filler", "bs=1M", "count=300", err: File::NULL)
        writers.refused_with(507)
        File.delete("#{disk}/filler")
        # perhaps it never ended
        run_postgres("#{disk}/data", with) unless postgres("pg_ctl", "-D", "#{disk}/data", "status")
        expect(back(120, full)).to be < 120
        writers.write_on(some)
        writers.stop
        said = writers.refusals
        expect(said).to include [507, "/problems/disk-full"]
        there = UpperBranchServer.connect(url, limits: nil)
        lost = writers.list - there[:entries].where(kind: "note").select_map(%i[job_id id])
        expect(lost).to be_empty
        expect(UpperBranchServer::Store::Chain.new(there).broken).to be_empty
        told("disk full", mode: mode.any? ? "accounts" : "open", acknowledged: writers.list.size, lost: lost.size,
                          said: said.map(&:first).uniq)
      ensure
        writers&.stop
        full&.stop
        there&.disconnect
        postgres("pg_ctl", "-D", "#{disk}/data", "-m", "immediate", "stop")
        system("umount", "-l", disk)
        FileUtils.rm_rf(disk)
      end
    end

    # As a standby that has not taken over, or a database that somebody has put aside.
    it "the database can only be read: reading goes on, writing is refused in words, and goes on when it can" do
      server.start
      cookie = mode.any? ? signed_in(server) : nil
      writers = Writers.new(server.url, 1, cookie: cookie).start
      writers.write_on(3)
      writers.stop
      id = writers.list.last.first
      role = UpperBranchServer::AppRole.named(URI(ENV.fetch("DATABASE_URL")).path.delete_prefix("/"))
      only_read(role, "on")
      paths = ["/", "/api/v1/account", "/api/v1/jobs", "/api/v1/jobs/#{id}", "/api/v1/jobs/#{id}/file.json",
               "/api/v1/catalogue"]
      until_so("reading does not go on") { paths.all? { |path| asked(path, cookie).last == 200 } } # connections anew
      body = { version: 99, entries: [entry("note", text: "x")] }
      answer = Net::HTTP.post(URI("#{server.url}/api/v1/jobs/#{id}/entries"), JSON.generate(body),
                              { "content-type" => "application/json", "cookie" => cookie }.compact)
      expect([answer.code, JSON.parse(answer.body)["type"]]).to eq ["503", "/problems/unavailable"]
      only_read(role, "off")
      again = Writers.new(server.url, 1, cookie: cookie).start
      again.write_on(3)
      again.stop
    ensure
      only_read(role, "off") if role
    end

    def asked(path, cookie)
      uri = URI("#{server.url}#{path}")
      [path, Net::HTTP.get_response(uri, { "cookie" => cookie }.compact).code.to_i]
    end

    def only_read(role, state)
      owner = ServerUnderTest.owner
      owner.run("ALTER ROLE #{owner.literal(role.to_sym)} SET default_transaction_read_only = #{state}")
      owner.fetch("SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE usename = ?", role).all
      ServerUnderTest.database.disconnect
    end
  end

  describe "at an open bench" do
    it_behaves_like "a server that loses nothing"
  end

  describe "with accounts" do
    let(:mode) { accounts }

    it_behaves_like "a server that loses nothing"
  end

  it "the same entry comes twenty times at once: it is stored once, and every answer is the same" do
    server.start
    id = job_with["id"]
    entry = entry("note", text: "once")
    answers = Array.new(20) do
      Thread.new do
        Net::HTTP.post(URI("#{server.url}/api/v1/jobs/#{id}/entries"), JSON.generate(version: 1, entries: [entry]),
                       "content-type" => "application/json")
      end
    end.map(&:value)
    expect(answers.map { |answer| answer.code.to_i }).to all(eq 200)
    expect(answers.map { |answer| JSON.parse(answer.body)["version"] }).to all(eq 2)
    expect(database[:entries].where(job_id: id).count).to eq 2
    told("same entry twenty times", stored: 1, answers: 20)
  end

  it "two write to one job at the same version: one wins, the other is told by whom and whether it collides" do
    server.start
    20.times do
      id = job_with["id"]
      answers = %w[Ines Jo].map do |name|
        Thread.new do
          body = { version: 1, entries: [entry("check", check: "filter", outcomes: ["clean"]).merge(by: name)] }
          Net::HTTP.post(URI("#{server.url}/api/v1/jobs/#{id}/entries"), JSON.generate(body),
                         "content-type" => "application/json")
        end
      end.map(&:value)
      expect(answers.map { |answer| answer.code.to_i }.sort).to eq [200, 409]
      lost = JSON.parse(answers.find { |answer| answer.code == "409" }.body)
      expect(lost).to include("version" => 2, "collides" => true, "title" => a_string_matching(/Ines|Jo/))
      expect(database[:entries].where(job_id: id).count).to eq 2
    end
    told("two writers", rounds: 20, both_stored: 0)
  end

  it "a backup is taken under ten writers, and comes back whole" do
    server.start
    writers = Writers.new(server.url, 10).start
    folder = Dir.mktmpdir
    keeping = UpperBranchServer::Keeping::Backup.new(ENV.fetch("DATABASE_URL"))
    writers.write_on(some)
    before = writers.list
    began = now
    path = keeping.take(folder)
    took = now - began
    writers.stop
    expect(keeping.manifest(path)["tables"]["entries"]).to be >= before.size
    keeping.look(path)
    expect_nothing_lost(writers)
    told("backup under load", seconds: took.round(1), writers: writers.list.size)
  ensure
    FileUtils.rm_rf(folder) if folder
  end
end

# frozen_string_literal: true

require_relative "drill_talk"
require "json"
require "open3"

# bin/start itself, in a folder of its own with a private database of its own: daily backups, and what hangs.
RSpec.describe "bin/start" do
  include DrillTalk

  # The files git knows of, with the gems and the built page of this checkout.
  def checkout
    folder = Dir.mktmpdir("upper-branch-start")
    File.chmod(0o755, folder)
    root = UpperBranchServer::ROOT
    system("git ls-files -z --cached --others --exclude-standard | xargs -0 cp --parents -t #{folder}", chdir: root)
    FileUtils.mkdir_p(File.join(folder, "var"))
    FileUtils.ln_s(File.join(root, "var/gems"), File.join(folder, "var/gems"))
    FileUtils.ln_s(File.join(root, "web/node_modules"), File.join(folder, "web/node_modules"))
    FileUtils.cp_r(File.join(root, "var/stamps"), File.join(folder, "var/stamps"))
    FileUtils.cp_r(File.join(root, "web/dist"), File.join(folder, "web/dist"))
    folder
  end

  def started(folder, **environment)
    out = File.join(folder, "out.log")
    more = environment.to_h { |name, value| [name.to_s, value.to_s] }
    settings = { "DATABASE_URL" => nil, "RACK_ENV" => nil, "APP_ENV" => nil, "WEB_CONCURRENCY" => "1", "PORT" => "8700",
                 "PGPORT" => "54700", **more }
    pid = Bundler.with_unbundled_env do
      Process.spawn(settings, File.join(folder, "bin/start"), chdir: folder, out: out, err: out, pgroup: true)
    end
    until_so(-> { "bin/start did not serve:\n#{File.read(out)}" }) { File.read(out).include?("Ctrl-C stops it") }
    @address = File.read(out)[%r{http://127.0.0.1:\d+}]
    pid
  end

  # Waits until it is so, for two minutes at most.
  def until_so(otherwise)
    ends = now + 120
    until yield
      raise(otherwise.respond_to?(:call) ? otherwise.call : otherwise) if now > ends

      sleep 0.1
    end
  end

  def ready
    answer = Net::HTTP.start(URI(@address).host, URI(@address).port, open_timeout: 2, read_timeout: 5) do |http|
      http.get("/ready")
    end
    JSON.parse(answer.body).merge("code" => answer.code)
  rescue SystemCallError, IOError, Timeout::Error
    {}
  end

  def children(pid) = File.read("/proc/#{pid}/task/#{pid}/children").split.map(&:to_i)

  # Processes below one whose command line says this.
  def below(pid, says)
    children(pid).flat_map { |one| [one, *below(one, "")] }.select do |one|
      File.read("/proc/#{one}/cmdline").include?(says)
    rescue SystemCallError
      false
    end
  end

  before do
    @folder = checkout
    @backups = Dir.mktmpdir
  end

  after do
    if @pid
      Process.kill(:TERM, @pid)
      Process.wait(@pid)
    end
    FileUtils.rm_rf([@folder, @backups])
  end

  def stamped(time) = File.join(@backups, time.utc.strftime("upper-branch-%Y%m%d-%H%M%S.zip"))

  # Backups of the last hour.
  def dated_now
    Dir[File.join(@backups, "*.zip")].grep(stamped(Time.now - 3600)..stamped(Time.now))
  end

  it "takes a backup a day, thins the old ones, does not mind one of the future, and warns while it fails" do
    forty = Array.new(40) { |i| stamped(Time.now - (90_000 * (i + 1))).tap { |path| File.write(path, "old") } }
    ahead = stamped(Time.now + (400 * 86_400)).tap { |path| File.write(path, "of a wrong clock") }
    @pid = started(@folder, BACKUPS: @backups, BACKUP_LOOK: 1, BACKUP_RETRY: 2)
    until_so("no backup was taken") { dated_now.any? }
    first = dated_now.first
    look = UpperBranchServer::Keeping::Backup.new(ENV.fetch("DATABASE_URL"))
    expect(look.look(first)["tables"]["jobs"]).to be > 5
    until_so("the old ones are not thinned") { Dir.children(@backups).grep(/zip\z/).size < 20 }
    expect(forty.count { |path| File.exist?(path) }).to be_between(7, 20)
    expect(File.exist?(ahead)).to be true
    expect(ready).to include("code" => "200").and(exclude("warnings"))

    # A day goes by: the last one is of yesterday.
    File.rename(first, stamped(Time.now - 87_000))
    until_so("no second backup was taken") { dated_now.any? }

    # The disk for them is gone.
    FileUtils.rm_rf(@backups)
    File.write(@backups, "no folder")
    until_so(-> { "no warning: #{ready}" }) { ready["warnings"].to_a.join.include?("The last backup failed") }
    expect(ready["code"]).to eq "200"
    File.delete(@backups)
    Dir.mkdir(@backups)
    until_so("no third backup was taken") { dated_now.any? }
    until_so("it still warns") { !ready.key?("warnings") }
    told("daily backup", thinned_to: Dir.children(@backups).size)
  end

  def exclude(key) = satisfy("leave out #{key}") { |told| !told.key?(key) }

  it "starts again what hangs: the server, and the private database" do
    @pid = started(@folder, BACKUPS: @backups, HANG_LOOK: 1, HANG_PATIENCE: 2)
    until_so("it is not ready") { ready["code"] == "200" }
    puma = below(@pid, "puma").first
    # It takes longer to boot, as on a busy machine, than a hang is borne with: that is no hang.
    config = File.join(@folder, "server/config.ru")
    File.write(config, "sleep 12\n#{File.read(config)}")
    Process.kill(:STOP, puma)
    began = now
    until_so(-> { "the server hangs on:\n#{File.read(File.join(@folder, 'out.log'))}" }) { ready["code"] == "200" }
    server = now - began
    expect(below(@pid, "puma")).not_to include(puma)
    expect(File.read(File.join(@folder, "out.log")).scan("The server does not answer").size).to eq 1

    master = Integer(File.foreach(File.join(@folder, "var/postgres/postmaster.pid")).first)
    [master, *children(master)].each { |one| Process.kill(:STOP, one) }
    began = now
    until_so(-> { "the database hangs on:\n#{File.read(File.join(@folder, 'out.log'))}" }) do
      File.read(File.join(@folder, "out.log")).include?("The database does not answer") && ready["code"] == "200"
    end
    expect(Integer(File.foreach(File.join(@folder, "var/postgres/postmaster.pid")).first)).not_to eq master
    told("hangs", server_back: server.round(1), database_back: (now - began).round(1))
  end
end

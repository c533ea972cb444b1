# frozen_string_literal: true

require "open3"
require "bundler"
require "tmpdir"

# The programs of bin/ as a newcomer meets them: on a machine where not everything is there, and where something goes
# wrong.
RSpec.describe "The programs of bin/" do
  root = File.expand_path("../..", __dir__)

  # What a program says and how it ends, in an environment that knows nothing of these specs.
  define_method(:run) do |*command, **environment|
    Bundler.with_unbundled_env do
      Open3.capture3(
        { "BUNDLE_GEMFILE" => nil, "RUBYOPT" => nil }.merge(environment.transform_keys(&:to_s)),
        *command,
        chdir: root
      )
    end
  end

  # The gems of this checkout without those that only tests need, as bin/start lays them.
  define_method(:without_test_gems) do |&block|
    Dir.mktmpdir do |folder|
      kept = Bundler.definition.specs_for(%i[default server]).map(&:full_name)
      from = Bundler.bundle_path.to_s
      inside = File.join(folder, "ruby", File.basename(from))
      { "gems" => "", "specifications" => ".gemspec" }.each do |part, ending| # as bundler lays them
        FileUtils.mkdir_p(File.join(inside, part))
        kept.each do |name|
          if File.exist?(File.join(from, part, name + ending))
            FileUtils.ln_s(File.join(from, part, name + ending), File.join(inside, part, name + ending))
          end
        end
      end
      FileUtils.ln_s(File.join(from, "extensions"), File.join(inside, "extensions"))
      block.call(folder)
    end
  end

  it "need no test gems where they trace and read logs" do
    without_test_gems do |gems|
      expect(Dir[File.join(gems, "**", "rspec*")]).to be_empty
      {
        %w[bin/trace docs/examples/cider-press.yml] => /Leading sets/,
        %w[bin/read-log docs/examples/fruit-lorry-road.csv] => /1800 rows/,
        %w[bin/engine car-one --at idle --fault no-supply=1] => /19.0 s    0.0 %      0 /,
        %w[bin/sheet small-float seat-swollen] => /The work:\n.*grooved side inward/m,
        %w[bin/sheet car-one needle-worn docs/examples/cider-press.yml] => /First start:/
      }.each do |command, says|
        out, err, status = run(*command, UPPER_BRANCH_GEMS: gems)
        expect(status).to be_success, err
        expect(out).to match(says)
      end
    end
  end

  # Those that lay the test gems themselves, because they drive a browser or run specs; bin/start is tried by the
  # drills.
  laying_test_gems = %w[drill screenshots test]
  with_database = {
    %w[bin/backup FOLDER] => /jobs, read back and compared/,
    %w[bin/restore BACKUP --look] => /whole.*Nothing was changed/m,
    %w[bin/shop export FOLDER/shop.zip] => /shop[.]zip: \d+ jobs/,
    %w[bin/shop import FOLDER/shop.zip] => /\d+ jobs, \d+ cards/,
    %w[bin/people] => /Nobody has an account yet/,
    %w[bin/people lead] => %r{/join/},
    %w[bin/handbook] => //,
    %w[bin/start] => nil
  }

  # As after bin/start alone, in a new shell: no gem of the tests, no variable that another program sets.
  it "all work without test gems, in a new shell" do
    require_relative "../../server/spec/server_helper"
    ServerUnderTest.clean
    without_test_gems do |gems|
      folder = Dir.mktmpdir
      with_database.each do |command, says|
        next unless says

        backup = Dir[File.join(folder, "upper-branch-*.zip")].first.to_s
        words = command.map { |word| word.sub("FOLDER", folder).sub("BACKUP", backup) }
        out, err, status = run(*words, UPPER_BRANCH_GEMS: gems, DATABASE_URL: ENV.fetch("DATABASE_URL"))
        expect(status).to be_success, "#{words.join(' ')}: #{out}#{err}"
        expect(out + err).to match(says)
      end
      tried = with_database.keys.map { |command| File.basename(command.first) }
      expect(Dir.children(File.join(root,
                                    "bin")) - ["lib", *laying_test_gems, *tried, "trace", "read-log", "engine",
                                               "sheet"])
        .to eq []
    ensure
      FileUtils.rm_rf(folder)
    end
  end

  it "reset the password of a lone lead who has lost everything, at the machine itself" do
    require_relative "../../server/spec/server_helper"
    ServerUnderTest.clean
    people = ServerUnderTest.store.people
    code = people.invite(role: "lead")
    id = ServerUnderTest.database.transaction { people.join(code, login: "ines", name: "Ines") }
    ServerUnderTest.owner[:account_otp_keys].insert(id: id, key: "lost")
    out, err, status = run("bin/people", "reset", "INES", DATABASE_URL: ENV.fetch("DATABASE_URL"))
    expect(status).to be_success, err
    code = out[%r{/join/(\S+)}, 1]
    expect(people.invitation(code)).to eq(role: "lead", login: "ines", name: "Ines")
    ServerUnderTest.database.transaction { people.join(code, login: "", name: "") }
    expect(people.second?(id)).to be false
    _, err, status = run("bin/people", "reset", "nobody", DATABASE_URL: ENV.fetch("DATABASE_URL"))
    expect([status.success?, err]).to match [false, /Nobody signs in as nobody/]
    _, err, = run("bin/people", "reset", DATABASE_URL: ENV.fetch("DATABASE_URL"))
    expect(err).to include "usage: bin/people"
  end

  it "note a backup that failed where the server finds it, and take the note away with the next good one" do
    require_relative "../../server/spec/server_helper"
    ServerUnderTest.clean
    backups = UpperBranchServer::Keeping::Backups
    Dir.mktmpdir do |folder|
      noted = File.join(folder, "failed")
      file = File.join(folder, "a-file")
      File.write(file, "")
      good = { DATABASE_URL: ENV.fetch("DATABASE_URL"), BACKUP_NOTE: noted }
      _, _, status = run("bin/backup", File.join(file, "below"), **good)
      expect(status).not_to be_success
      expect(backups.failed(noted)).to include(at: /\A\d{4}-.*Z\z/, says: /./)
      run("bin/backup", folder, DATABASE_URL: "postgres://nobody:x@127.0.0.1:1/nowhere", BACKUP_NOTE: noted)
      expect(backups.warning(nil, daily: true, file: noted)).to include("The last backup failed", "database")
      _, err, status = run("bin/backup", folder, **good)
      expect(status).to be_success, err
      expect(File.exist?(noted)).to be false
    end
  end

  it "warn of a backup that is late, where one is taken every day" do
    require_relative "../../server/spec/server_helper"
    backups = UpperBranchServer::Keeping::Backups
    last = { "at" => "2026-12-01T04:00:00Z" }
    at = ->(hours) { Time.utc(2026, 12, 1, 4) + (hours * 3600) }
    warned = ->(hours, **more) { backups.warning(last, daily: true, file: "/nowhere", now: at.call(hours), **more) }
    expect([warned.call(30), warned.call(40), warned.call(40, daily: false)])
      .to match [nil, /The last backup is of 2026-12-01T04:00:00Z/, nil]
  end

  it "refuse with a plain sentence what has no sheet" do
    {
      %w[bin/sheet aero-updraft seat-swollen] => /repair: .* is not found on this machine: Aircraft/,
      %w[bin/sheet boat seat-swollen] => /family: No family is called "boat"; use one of: car-one/,
      %w[bin/sheet car-one] => %r{usage: bin/sheet FAMILY REPAIR},
      %w[bin/sheet slide seat-swollen docs/examples/cider-press.yml] => /about a car-one, not a slide/,
      %w[bin/sheet car-one needle-worn nowhere.yml] => /cannot read the file/
    }.each do |command, says|
      out, err, status = run(*command)
      expect([out, status.exitstatus]).to eq ["", 2]
      expect(err).to match(says)
    end
  end

  # Small files that would keep a reader busy for minutes.
  it "refuse a file that is too deep or too long, at once and in words" do
    checks = JSON.generate(format: "upper-branch-job", version: 1, machine: { family: "car-one" },
                           checks: Array.new(3000) { { id: "pump-shot", outcome: "weak" } })
    { "[" * 200_000 => /more than 12 deep/, "machine: #{'{a: ' * 5000}1#{'}' * 5000}" => /more than 12 deep/,
      "#{'{"a":' * 5000}1#{'}' * 5000}" => /more than 12 deep/, "- " * 5000 => /more than 12 deep/,
      checks => /checks: .*500/, "x" * 2_000_000 => /larger than 1000000 bytes/ }.each do |text, says|
      Dir.mktmpdir do |folder|
        file = File.join(folder, "job.yml")
        File.write(file, text)
        %w[bin/trace bin/sheet].each do |program|
          words = program == "bin/sheet" ? [program, "car-one", "needle-worn", file] : [program, file]
          out, err, status = Timeout.timeout(60) { run(*words) }
          expect([out, status.exitstatus]).to eq ["", 2]
          expect(err).to match(says)
          expect(err.lines.size).to be < 3
        end
      end
    end
  end

  it "run the engine into a log that the log reader reads, and refuse what cannot run" do
    log, err, status = run("bin/engine", "cv", "--at", "snap", "--set", "main_jet=2", "--altitude", "800", "--csv")
    expect(status).to be_success, err
    Dir.mktmpdir do |folder|
      File.write(File.join(folder, "snap.csv"), log)
      expect(run("bin/read-log", File.join(folder, "snap.csv")).first).to include("600 rows over 30")
      File.write(File.join(folder, "bad.txt"), "0 warm\n3 throttle up\n")
      {
        %W[bin/engine car-one --at #{folder}/bad.txt] => /Line 2, "3 throttle up": throttle needs a number/,
        %w[bin/engine car-one --fault main-jet-blocked=2] => /from 0 \(not at all\) to 1/,
        %w[bin/engine car-one --fault pump-cup] => /Say how bad: --fault pump-cup=0.7/,
        %w[bin/engine car-one --set bore=5] => /shaft: The shaft is as thick as the bore/,
        %w[bin/engine tractor] => /No engine of the family "tractor"/,
        %w[bin/engine car-one --at nowhere] => /no run and no file called nowhere; runs: tour/,
        %w[bin/engine car-one --at idle --fault fuel-pump-dead] => /Say how bad/,
        %w[bin/engine] => /Usage: bin.engine FAMILY/
      }.each { |command, says| expect(run(*command)).to match ["", says, have_attributes(success?: false)] }
    end
    _, err, = run("bin/engine", "car-one", "--at", "idle", "--fault", "no-supply=1")
    expect(err).to match(/It stalled at \d/)
  end

  it "say what to do where no gems are installed at all" do
    Dir.mktmpdir do |nothing|
      _, err, status = run("bin/trace", "docs/examples/cider-press.yml", UPPER_BRANCH_GEMS: nothing)
      expect(status).not_to be_success
      expect(err).to include("Run bin/start once")
    end
  end

  describe "at their set-up" do
    def shell(script) = run("bash", "-c", "set -euo pipefail; . bin/lib/setup.sh; #{script}")

    it "stop with the step, the place and the end of the log" do
      _, err, status = shell('step "laying pipes" "$(mktemp)"; echo "pipe burst" > "$LOG"; (exit 7); echo never')
      expect(status.exitstatus).to eq 7
      expect(err).to include("stopped while laying pipes (status 7", "pipe burst")
      _, err, status = shell('step "counting"; echo "$NEVER_SET"')
      expect(status).not_to be_success
      expect(err).to include("stopped while counting")
    end

    it "tidy up whichever way they end, and say nothing when all went well" do
      out, err, status = shell('at_exit "echo tidied"; step "working"')
      expect([out, err, status.exitstatus]).to eq ["tidied\n", "", 0]
      out, = shell('at_exit "echo tidied"; step "working"; false')
      expect(out).to eq "tidied\n"
    end

    # Before PostgreSQL is installed there is no folder of its programs: the look for one must not end the program.
    it "go on where PostgreSQL is not there yet" do
      out, err, status =
        run("bash", "-c", 'set -euo pipefail; compgen() { return 1; }; . bin/lib/setup.sh; echo "found: $PG_BIN"')
      expect([out, err, status.exitstatus]).to eq ["found: \n", "", 0]
    end

    it "keep ten files of PostgreSQL's own log, and empty the old one when it has grown" do
      Dir.mktmpdir do |data|
        FileUtils.mkdir(File.join(data, "log"))
        names = Array.new(14) { |i| format("server-2026112%<day>d-0000%<second>02d.log", day: i / 10, second: i) }
        [*names, "other.txt"].each { |name| File.write(File.join(data, "log", name), "x") }
        File.write(File.join(data, "server.log"), "x" * 10_000_001)
        _, err, status = shell("as_postgres() { \"$@\"; }; PG_DATA=#{data}; pg_logs_thinned")
        expect([status.exitstatus, err]).to eq [0, ""]
        expect(Dir.children(File.join(data, "log"))).to match_array(names.sort.last(10) + ["other.txt"])
        expect(File.size(File.join(data, "server.log"))).to eq 0
      end
    end

    it "look for a backup by the time in its name, not by the clock's whims" do
      Dir.mktmpdir do |folder|
        due = "BACKUPS=#{folder}; if backup_due; then echo due; else echo not; fi"
        at = ->(time) { File.join(folder, time.utc.strftime("upper-branch-%Y%m%d-%H%M%S.zip")) }
        expect(shell(due).first).to eq "due\n"
        File.write(at.call(Time.now + 90_000), "of a wrong clock")
        File.write(at.call(Time.now - 87_000), "of yesterday")
        File.write(File.join(folder, "upper-branch-x-y.zip"), "")
        expect(shell(due).first).to eq "due\n"
        File.write(at.call(Time.now - 3600), "of today")
        expect(shell(due).first).to eq "not\n"
      end
    end

    it "name a package that is missing, when they may not install it" do
      _, err, status = shell("as_root() { false; }; need_packages unobtainium=/nowhere/unobtainium")
      expect(status).not_to be_success
      expect(err).to include("apt-get install -y unobtainium")
    end
  end
end

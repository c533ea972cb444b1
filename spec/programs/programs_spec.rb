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
      { "gems" => "", "specifications" => ".gemspec" }.each do |part, ending|
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
      _, err, status = run("bin/trace", "docs/examples/cider-press.yml", BUNDLE_PATH: nothing)
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

    it "name a package that is missing, when they may not install it" do
      _, err, status = shell("as_root() { false; }; need_packages unobtainium=/nowhere/unobtainium")
      expect(status).not_to be_success
      expect(err).to include("apt-get install -y unobtainium")
    end
  end
end

# frozen_string_literal: true

RSpec.describe UpperBranch::Workshop::Plan do
  def step(job) = UpperBranch::Planning::NextStep.of(job, posterior(job))

  def trial(setting, from, to, result)
    ["trial", { "setting" => setting, "from" => from, "to" => to, "result" => result }]
  end

  def refused(field, &block) = expect(&block).to(raise_error(UpperBranch::Invalid) { |e| expect(e.field).to eq field })
  def add(job, kind, data) = job.with({ "id" => job.entries.size.to_s, "kind" => kind, "data" => data })

  # Every look answered by its healthy word, gates made safe; what is met, in order: [ids, job]
  def walked(job)
    met = []
    40.times do
      now = step(job)
      case now.kind
      when :gate then job = add(job, "gate", { "gate" => now.target["id"], "safe" => true })
      when :check
        met << now.target.check.id
        job = add(job, "check", { "check" => now.target.check.id, "outcomes" => [now.target.check.normal] })
      else return [met, job, now]
      end
    end
  end

  describe "the round with the cowling off" do
    it "goes from look to look without a complaint, and ends sound" do
      met, job, last = walked(live_job("aero-updraft", "plan" => "cowling-off"))
      expect(met).to eq %w[wet-map aero-controls fasteners shaft-play airbox inlet-screen primer-lock]
      expect(last.kind).to eq :close
      expect(last.reason).to include "sound"
      refused("as") { add(job, "close", { "as" => "proven" }) } # the screen is still out
      job = add(job, "put_back", { "check" => "inlet-screen" })
      expect(add(job, "close", { "as" => "proven" })).to be_closed
    end

    it "says what could not be looked at for want of a tool, and is not proven then" do
      _, job, last = walked(live_job("aero-updraft", "plan" => "cowling-off", "lacks" => ["two wrenches"]))
      expect(last.reason).to include "not to be done here: Screen in the inlet nut"
      refused("as") { add(job, "close", { "as" => "proven" }) }
      expect(add(job, "close", { "as" => "unproven", "reason" => "no wrench" })).to be_closed
    end

    it "has a bad finding mended, by the licensed shop where it is its work, before it is over" do
      job = live_job("aero-updraft", found("wet-map", "dry"), found("aero-controls", "worn-end"),
                     "plan" => "cowling-off")
      refused("as") { add(job, "close", { "as" => "proven" }) }
      _, done, last = walked(job)
      expect(last.kind).to eq :refer
      expect(done.defects.map(&:fault)).to eq ["control-end-worn"]
    end
  end

  # One change at a time: standard box back on, then jet, needle, pilot, screw (common practice, no source).
  describe "a set-up after a modification" do
    let(:parted) do
      job("slide", seen("power-lost-after-mod"), found("venturi-size", "fits"), found("float-level", "in-spec"),
          found("intake-swap", "cured"),
          "plan" => "set-up", "context" => { "modified" => "intake-exhaust" }, "work" => ["filter-exhaust-changed"])
    end

    it "is for a machine that was modified, said or not" do
      bare = job("slide", seen("power-lost-after-mod"), "plan" => "set-up")
      expect(bare.machine.condition("modified")).to be true
      expect(described_class.of(bare).steps.map(&:id)).to include "intake-swap"
    end

    def set_up(*trials) = trials.reduce(parted) { |job, (kind, data)| add(job, kind, data) }

    it "parts intake and exhaust first, then tries the jet, step by step" do
      begun = job("slide", seen("power-lost-after-mod"), "plan" => "set-up",
                                                         "context" => { "modified" => "intake-exhaust" })
      expect(step(begun).target.check.id).to eq "venturi-size"
      expect(step(parted)).to have_attributes(kind: :trial)
      expect(step(parted).target.id).to eq "main-jet"
      again = trace(set_up(trial("main-jet", 110, 113, "better")))[:next]
      expect(again[:trial]).to include(setting: "main-jet", from: 113)
      expect(again[:trial][:advice].first).to include "one more step the same way"
    end

    # 110 to 115 as diameters: (115/110)^2 = 1.093, so 9 %, and twice that 19 %.
    it "matches the needle to what the jet has gained" do
      job = set_up(trial("main-jet", 110, 113, "better"), trial("main-jet", 113, 115, "right"),
                   found("passage-size", "ample"))
      expect(step(job).target.id).to eq "needle"
      says = "The jet gained 9 %: let the ring gain 9 to 19 %. More runs out of top end."
      expect(trace(job)[:next][:trial][:advice]).to eq [says]
    end

    it "takes a step that was worse for put back" do
      job = set_up(trial("main-jet", 110, 115, "better"), trial("main-jet", 115, 120, "worse"),
                   found("passage-size", "ample"))
      expect(trace(job)[:next][:trial][:advice].first).to start_with "The jet gained 9 %"
    end

    it "is proven by the complaint alone: the standard box proves nothing of a new set-up" do
      job = set_up(trial("main-jet", 110, 115, "right"), found("passage-size", "ample"), trial("needle", 3, 4, "right"),
                   trial("pilot", 38, 40, "same"), trial("screw", 1.5, 1.75, "right"))
      expect(UpperBranch::Workshop::Proof.of(job).left.map(&:id)).to eq ["power-lost-after-mod"]
      expect(UpperBranch::Planning::Candidates.new(job).all.map { |one| one.check.id }).not_to include "intake-swap"
      expect(posterior(job).now("main-too-small")).to be < 0.2
      expect(step(job).kind).to eq :prove
    end

    it "takes one change of a setting it has, with two different numbers" do
      refused("setting") { add(parted, "trial", trial("mouse", 1, 2, "same").last) }
      refused("to") { add(parted, "trial", trial("main-jet", 110, 110, "same").last) }
      refused("from") { add(parted, "trial", trial("main-jet", -4, 110, "same").last) }
      refused("result") { add(parted, "trial", trial("main-jet", 100, 110, "lovely").last) }
      plain = job("slide", seen("flat-mid"))
      refused("setting") { add(plain, "trial", trial("main-jet", 110, 113, "better").last) }
      refused("plan") { job("slide", "plan" => "cowling-off") }
    end
  end

  # The primary and the secondary of a progressive carburetor are two settings; what is said of no barrel holds for all.
  describe "a set-up of several jets" do
    let(:parted) do
      job("progressive-two", seen("power-lost-after-mod"), found("venturi-size", "fits"),
          found("float-level", "in-spec"), found("intake-swap", "cured"),
          "plan" => "set-up", "context" => { "modified" => "intake-exhaust" })
    end

    def at(place, *rest) = trial(*rest).then { |kind, data| [kind, data.merge("place" => place)] }
    def set_up(*trials) = trials.reduce(parted) { |job, (kind, data)| add(job, kind, data) }
    def asked(job) = trace(job)[:next][:trial]
    def done?(job) = described_class.of(job).setting("main-jet").done

    it "names the barrels, and takes all alike for done" do
      expect(asked(parted)).to include(setting: "main-jet", place: nil, from: nil)
      expect(asked(parted)[:places].map { |row| row[:id] }).to eq %w[first second]
      expect(done?(parted)).to be false
      expect(done?(set_up(trial("main-jet", 120, 122, "same")))).to be true
    end

    it "goes on with the barrel that got better, then with the one not tried" do
      better = set_up(at("first", "main-jet", 120, 122, "better"))
      expect(asked(better)).to include(place: "first", from: 122)
      expect(asked(better)[:advice].first).to eq "First barrel, 120 to 122 was better: one more step the same way, " \
                                                 "until it is no better."
      second = set_up(at("first", "main-jet", 120, 122, "right"))
      expect(asked(second)).to include(setting: "main-jet", place: "second", from: nil, advice: [])
      expect(asked(second)[:places].first).to eq(id: "first", name: "First barrel", done: true, from: 122)
      both = set_up(at("first", "main-jet", 120, 122, "right"), at("second", "main-jet", 140, 145, "same"))
      expect([second, both].map { |job| done?(job) }).to eq [false, true]
    end

    it "leaves a setting as it stands: nothing run, nothing mended, on to the next" do
      left = set_up(at("first", "main-jet", 120, 122, "right"), trial("main-jet", 140, 140, "left"))
      expect(done?(left)).to be true
      expect(left.repairs.size).to eq 1
      expect(left.minutes).to eq set_up(at("first", "main-jet", 120, 122, "right")).minutes
      expect(left.all.last.says(left)).to eq "Main jet stays at 140"
      refused("to") { set_up(trial("main-jet", 140, 142, "left")) }
    end

    it "writes the place down with the trial and with the repair it was" do
      done = set_up(at("second", "main-jet", 140, 145, "right"))
      expect(trace(done)[:trials].first).to include(name: "Main jet", place: { id: "second", name: "Second barrel" })
      expect(done.repairs.last.place).to eq "second"
      expect(done.all.last.says(done)).to eq "Main jet, second barrel, from 140 to 145: right"
    end

    it "refuses a place this machine does not have, at the field" do
      refused("place") { set_up(at("third", "main-jet", 120, 122, "same")) }
      slide = job("slide", seen("power-lost-after-mod"), "plan" => "set-up",
                                                         "context" => { "modified" => "intake-exhaust" })
      refused("place") { add(slide, "trial", at("first", "main-jet", 120, 122, "same").last) }
    end
  end
end

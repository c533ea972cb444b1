# frozen_string_literal: true

# What is dangerous is made safe before an engine is run for a setting, as before a check. Common practice, no source.
RSpec.describe UpperBranch::Workshop::Running do
  include JobTalk

  def setting(loop, values, **more) = ["setting", { "loop" => loop, "values" => values, **more }]
  def enter(known, kind, data) = known.with({ "id" => "next", "kind" => kind, "data" => data })
  def hold(known, loop) = UpperBranch::Workshop::SettingLoop.of(known, loop).hold

  def refused(known, entry, field, words)
    expect { enter(known, *entry) }.to raise_error(UpperBranch::Invalid, words) { |e| expect(e.field).to eq field }
  end

  let(:mixture) { setting("mixture-speed", { "screw" => 1.5, "stop" => 0.5, "speed" => 820 }) }
  let(:jets) { setting("jet-trials", { "jet" => 110, "time" => 9, "plug" => "right" }) }
  let(:saw) do
    setting("high-low-speed", { "low" => 1, "high" => 1, "tick" => 1, "idle" => 2800, "pickup" => "clean",
                                "creeps" => "no" }, "goals" => { "most" => 12_500, "idle" => 2800 })
  end
  let(:plane) { setting("stop-adjust-start", { "rich" => 0, "stop" => 0, "idle" => 650, "rise" => 40 }) }

  it "lets a round be taken where nothing stands against it, and counts the way there" do
    warm = enter(live_job("car-one", seen("hesitation"), stands(engine: "warm")), *mixture)
    expect([warm.state.engine, warm.settings.size]).to eq ["running", 1]
    cold = enter(live_job("car-one", seen("hesitation")), *mixture)
    family = cold.machine.family["minutes"]["warm"]
    expect(cold.minutes).to eq family + 2
  end

  it "runs nothing while fuel runs out, whatever is answered, until it is mended and stays dry" do
    out = live_job("car-one", seen("flood-vent"), stands(carburetor: "on"))
    expect(hold(out, "mixture-speed")).to have_attributes(kind: "repair", says: /until that is mended and dry/)
    refused(out, mixture, "loop", /mended and dry/)
    answered = enter(out, *safe("fuel-out"))
    refused(answered, mixture, "loop", /mended and dry/)
    mended = enter(answered, *repaired("needle-grit"))
    expect(hold(mended, "mixture-speed")).to have_attributes(kind: "gate", gate: include("id" => "fuel-out"))
    dry = enter(mended, *safe("fuel-out"))
    expect(hold(dry, "mixture-speed")&.kind).not_to eq "gate"
    expect(hold(out, "float")).to be_nil # nothing runs for it
  end

  it "asks whether the oil was changed, and whether a locked engine turns by hand" do
    { "oil-dilution" => "oil-fuel", "crank-locked" => "locked" }.each do |symptom, gate|
      known = live_job("car-one", seen(symptom), stands(engine: "warm"))
      expect(hold(known, "mixture-speed").gate).to include("id" => gate)
      refused(known, mixture, "loop", /.+/)
      free = hold(enter(known, *safe(gate)), "mixture-speed")
      expect(free&.gate).to be_nil
    end
  end

  it "clears the propeller before an aircraft is set, once in a job" do
    known = live_job("aero-updraft", seen("hesitation"))
    expect(hold(known, "stop-adjust-start").gate).to include("id" => "propeller")
    refused(known, plane, "loop", /propeller/)
    clear = enter(known, *safe("propeller"))
    expect(enter(clear, *plane).settings.size).to eq 1
  end

  it "lets a saw that runs away be set richer, and no jets be timed at full throttle" do
    expect(enter(live_job("diaphragm", seen("over-rev")), *saw).settings.size).to eq 1
    moped = live_job("slide", seen("goes-too-well"), features: { "two-stroke" => true })
    refused(moped, jets, "loop", /no held full throttle/)
    expect(enter(enter(moped, *repaired("main-too-small")), *jets).settings.size).to eq 1
  end

  it "waits for an engine that runs" do
    known = live_job("car-one", seen("no-start"))
    expect(hold(known, "mixture-speed")).to have_attributes(kind: "start", state: { engine: "running" })
    refused(known, mixture, "loop", /does not start/)
    expect(hold(enter(known, *stands(engine: "running")), "mixture-speed")).to be_nil
  end

  it "waits for the carburetor to be refitted, but not where the round itself opens it" do
    off = live_job("car-one", seen("hesitation"), stands(carburetor: "bench"))
    expect(hold(off, "mixture-speed")).to have_attributes(kind: "refit", state: { carburetor: "on" })
    refused(off, mixture, "loop", /refitted/)
    expect(enter(enter(off, *stands(carburetor: "on")), *mixture).settings.size).to eq 1
    open = live_job("slide", seen("hesitation"), stands(carburetor: "open"))
    expect(enter(open, *jets).state.carburetor).to eq "on"
  end

  it "takes what is written down after the fact" do
    done = job("car-one", seen("flood-vent"), stands(carburetor: "bench"), mixture)
    expect(done.settings.size).to eq 1
    closed = UpperBranch::Job.new(CATALOGUE, done.entries)
    expect(closed.settings.size).to eq 1
  end

  # A trial is run to be judged, and so is a way to make it happen again.
  it "holds trials and recreating back in the same way" do
    trial = lambda do |result, to|
      ["trial", { "setting" => "main-jet", "from" => 100, "to" => to, "result" => result }]
    end
    known = live_job("slide", seen("flood-vent"), plan: "set-up")
    refused(known, trial.call("better", 105), "result", /mended and dry/)
    expect(enter(known, *trial.call("left", 100)).trials.size).to eq 1
    oil = live_job("slide", seen("oil-dilution"), plan: "set-up")
    refused(oil, trial.call("better", 105), "result", /oil/)
    refused(oil, recreated("oil-dilution", "loaded", false), "way", /oil/)
    expect(enter(oil, *recreated("oil-dilution", "owner-sheet", false)).findings.size).to eq 2
  end

  it "asks the gate in front of a trial, and offers none while nothing may run" do
    plan = [found("venturi-size", "fits"), found("float-level", "in-spec"), found("intake-swap", "cured")]
    ready = ->(*more) { live_job("slide", seen("power-lost-after-mod"), *plan, *more, plan: "set-up") }
    expect(next_step(ready.call)[:kind]).to eq :trial
    oil = next_step(ready.call(found("oil-level", "high-smells-of-fuel")))
    expect(oil).to include(kind: :gate, gate: include(id: "oil-fuel"))
    expect(next_step(ready.call(seen("flood-vent"), safe("fuel-out")))[:kind]).not_to eq :trial
  end
end

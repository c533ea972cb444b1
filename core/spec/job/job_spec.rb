# frozen_string_literal: true

RSpec.describe UpperBranch::Job do
  def refused(field, &block)
    expect(&block).to raise_error(UpperBranch::Invalid) { |e| expect(e.field).to eq field }
  end

  let(:base) { job("car-one", seen("hesitation")) }

  def add(known, row) = known.with({ "id" => "x#{known.entries.size}", "kind" => row[0], "data" => row[1] })

  it "gives the same trace for the same entries, every time" do
    entries = [
      seen("hesitation", "throttle-opens"),
      found("pump-shot", "weak"),
      read("idle-speed", 700),
      repaired("pump-cup"),
      found("pump-shot", "strong-at-once")
    ]
    traces = Array.new(3) { JSON.generate(trace(job("car-one", *entries))) }
    expect(traces.uniq.size).to eq 1
  end

  it "leaves a struck entry in sight and out of the reckoning" do
    wrong = add(base, found("pump-shot", "none"))
    struck_out = add(wrong, struck("x2"))
    expect(struck_out.entries.size).to eq 4
    expect(struck_out.findings.map(&:id)).to eq ["hesitation"]
    expect(posterior(struck_out).all_now).to eq posterior(base).all_now
  end

  it "refuses to strike what is struck or was never there, or the machine under its findings" do
    refused("entry") { add(base, struck("nothing")) }
    refused("entry") { add(base, struck("1")) }
    once = add(base, struck("2"))
    refused("entry") { add(once, struck("2")) }
  end

  it "moves with its checks: a running check warms it, a bench check takes it off" do
    expect(base.state.to_h).to eq(engine: "cold", carburetor: "on")
    warm = add(base, found("idle-speed", "in-spec"))
    expect(warm.state.engine).to eq "running"
    expect(add(warm, found("plate-light", "no-light")).state.carburetor).to eq "bench"
  end

  it "counts the minutes of checks and of the way to them" do
    expect(add(base, found("filter", "clean")).minutes).to eq 3
    expect(add(base, found("idle-speed", "in-spec")).minutes).to eq 10
  end

  it "refuses a stone-cold check after a run, until it is cold again" do
    warm = add(base, found("idle-speed", "in-spec"))
    refused("check") { add(warm, found("choke-cold", "open")) }
    tomorrow = add(warm, stands(engine: "cold"))
    expect(add(tomorrow, found("choke-cold", "open")).result("choke-cold").words).to eq ["open"]
  end

  it "refuses a running check on a machine that does not start, until it is said to run" do
    dead = job("car-one", seen("no-start"))
    refused("check") { add(dead, found("idle-speed", "low")) }
    expect(add(add(dead, stands(engine: "running")), found("idle-speed", "low")).result("idle-speed")).not_to be_nil
  end

  it "refuses to crank an engine with fuel in its oil before it is made safe" do
    diluted = live_job("car-one", seen("oil-dilution"))
    expect { add(diluted, found("spark", "strong")) }.to raise_error(UpperBranch::Invalid, /no cranking/)
    right = add(diluted, found("oil-level", "right"))
    expect(add(right, found("spark", "strong")).result("spark")).not_to be_nil
    high = add(diluted, found("oil-level", "high-smells-of-fuel"))
    expect(add(add(high, safe("oil-fuel")), found("spark", "strong")).result("spark")).not_to be_nil
  end

  it "names the field of a word that is not in the closed list and says which are" do
    expect { add(base, found("pump-shot", "great")) }.to raise_error(
      UpperBranch::Invalid,
      /strong-at-once, late, weak/
    ) { |e| expect(e.field).to eq "outcomes" }
    refused("check") { add(base, found("welch", "tight")) }
    refused("symptom") { add(base, seen("creep")) }
    refused("when") { add(base, seen("rough-idle", "at-dawn")) }
    refused("reading") { add(base, read("filter", 3)) }
    refused("outcomes") { add(base, ["check", { "check" => "filter" }]) }
    refused("outcomes") { add(base, found("choke-cold", "open", "jammed")) }
    refused("outcomes") { add(base, found("screw-tip", "smooth", "bent")) }
    refused("repair") { add(base, repaired("H-in")) }
    refused("hazard") { add(base, ["caution", { "hazard" => "dragons" }]) }
  end

  it "refuses an engine that runs with its carburetor off" do
    refused("engine") { add(base, stands(engine: "running", carburetor: "bench")) }
  end

  it "wants the machine first, and closes only once" do
    expect do
      described_class.new(CATALOGUE, []).with({ "id" => "1", "kind" => "symptom", "data" => seen("hesitation")[1] })
    end.to raise_error(UpperBranch::Invalid)
    closed = add(base, ["close", { "as" => "unproven", "reason" => "taken home" }])
    refused("kind") { add(closed, found("filter", "clean")) }
    expect(add(closed, struck("x2")).closed?).to be false
  end

  it "closes without proof only with a reason, and as proven only when it is" do
    refused("reason") { add(base, ["close", { "as" => "unproven" }]) }
    refused("as") { add(base, ["close", { "as" => "proven" }]) }
    mended =
      [found("pump-shot", "none"), repaired("pump-cup"), found("pump-shot", "strong-at-once")].reduce(
        base
      ) { |known, row| add(known, row) }
    expect { add(mended, ["close", { "as" => "proven" }]) }.to raise_error(UpperBranch::Invalid, /A hole the instant/)
    expect(add(add(mended, not_seen("hesitation")), ["close", { "as" => "proven" }]).closed?).to be true
  end

  it "leaves internal work on an aircraft carburetor to a licensed mechanic" do
    plane = job("aero-updraft", seen("runs-rich"))
    plan = UpperBranch::Workshop::Repairs.find(plane.machine, "needle-grit")
    expect(plan.refers?).to be true
    refused("repair") { add(plane, repaired("full-strip-clean-kit")) }
  end

  describe "what a check took off" do
    let(:shot) { job("car-one", seen("hesitation"), stands(engine: "warm"), found("pump-shot", "weak")) }

    it "stays on the list until it is ticked as back on" do
      expect(trace(shot)[:put_back]).to eq [
        { checks: [{ id: "pump-shot", name: "Pump shot" }], items: ["air cleaner"] }
      ]
      back = shot.with({ "id" => "9", "kind" => "put_back", "data" => { "check" => "pump-shot" } })
      expect(trace(back)[:put_back]).to be_empty
    end

    it "names a thing once, whatever number of checks took it off" do
      both = add(add(shot, found("line-flow", "ample")), found("booster-dry", "dry"))
      expect(trace(both)[:put_back].map { |row| [row[:checks].map { |check| check[:id] }, row[:items]] }).to eq [
        [["line-flow"], ["fuel line, leak check"]], [%w[pump-shot booster-dry], ["air cleaner"]]
      ]
      expect(both.loose_ends).to eq ["air cleaner", "fuel line, leak check"]
    end

    it "cannot be ticked when nothing is off" do
      expect { job("car-one", seen("hesitation"), ["put_back", { "check" => "pump-shot" }]) }.to raise_error(
        UpperBranch::Invalid,
        /put back/
      )
    end
  end
end

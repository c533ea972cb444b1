# frozen_string_literal: true

RSpec.describe UpperBranch::Workshop::Engine do
  def engine(family, **given)
    UpperBranch::Workshop::Machine.new(CATALOGUE, family: family, engine: given.transform_keys(&:to_s)).engine
  end

  def ml(flow) = flow * 60_000_000
  def refused(field, &block) = expect(&block).to(raise_error(UpperBranch::Invalid) { |e| expect(e.field).to eq field })

  # Worked by hand: 10 kW x 380 g/kWh = 3800 g/h; at 740 g/L 5.14 L/h = 85.6 mL/min. 300 cc at 6000 rpm, four-stroke,
  # filled to 85 %: 0.765 m3/min of air x 1.2 kg/m3 / 12.8 = 71.7 g/min = 96.9 mL/min. Consumption from memory.
  it "reckons the demand by power, or by displacement and full speed" do
    expect(ml(engine("slide", power: 10).demand)).to be_within(0.2).of(85.6)
    expect(ml(engine("slide", displacement: 300, full_speed: 6000).demand)).to be_within(0.2).of(96.9)
    expect(ml(engine("diaphragm", displacement: 50, full_speed: 10_000).demand)).to be_within(0.2).of(53.8)
    expect(engine("slide", displacement: 300).demand).to be_nil
    expect(engine("car-one").says).to be_nil
  end

  it "refuses what such a machine cannot be, at the field" do
    refused("engine/power") { engine("small-float", power: 900) }
    refused("engine/full_speed") { engine("aero-updraft", full_speed: 9000) }
    refused("engine/weight") { engine("slide", weight: 90) }
  end

  # 25 mL of bowl, 85.6 mL/min asked for and 50 arriving: 25 / 35.6 min = 42 s.
  it "says how long a bowl lasts when too little arrives" do
    expect(engine("slide", power: 10).fades_after(50 / 60_000_000.0)).to be_within(0.3).of(42.1)
    expect(engine("slide", power: 10).fades_after(120 / 60_000_000.0)).to be_nil
  end

  it "is asked for before a flow can be called ample" do
    plain = ["check", { "check" => "line-flow", "outcomes" => ["ample"] }]
    one = ["check",
           { "check" => "line-flow",
             "reading" => { "inputs" => { "volume" => 100, "times" => [40], "points" => ["after-filter"] } } }]
    refused("outcomes") { live_job("slide", seen("fade-wot"), plain) }
    refused("reading/inputs/demand") { live_job("slide", seen("fade-wot"), one) }
    known = ["engine", { "power" => 10 }]
    expect(live_job("slide", seen("fade-wot"), known, plain).findings.last.words).to eq ["ample"]
    expect(live_job("slide", seen("fade-wot"), known, one).findings.last.chances["ample"]).to be > 0.9
    slow = ["check",
            { "check" => "line-flow",
              "reading" => { "inputs" => { "volume" => 100, "times" => [110], "points" => ["after-filter"] } } }]
    short = live_job("slide", seen("fade-wot"), known, slow).findings.last.chances
    expect(short.values_at("short-at-tank-outlet", "short-after-tap",
                           "short-after-filter")).to all be_within(0.01).of(1.0 / 3)
    refused("engine/power") { live_job("small-float", seen("fade-wot"), ["engine", { "power" => 900 }]) }
    refused("engine") { live_job("small-float", seen("fade-wot"), ["engine", {}]) }
  end

  it "stands in the job with what was said later beside it" do
    told = job("slide", seen("fade-wot"), ["engine", { "displacement" => 300 }], ["engine", { "full_speed" => 6000 }])
    expect(told.machine.engine.to_h).to eq("displacement" => 300, "full_speed" => 6000)
    expect(told.machine.engine.demand).not_to be_nil
  end
end

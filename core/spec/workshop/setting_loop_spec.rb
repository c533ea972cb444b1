# frozen_string_literal: true

RSpec.describe UpperBranch::Workshop::SettingLoop do
  include JobTalk

  def set(loop, values, **more) = ["setting", { "loop" => loop, "values" => values, **more.transform_keys(&:to_s) }]
  def with(known, kind, data) = known.with({ "id" => "next", "kind" => kind, "data" => data })
  def loop_of(known, id, place = nil) = described_class.of(known, id, place)

  def refused(field, words = //, &)
    expect(&).to raise_error(UpperBranch::Invalid, words) { |e| expect(e.field).to eq field }
  end

  let(:round) { { "screw" => 1.5, "stop" => 0.5, "speed" => 820 } }
  let(:lorry) { live_job("car-one", set("mixture-speed", round, goals: { "speed" => 650 })) }

  it "says the next turn by what was read, and where each goal comes from" do
    begun = live_job("car-one")
    expect(loop_of(begun, "mixture-speed").says).to start_with "Count the mixture screw"
    usual = loop_of(begun, "mixture-speed").goals.first
    expect([usual.value, usual.source]).to match [be_between(500, 900), "usual in the trade"]
    expect(loop_of(lorry, "mixture-speed").goals.first).to have_attributes(value: 650, source: "said in this job")
    expect(loop_of(lorry, "mixture-speed").says).to eq "Mixture screw to 1.75 turns. Wait, then read."
    limited = with(begun, "limits", { "limits" => { "idle-speed" => { "cuts" => [600, 700], "from" => "job" } } })
    expect(loop_of(limited, "mixture-speed").goals.first).to have_attributes(value: 650, source: "limit of this job")
  end

  # A figure that could wreck the engine is never the trade's usual one.
  it "asks for the maker's most, and makes none up" do
    expect(loop_of(live_job("diaphragm"), "high-low-speed").step).to have_attributes(as: "ask", word: "ask-most")
    expect(loop_of(live_job("car-one"), "timing-vacuum-mixture").step.word).to eq "ask-most"
    expect(loop_of(live_job("car-one"), "float").step.word).to eq "ask-wanted"
  end

  it "is asked for as this machine has it" do
    refused("loop", /mixture-speed/) { with(lorry, *set("high-low-speed", round)) }
    refused("values/screw", /0 to 12 turns/) { with(lorry, *set("mixture-speed", round.merge("screw" => 99))) }
    refused("values/speed", /say what it is/) { with(lorry, *set("mixture-speed", round.except("speed"))) }
    refused("values/color") { with(lorry, *set("mixture-speed", round.merge("color" => 1))) }
    refused("values/speed") { with(lorry, *set("mixture-speed", round.merge("speed" => "fast"))) }
    refused("goals/speed", /300 to 4000 rpm/) { with(lorry, *set("mixture-speed", round, goals: { "speed" => 9 })) }
    refused("place") { with(lorry, *set("mixture-speed", round, place: "left")) }
    refused("fresh") { with(live_job("car-one"), *set("mixture-speed", round, fresh: true)) }
    trials = { "jet" => 110, "time" => 9, "plug" => "green" }
    refused("values/plug", /right, lean, rich, none/) { with(live_job("car-one"), *set("jet-trials", trials)) }
  end

  it "is set at each place by itself, and reads every one of a bank" do
    tug = live_job("side-twin", carburetors: 2)
    refused("place", /Say which one/) { with(tug, *set("float", { "bend" => 0, "level" => 12 })) }
    set = with(tug, *set("float", { "bend" => 0, "level" => 12 }, place: "2", goals: { "wanted" => 14 }))
    expect(loop_of(set, "float", "2").title).to match(/Float setting, .*2/)
    expect(loop_of(set, "float", "1").rounds).to be_empty
    expect(loop_of(tug, "bank").fields.map { |field| field["id"] }).to eq %w[meter-1 meter-2 speed]
    out = with(tug, *set("bank", { "meter-1" => 8, "meter-2" => 10 }))
    expect(loop_of(out,
                   "bank").says).to match(/\A.*2.* pulls 25 % more than the others: its screw back until it reads 8/)
  end

  it "begins anew where it is asked to, and tells as found and as left" do
    known = with(lorry, *set("mixture-speed", round.merge("screw" => 1.75)))
    expect(loop_of(known, "mixture-speed").found).to eq("screw" => 1.5, "stop" => 0.5)
    expect(loop_of(known, "mixture-speed").left).to eq("screw" => 1.75, "stop" => 0.5)
    anew = with(lorry, *set("mixture-speed", round.merge("screw" => 2), fresh: true))
    expect(loop_of(anew, "mixture-speed").rounds.size).to eq 1
    expect(UpperBranch::Views::Told.of(lorry).last[:says])
      .to eq "Mixture and speed: Mixture screw out 1.5 turns; Stop screw past first touch 0.5 turns; " \
             "Idle speed 820 rpm"
    expect([lorry.state.engine, lorry.minutes]).to eq ["running", lorry.machine.family["minutes"]["warm"] + 2]
  end

  it "begins a run of its own after a repair, and shows both curves side by side" do
    flat = [1.5, 1.75].map { |turns| set("mixture-speed", { "screw" => turns, "stop" => 0.5, "speed" => 700 }) }
    known = live_job("car-one", *flat, ["repair", { "repair" => "advance-stuck" }])
    expect(loop_of(known, "mixture-speed").rounds.size).to eq 2 # still the last there is
    expect(UpperBranch::Views::Settings.begun(known).first[:before]).to be_nil
    better = [1.5, 1.75].map do |turns|
      set("mixture-speed", { "screw" => turns, "stop" => 0.5, "speed" => 600 + (80 * turns) })
    end
    mended = better.each_with_index.reduce(known) do |job, ((kind, data), i)|
      job.with({ "id" => "m#{i}", "kind" => kind, "data" => data })
    end
    expect(loop_of(mended, "mixture-speed").runs.map(&:size)).to eq [2, 2]
    row = UpperBranch::Views::Report.of(mended, title: "x").to_h[:settings].first
    expect(row[:before][:points]).to eq [[1.5, 700], [1.75, 700]]
    expect(row[:curve][:points]).to eq [[1.5, 720.0], [1.75, 740.0]]
  end

  it "stands in the report, and is owed while it has not settled" do
    report = UpperBranch::Views::Report.of(lorry, title: "x").to_h
    expect(report[:settings].first).to include(name: "Mixture and speed", settled: false, rounds: 1)
    expect(report[:left_open]).to include(name: "Mixture and speed", reason: "not settled yet")
    expect(UpperBranch::Views::Visit.of(lorry, title: "x")[:settings].first[:left]).to include "1.5 turns"
  end

  it "is lost, and told so, when the catalogue forgot it" do
    rows = lorry.entries + [{ "id" => "g", "kind" => "setting",
                              "data" => { "loop" => "flux", "values" => { "a" => 1 } } }]
    gone = UpperBranch::Job.replay(CATALOGUE, rows)
    expect(gone.lost.first[:says]).to include 'setting loop "flux"'
    expect(gone.settings.size).to eq 1
    short = lorry.entries + [{ "id" => "g", "kind" => "setting",
                               "data" => { "loop" => "mixture-speed", "values" => { "screw" => 1 } } }]
    expect(loop_of(UpperBranch::Job.replay(CATALOGUE, short), "mixture-speed").rounds.size).to eq 1
  end

  it "has a view of every loop of every family, with every sentence whole" do
    CATALOGUE.families.each do |family|
      views = UpperBranch::Views::Settings.of(live_job(family["id"]))
      expect(views).not_to be_empty
      expect(views.map { |view| view[:says] }).to all(match(/\A[A-Z][^{}]*[.?]\z/))
      expect(views.flat_map { |view| view[:fields] }).to all(include(:name, :set, :proposed))
    end
    drawn = UpperBranch::Views::Settings.of(with(lorry,
                                                 *set("mixture-speed", round.merge("screw" => 1.75, "speed" => 840))))
    curve = drawn.find { |view| view[:id] == "mixture-speed" }[:curve]
    expect(curve).to include(points: [[1.5, 820], [1.75, 840]], y: { name: "Idle speed", unit: "rpm" }, peak: nil)
  end
end

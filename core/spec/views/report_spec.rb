# frozen_string_literal: true

RSpec.describe UpperBranch::Views::Report do
  include JobTalk

  def report(job, audience = "customer") = described_class.of(job, title: "Cider press", audience: audience).to_h
  def gone(symptom) = not_seen(symptom)

  # A needle worn, mended, shown; the level as it was left, a step not done, a defect left.
  let(:mended) do
    job("car-one", seen("flood-vent", "parked"), found("hold-test", "runs"), found("needle-look", "grooved"),
        found("filter", "dirty"), waived("filter-dirty", "he brings his own"),
        ["repair", { "repair" => "needle-worn", "left" => { "float-height" => 21.5 },
                     "undone" => ["work:hold", "back:air-cleaner", "work:gone"] }],
        found("hold-test", "holds"), gone("flood-vent"), ["close", { "as" => "proven" }])
  end

  it "tells the customer what was wrong, what was done, and how it was shown, in plain words" do
    told = report(mended)
    expect(told[:complaint]).to eq [{ says: CATALOGUE.symptom("flood-vent").name, when: [condition("parked")] }]
    expect(told[:found].map { |row| row.values_at(:fault, :status) }).to eq [
      ["Inlet needle worn or hard", "mended"], ["In-line filter choked", "waived"]
    ]
    expect(told[:found][0][:says]).to eq "Inlet needle tip and spring: grooved"
    expect(told[:done][0]).to include(
      name: "Inlet needle worn or hard: inlet valve or its seal", text: "Renew needle and seat.",
      left: [{ name: "Float height", value: 21.5, unit: "mm", wanted: nil }]
    )
    expect(told[:done][0][:undone]).to match [/\ALid or body so that/, /\ARag out/]
    expect(told[:compared]).to eq [{ name: "Inlet valve holds", before: "Runs", after: "Holds", right: true }]
    expect(told[:shown].map { |row| row[:done] }.uniq).to eq [true]
    expect(told[:left_open]).to eq [{ name: "In-line filter choked", reason: "he brings his own" }]
    expect(told[:outcome]).to eq(as: "proven", says: "Repaired, and shown to be right.")
    expect(told[:keep].first).to include "filter at the inlet"
    expect([told[:bench], told[:footer]]).to match [nil, /maker's data, local codes and licensed practice/]
    expect(JSON.generate(told)).not_to match(/hold-test|needle-worn|flood-vent|probab/) # no ids, no odds
  end

  def condition(id) = CATALOGUE.conditions.find { |row| row["id"] == id }["name"]

  it "tells the shop everything besides" do
    bench = report(mended, "shop")[:bench]
    expect(bench[:told].map { |row| row[:says] }).to include("Inlet valve holds: runs", "Closed: proven")
    expect(bench.keys).to eq %i[told parts cleared suspects circuits limits]
    expect(bench[:suspects]).to all include(probability: be_between(0, 1))
  end

  it "sets readings beside each other, with their numbers" do
    limits = { "idle-speed" => { "cuts" => [650, 800], "from" => "job", "source" => "plate on the press" } }
    both = job("car-one", seen("high-idle"), read("idle-speed", 1150, "rpm"),
               ["repair", { "repair" => "stop-too-fast" }], read("idle-speed", 720, "rpm"), limits: limits)
    level = { "float-level" => { "cuts" => [20, 22], "from" => "job" } }
    low = job("car-one", read("float-level", 24.5, "mm"), limits: level)
    expect(report(low)[:found].map { |one| one[:says] }).to eq ["Float setting: fuel level too low, 24.5 mm"]
    row = report(both)[:compared].first
    expect(row).to eq(name: "Idle speed", before: "1150 rpm, High", after: "720 rpm, In spec", right: true)
    expect(report(both, "shop")[:bench][:limits]).to eq [
      { name: "Idle speed", cuts: [650, 800], unit: "rpm", source: "plate on the press" }
    ]
    open = { name: CATALOGUE.symptom("high-idle").name, reason: "not shown again yet" }
    expect(report(both)[:left_open]).to eq [open]
    expect(report(both)[:outcome]).to eq(as: "open", says: "Still on the bench.")
  end

  it "tells of a plan what was done, what was left out, and when it is due again" do
    plan = job("car-one", found("wet-map", "dry"), ["task", { "task" => "tank-full" }],
               ["task", { "task" => "stabilizer-in", "left" => "none in the shed" }], plan: "lay-up")
    told = report(plan)
    expect(told[:complaint].first[:says]).to eq "Lay-up"
    expect(told[:done].map { |row| row[:name] }).to match [/\ATank full to the neck/]
    expect(told[:left_open].first).to match(name: /\AStabilizer/, reason: "none in the shed")
    expect(told[:due]).to include "End of the season".downcase
  end

  it "is there for every family, at every end" do
    CATALOGUE.families.each do |family|
      handed = job(family["id"], ["close", { "as" => "unproven", "reason" => "sold" }])
      told = report(handed, "shop")
      expect(told[:outcome]).to eq(as: "unproven", says: "Closed without proof. sold")
      expect(told[:machine][:family]).to eq family["name"]
    end
    expect { report(mended, "police") }.to raise_error(UpperBranch::Invalid, /customer, shop/)
  end
end

# frozen_string_literal: true

RSpec.describe UpperBranch::Workshop::Proof do
  def items(*entries)
    described_class.of(job("car-one", *entries)).items.map { |item| [item.kind, item.id, item.done] }
  end

  it "asks for a repair first" do
    expect(items(seen("hesitation"))).to eq [[:repair, "repair", false]]
  end

  it "repeats the check that failed and the complaint" do
    expect(items(seen("hesitation"), found("pump-shot", "none"), repaired("pump-cup"))).to eq [
      [:check, "pump-shot", false],
      [:symptom, "hesitation", false]
    ]
  end

  it "does not repeat what was sound, what only records, or what was seen on the bench" do
    listed =
      items(
        seen("hesitation"),
        found("filter", "clean"),
        found("screw-count", "far-out"),
        found("pump-parts", "hard-cup"),
        repaired("pump-cup")
      )
    expect(listed).to eq [[:symptom, "hesitation", false]]
  end

  it "does not repeat a failed check that the repair has nothing to do with" do
    expect(
      items(seen("hesitation"), found("filter", "dirty"), repaired("pump-cup")).map { |row| row[1] }
    ).not_to include("filter")
  end

  it "is done when both are sound since the last repair, and not by what was sound before it" do
    done =
      items(
        seen("hesitation"),
        found("pump-shot", "none"),
        repaired("pump-cup"),
        found("pump-shot", "strong-at-once"),
        not_seen("hesitation")
      )
    expect(done.map(&:last)).to eq [true, true]
    again =
      items(
        seen("hesitation"),
        found("pump-shot", "none"),
        repaired("pump-cup"),
        found("pump-shot", "strong-at-once"),
        not_seen("hesitation"),
        repaired("pump-linkage")
      )
    expect(again.map(&:last)).to include(false)
  end

  it "takes nothing that was seen before the repair for its proof" do
    before = [seen("hesitation"), found("pump-shot", "none"), found("pump-shot", "strong-at-once"),
              not_seen("hesitation"), seen("hesitation")]
    rows = items(*before, repaired("pump-cup"))
    expect(rows).not_to be_empty
    expect(rows.map(&:last)).to all(be(false))
  end

  it "repeats on the bench only what can be tried there, while it lies there, and the rest on the whole machine" do
    dripping = [seen("flood-vent"), safe("fuel-out"), stands(carburetor: "apart"), found("hold-test", "runs"),
                repaired("needle-grit")]
    bench = items(*dripping)
    expect(bench.map { |row| row[1] }).to eq %w[hold-test flood-vent]
    whole = items(*dripping, stands(carburetor: "on"))
    expect(whole.map { |row| row[1] }).to eq %w[flood-vent]
  end

  describe "a job that is sound as it came" do
    def close(known, **data) = known.with({ "id" => "c", "kind" => "close", "data" => data.transform_keys(&:to_s) })

    def add(known, *rows)
      rows.reduce(known) do |job, (kind, data)|
        job.with({ "id" => "a#{job.entries.size}", "kind" => kind, "data" => data })
      end
    end

    def refused(field, words = //, &)
      expect(&).to raise_error(UpperBranch::Invalid, words) { |e| expect(e.field).to eq field }
    end

    it "closes once its complaint was looked for and is not there, with why" do
      told = live_job("car-one", seen("hesitation"))
      refused("as", /Not shown to be sound yet: A hole/) { close(told, as: "sound", reason: "x") }
      gone = add(told, not_seen("hesitation"))
      refused("reason", /Say what was found/) { close(gone, as: "sound", reason: " ") }
      closed = close(gone, as: "sound", reason: "the owner drove with the choke out")
      report = UpperBranch::Views::Report.of(closed, title: "x").to_h
      expect(report[:outcome]).to eq(as: "sound", says: "Looked at, and sound. the owner drove with the choke out")
    end

    it "is not one where something was repaired, found and left open, or is off" do
      gone = live_job("car-one", seen("hesitation"), not_seen("hesitation"))
      mended = add(gone, ["repair", { "repair" => "pump-cup" }])
      refused("as", /Something was repaired/) { close(mended, as: "sound", reason: "x") }
      weak = add(gone, ["check", { "check" => "filter", "outcomes" => ["dirty"] }])
      refused("as", /Found and not repaired/) { close(weak, as: "sound", reason: "x") }
      off = add(gone, ["removed", { "part" => "air-cleaner" }])
      refused("as", /Still off: Air cleaner/) { close(off, as: "sound", reason: "x") }
    end

    it "closes without a reason when a plan was gone through" do
      plan = job("aero-updraft", plan: "cowling-off")
      refused("as", /Not shown to be sound yet/) { close(plan, as: "sound") }
      steps = UpperBranch::Workshop::Plan.of(plan).steps.map do |step|
        ["check", { "check" => step.id, "outcomes" => [CATALOGUE.check(step.id).normal] }]
      end
      expect(close(add(plan, *steps), as: "sound")).to be_closed
    end
  end
end

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
end

# frozen_string_literal: true

RSpec.describe UpperBranch::Diagnosis::Compiled do
  let(:compiled) { described_class.for(UpperBranch::Workshop::Machine.new(CATALOGUE, family: "car-one")) }

  def strength(fault, finding, word) = compiled.table(finding).row(compiled.index(fault))[word]

  it "joins own findings and effects as 1 - (1 - own) * product of (1 - s b)" do
    # pump-cup: shot-missing A; shot-missing -> hesitation A
    expect(strength("pump-cup", CATALOGUE.symptom("hesitation"), "present")).to be_within(1e-12).of(0.92 * 0.92)
    # cap-blocked: own stall-at-stop S; bowl-runs-short A -> stall-at-stop R
    expect(strength("cap-blocked", CATALOGUE.symptom("stall-at-stop"), "present")).to be_within(1e-12).of(
      1 - ((1 - 0.3) * (1 - (0.92 * 0.1)))
    )
  end

  it "shares a strength between the words it is written for" do
    weak = strength("pump-cup", CATALOGUE.check("pump-shot"), "weak")
    expect(weak).to be_within(1e-12).of(0.49) # a strong shot clears it: all but the chance to miss it, in two halves
    expect(strength("pump-cup", CATALOGUE.check("pump-shot"), "none")).to eq weak
  end

  it "lets a check's word inherit from the symptom that is the same observation" do
    expect(strength("seat-seal-bad", CATALOGUE.check("oil-level"), "high-smells-of-fuel")).to be_positive
    expect(strength("idle-jet-blocked", CATALOGUE.check("screw-response"), "no-effect")).to be_positive
  end

  it "never lets the abnormal words of one check sum to more than 0.98, what is cleared by a sound part" do
    CATALOGUE.families.each do |family|
      machine = UpperBranch::Workshop::Machine.new(CATALOGUE, family: family["id"])
      every = described_class.for(machine)
      machine.checks.each { |check| expect(every.table(check).sums.max).to be <= 0.98 + 1e-9 }
    end
  end

  it "keeps every strength inside [0, 1) for every symptom of every family" do
    CATALOGUE.families.each do |family|
      machine = UpperBranch::Workshop::Machine.new(CATALOGUE, family: family["id"])
      every = described_class.for(machine)
      machine.symptoms.reject(&:healthy?).each do |symptom|
        expect(every.table(symptom).sums.max).to be_between(0, 0.999)
        expect(every.table(symptom).sums.min).to be >= 0
      end
    end
  end

  it "serves two machines alike that are fitted alike, and others apart" do
    same =
      described_class.for(UpperBranch::Workshop::Machine.new(CATALOGUE, family: "car-one", context: { "age" => "old" }))
    expect(same).to equal compiled
    expect(
      described_class.for(
        UpperBranch::Workshop::Machine.new(CATALOGUE, family: "car-one", features: { "power-valve" => false })
      )
    ).not_to equal compiled
  end
end

# frozen_string_literal: true

# What a trainee is told must agree with the catalogue it is told about.
RSpec.describe "How it works" do
  let(:primer) { CATALOGUE.primer }

  it "says for every fuel circuit what it feeds at each opening" do
    openings = primer["openings"].map { |row| row["id"] }
    expect(openings).to eq %w[idle tip-in cruise full]
    primer["feeds"].each { |circuit, at| expect(at.keys).to match_array(openings), circuit }
  end

  # Source: common practice, no source: idle leads at idle, transition and pump at tip-in, main at the top.
  it "lets the right circuit lead at each opening" do
    leads = ->(opening) { primer["feeds"].select { |_, at| at[opening] == 3 }.keys }
    expect(leads.call("idle")).to eq ["idle"]
    expect(leads.call("tip-in")).to contain_exactly("transition", "pump")
    expect(leads.call("full")).to include("main")
    expect(leads.call("full")).not_to include("idle", "pump")
  end

  it "has a cold-start drill for every family" do
    CATALOGUE.families.each do |family|
      drill = primer["drills"].find { |row| family["features"].include?(row["feature"]) }
      expect(drill).not_to be_nil, family["id"]
    end
    slide = CATALOGUE.family("slide")["features"]
    expect(primer["drills"].find { |row| slide.include?(row["feature"]) }["says"]).to include("Throttle shut")
  end

  it "stops the boot when it names a circuit or an opening nobody knows" do
    Dir.mktmpdir do |directory|
      FileUtils.cp_r("#{UpperBranch::Catalogue::DEFAULT}/.", directory)
      path = File.join(directory, "primer.yml")
      File.write(
        path,
        File.read(path).sub("  main: {idle: 0, tip-in: 1, cruise: 3, full: 3}", "  boiler: {idle: 0, cruise: 3}")
      )
      expect { UpperBranch::Catalogue.load(directory) }.to raise_error(
        UpperBranch::Catalogue::Broken,
        /no circuit is called boiler/
      )
    end
  end

  describe "the worktop in the knowledge" do
    def broken(change)
      Dir.mktmpdir do |directory|
        FileUtils.cp_r("#{UpperBranch::Catalogue::DEFAULT}/.", directory)
        path = File.join(directory, "worktop.yml")
        File.write(path, File.read(path).sub(*change))
        UpperBranch::Catalogue.load(directory)
      end
    end

    it "is held against checks, cautions and kinds of quantity" do
      expect { broken(["check: flow-compare", "check: flow-guess"]) }.to raise_error(
        UpperBranch::Catalogue::Broken,
        /no check is called flow-guess/
      )
      expect { broken(["caution: oil-diluted", "caution: bees"]) }.to raise_error(
        UpperBranch::Catalogue::Broken,
        /no hazard is called bees/
      )
      expect do
        broken(["kind: angle, unit: deg, default: 1.5", "kind: twist, unit: deg, default: 1.5"])
      end.to raise_error(UpperBranch::Catalogue::Broken, /no kind of quantity is called twist/)
    end

    it "names a source for every calculator and says what it assumes" do
      CATALOGUE.worktop.calculators.each do |calculator|
        expect(calculator.row["source"].length).to be > 8
        expect(calculator.row["assumes"]).not_to be_empty
      end
    end

    it "gives every reading of a check a source, and limits that stand inside what can be" do
      CATALOGUE.checks.select(&:reading).each do |check|
        expect(check.reading["source"]).to match(/common practice|from memory/), check.id
        low, high = check.reading["physical"]
        [check.reading["cuts"], *(check.reading["families"] || {}).values].compact.flatten.each do |cut|
          expect(cut).to be_between(low, high) if low
        end
        expect(check.reading["words"] - check.outcomes.keys).to be_empty
      end
    end
  end
end

# frozen_string_literal: true

RSpec.describe UpperBranch::Catalogue do
  # Copies the knowledge, lets the block change one file's text, and loads it.
  def load_with(file)
    Dir.mktmpdir do |directory|
      FileUtils.cp_r("#{described_class::DEFAULT}/.", directory)
      path = File.join(directory, file)
      File.write(path, yield(File.read(path)))
      described_class.load(directory)
    end
  end

  def problems_with(file, &block)
    load_with(file, &block)
    []
  rescue described_class::Broken => e
    e.problems
  end

  it "refuses a repair that is certain: what is found again after it could not be explained" do
    wrong = problems_with("repairs.yml") { |text| text.sub(/success: 0\.\d+/, "success: 1.0") }
    expect(wrong.join).to match(/success.*0\.99/)
  end

  it "describes all sixteen circuits and the eleven families" do
    expect(CATALOGUE.circuits.map { |row| row["id"] }).to contain_exactly(
      "supply",
      "level",
      "vent",
      "idle",
      "transition",
      "main",
      "needle",
      "power",
      "pump",
      "cold",
      "secondary",
      "air",
      "shutdown",
      "ignition",
      "engine",
      "leak-out"
    )
    expect(CATALOGUE.families.size).to eq 11
  end

  it "knows for the single-barrel downdraft at least 30 faults over twelve circuits, 20 symptoms and 30 checks" do
    machine = UpperBranch::Workshop::Machine.new(CATALOGUE, family: "car-one")
    expect(machine.faults.size).to be >= 30
    expect(machine.faults.map(&:circuit).uniq).to include(
      "supply",
      "level",
      "vent",
      "idle",
      "transition",
      "main",
      "power",
      "pump",
      "cold",
      "air",
      "ignition",
      "leak-out"
    )
    expect(machine.symptoms.size).to be >= 20
    expect(machine.checks.size).to be >= 30
  end

  it "gives every check a state, minutes, steps and a closed list of at least two outcomes" do
    CATALOGUE.checks.each do |check|
      expect(check.states).not_to be_empty
      expect(check.minutes).to be_positive
      expect(check.steps).not_to be_empty
      expect(check.outcomes.size).to be >= 2
    end
  end

  it "puts a caution about fuel vapor on every check that opens the bowl" do
    opening = CATALOGUE.checks.select { |check| check.states.include?("open") }
    expect(
      opening.reject { |check| check.hazards.intersect?(%w[fuel-vapor drop-in eye solvent-skin]) }.map(&:id)
    ).to be_empty
  end

  it "has the same stamp for the same knowledge and another for another" do
    expect(described_class.load.stamp).to eq CATALOGUE.stamp
    changed = load_with("scale.yml") { |text| text.sub("value: 0.92", "value: 0.91") }
    expect(changed.stamp).not_to eq CATALOGUE.stamp
  end

  describe "a broken file" do
    it "is named with its line when it is no YAML" do
      expect(problems_with("circuits.yml") { |text| "#{text}\n- {id: [\n" }.first).to match(
        /\Acircuits\.yml:\d+: not readable as YAML/
      )
    end

    it "is named with the line of the record that breaks the schema" do
      line =
        File.read("#{described_class::DEFAULT}/faults/supply.yml").lines.index { |row| row.include?("id: water") } + 1
      expect(
        problems_with("faults/supply.yml") do |text|
          text.sub('Water in the fuel, why: "', 'Water in the fuel, why: 7, x: "')
        end
      ).to include(a_string_starting_with("faults/supply.yml:#{line}: water: "))
    end

    it "refuses an effect that does not exist" do
      expect(
        problems_with("faults/supply.yml") do |text|
          text.sub("effects: {bowl-runs-short: A}", "effects: {bowl-runs-dry: A}")
        end
      ).to include(a_string_including("no effect is called bowl-runs-dry"))
    end

    it "refuses an outcome that nobody causes" do
      expect(
        problems_with("checks/a-before-the-carburetor.yml") do |text|
          text.sub("fresh: Fresh and clean,", "fresh: Fresh and clean, purple: Purple,")
              .sub("shows: [dirt]", "shows: [dirt, purple]")
        end
      ).to contain_exactly(a_string_matching(/fuel-quality: no fault causes purple/))
    end

    it "refuses an outcome that does not say what it counts for" do
      expect(
        problems_with("checks/a-before-the-carburetor.yml") do |text|
          text.sub("  is: {dirty: filter-dirty, ", "  is: {")
        end
      ).to contain_exactly(a_string_including("filter: dirty does not say what it counts for"))
    end

    it "refuses an outcome that is a fault which does not show it, or two faults on one machine" do
      expect(
        problems_with("checks/a-before-the-carburetor.yml") do |text|
          text.sub("dirty: filter-dirty", "dirty: water").sub("reversed: filter-reversed",
                                                              "reversed: [filter-reversed, filter-dirty]")
        end
      ).to include(
        a_string_including("filter: water shows nothing here"),
        a_string_including("filter: filter-dirty does not show reversed"),
        a_string_including("filter: reversed is two faults on")
      )
    end

    it "refuses an outcome that clears what shows nothing there" do
      expect(
        problems_with("checks/a-before-the-carburetor.yml") do |text|
          text.sub("clears: {clean: [filter-dirty", "clears: {clean: [water")
        end
      ).to contain_exactly(a_string_including("filter: water shows nothing here"))
    end

    it "refuses work that cannot be written as a sheet" do
      {
        ["sheets/supply.yml", "steps: [pickup-wash]", "steps: [pick-wash]"] => "no step is called pick-wash",
        ["sheets/supply.yml", "{fault: water,", "{fault: watter,"] => "no sheet for the fault water",
        ["sheets/supply.yml", "{fault: water, ", "{fault: fuel-stale, "] => "fuel-stale: two sheets",
        ["sheets/kinds.yml", "left: [torque]", "left: [talk]"] => "no figure is called talk",
        ["sheets/kinds.yml", "schools: [cleaning]", "schools: [cooking]"] => "no school is called cooking",
        ["sheets/kinds.yml", "roll-pin, lid-screws", "roll-pin, lid-nut"] => "no part that comes off is called lid-nut",
        ["work-steps.yml", "{float-drop}", "{float-dropp}"] => "no figure is called float-dropp",
        ["work-steps.yml", "check: surfaces", "check: surface"] => "no check is called surface",
        ["work-steps.yml", "card: pump-stroke", "card: pump-stoke"] => "no item of a spec card is called pump-stoke",
        ["work-steps.yml", "step: fuel-off", "step: fuel-of"] => "no step is called fuel-of",
        ["strip.yml", "note: [count, size]", "note: [count, sighs]"] => "",
        ["strip.yml", "open: [secure, air-cleaner, diaphragm-covers]", "open: [covers]"] => "no item is called covers",
        ["strip.yml", "- {id: aero-updraft,", "- {id: aero-downdraft,"] => "no way in for aero-updraft",
        ["plans.yml", "{task: tank-full}", "{task: tank-fool}"] => "no step of work is called tank-fool"
      }.each do |(file, was, becomes), says|
        found = problems_with(file) { |text| text.sub(was, becomes) }
        expect(found).to include(a_string_including(says)), "#{file}: #{becomes}: #{found}"
      end
    end

    it "refuses a fault that nothing can prove" do
      expect(
        problems_with("faults/supply.yml") do |text|
          text.sub("checks: {passage-size: {too-small: A}}", "checks: {}")
        end
      ).to include(a_string_including("passage-size: passage-small shows nothing here"))
    end

    it "refuses a strength outside (0, 1)" do
      expect(problems_with("scale.yml") { |text| text.sub("value: 0.92", "value: 1.0") }.join).to include("scale.yml")
    end

    it "refuses an id used twice" do
      expect(problems_with("circuits.yml") { |text| text.sub("id: engine,", "id: level,") }.join).to include(
        "level: this id is used twice"
      )
    end

    it "refuses a feature nobody knows" do
      expect(
        problems_with("symptoms.yml") { |text| text.sub("needs: [booster]", "needs: [boosters]") }.join
      ).to include("no feature is called boosters")
    end

    it "refuses a calculator without a formula, at its line" do
      expect(problems_with("worktop.yml") { |text| text.sub("id: convert", "id: perpetual-motion") })
        .to include(a_string_matching(/\Aworktop\.yml:\d+: perpetual-motion: no formula of this name/))
    end

    it "refuses an evidence of a data log that is none, at its line" do
      expect(problems_with("signs.yml") { |text| text.sub("outcomes: [fades]", "outcomes: [fading]") })
        .to contain_exactly(a_string_matching(/\Asigns\.yml:\d+: fade: no outcome of load-hold is called fading/))
    end

    it "names file and line also for the records of rules, answers and other lists" do
      expect(problems_with("rules.yml") { |text| text.sub("one: [tank-rust]", "one: [tank-moths]") }).to include(
        a_string_matching(/\Arules\.yml:[2-9]\d*: .*no fault is called tank-moths/)
      )
      expect(
        problems_with("context.yml") { |text| text.sub("odds: {fuel-stale: 2}", "odds: {fuel-sour: 2}") }
      ).to include(a_string_matching(/\Acontext\.yml:\d\d+: .*no fault is called fuel-sour/))
      expect(
        problems_with("schools.yml") { |text| text.sub("lifts: [supply-and-spark-first]", "lifts: [supply-first]") }
      ).to include(a_string_matching(/\Aschools\.yml:\d+: begin: no rule is called supply-first/))
    end

    it "refuses repairs without the roles the planner asks for" do
      expect(problems_with("repairs.yml") { |text| text.sub(", role: refer-out", "") }).to include(
        a_string_including("no repair has the role refer-out")
      )
    end

    it "says that a file is missing" do
      Dir.mktmpdir do |directory|
        FileUtils.cp_r("#{described_class::DEFAULT}/.", directory)
        File.delete(File.join(directory, "rules.yml"))
        expect { described_class.load(directory) }.to raise_error(
          described_class::Broken,
          /rules.yml:1: the file is missing/
        )
      end
    end
  end
end

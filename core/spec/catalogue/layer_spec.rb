# frozen_string_literal: true

require "open3"
require "tmpdir"

RSpec.describe UpperBranch::Catalogue::Layer do
  let(:base) { BASE_TABLES }

  def layer(*pairs) = described_class.new(pairs.map { |at, value| { "at" => at, "value" => value } })
  def catalogue(*pairs) = UpperBranch::Catalogue.new(layer(*pairs).over(base))

  it "gives another catalogue, and leaves the files' own as it was" do
    changed = catalogue(["/checks/pump-shot/minutes", 7], ["/symptoms/symptoms/hesitation/name", "Falls on its face"])
    expect(changed.check("pump-shot").minutes).to eq(7)
    expect(changed.symptom("hesitation").name).to eq("Falls on its face")
    expect(UpperBranch::Catalogue.new(base).stamp).to eq(CATALOGUE.stamp)
    expect(changed.stamp).not_to eq(CATALOGUE.stamp)
    expect(UpperBranch::Catalogue::Changes.between(CATALOGUE.digests, changed.digests))
      .to eq("checks" => ["pump-shot"], "symptoms" => ["hesitation"])
  end

  it "takes the last word on a place, and passes over a place that the files no longer have" do
    rows = [["/checks/pump-shot/minutes", 7], ["/checks/long-gone/minutes", 3], ["/checks/pump-shot/minutes", 8]]
    expect(catalogue(*rows).check("pump-shot").minutes).to eq(8)
    expect(layer(*rows).lost(base).map { |row| row["at"] }).to eq(["/checks/long-gone/minutes"])
  end

  it "passes over what could not stand in the files any more: another number of limits, a fault that is gone" do
    rows = [["/checks/fuel-pressure/reading/cuts", [2.5]], ["/learned/rates/small-float/long-gone", 2],
            ["/learned/strengths/long-gone/fuel-quality/water", 0.5], ["/learned/rates/small-float/water", 2]]
    expect(layer(*rows).lost(base).map { |row| row["at"] }).to eq(rows.first(3).map(&:first))
    expect(catalogue(*rows).check("fuel-pressure").reading).to eq(CATALOGUE.check("fuel-pressure").reading)
    expect(catalogue(*rows).book.problems).to be_empty
  end

  it "lists what may be changed of a record, with what stands there" do
    fields = described_class.fields_of(base, %w[faults pump-cup])
    expect(fields.to_h { |keys, field, value| [keys.drop(2).join("/"), [field.kind, value]] })
      .to include("rate/is" => %w[rate VC], "effects/shot-missing" => %w[strength A],
                  "checks/pump-parts/hard-cup" => %w[strength A], "do" => ["text", "New cup."])
  end

  {
    ["/checks/pump-shot/minutes", 0] => "A number from 0.5 to 480 min",
    ["/checks/pump-shot/minutes", "soon"] => "A number from 0.5 to 480 min",
    ["/checks/pump-shot/minutes", Float::NAN] => "A number from 0.5 to 480 min",
    ["/checks/pump-shot/name", "  "] => "A text",
    ["/checks/pump-shot/name", "x" * 91] => "No longer than 90 characters",
    ["/checks/pump-shot/steps", []] => "At least one sentence",
    ["/faults/pump-cup/rate/is", "often"] => "One of VC, C, U, R",
    ["/faults/pump-cup/effects/shot-missing", "Z"] => "One of A, O, S, R",
    ["/checks/fuel-pressure/reading/cuts", [6, 2.5]] => "The lower limit comes first",
    ["/checks/fuel-pressure/reading/cuts", [2.5]] => "2 numbers, as before",
    ["/checks/fuel-pressure/reading/cuts", [2.5, 60]] => "Between 0 and 30: beyond that nothing can be",
    ["/learned/rates/no-such/water", 2] => "no-such: no family is called no-such",
    ["/learned/strengths/water/pump-shot/dry", 0.5] => "water: no outcome of pump-shot is called dry",
    ["/checks/pump-shot/hazards", []] => "Nothing by this name can be changed here",
    ["/hazards/fuel-vapor/caution", "None."] => "Nothing by this name can be changed here",
    ["/scale/strengths/A/value", 0.5] => "Nothing by this name can be changed here",
    ["/checks/nobody/minutes", 4] => "Nothing by this name can be changed here"
  }.each do |(at, value), says|
    it "refuses #{value.inspect[0, 20]} at #{at}: #{says}" do
      expect(layer([at, value]).refused(base)).to eq(says)
    end
  end

  it "is refused nothing that the files themselves have" do
    rows = %w[pump-shot fuel-pressure idle-vacuum].flat_map { |id| described_class.fields_of(base, ["checks", id]) } +
           described_class.fields_of(base, %w[families families small-float]) +
           described_class.fields_of(base, %w[repairs kinds gasket])
    again = rows.map { |keys, _, value| [UpperBranch::Catalogue::Place.pointer(keys), value] }
    expect(again.size).to be > 30
    expect(again.filter_map { |pair| layer(pair).refused(base) }).to be_empty
    expect(catalogue(*again).stamp).to eq(CATALOGUE.stamp)
  end

  describe "what closed jobs taught" do
    let(:machine) { UpperBranch::Workshop::Machine.new(CATALOGUE, family: "small-float") }

    def machine_of(changed) = UpperBranch::Workshop::Machine.new(changed, family: "small-float")
    def chance(changed, id) = UpperBranch::Diagnosis::Priors.new(machine_of(changed)).of(changed.fault(id))

    it "moves the odds of a fault on its family by the factor, and on no other" do
      changed = catalogue(["/learned/rates/small-float/water", 3])
      odds = ->(p) { p / (1 - p) }
      expect(odds.call(chance(changed, "water"))).to be_within(1e-12).of(3 * odds.call(chance(CATALOGUE, "water")))
      other = UpperBranch::Workshop::Machine.new(changed, family: "car-one")
      plain = UpperBranch::Workshop::Machine.new(CATALOGUE, family: "car-one")
      expect(UpperBranch::Diagnosis::Priors.new(other).of(changed.fault("water")))
        .to eq(UpperBranch::Diagnosis::Priors.new(plain).of(CATALOGUE.fault("water")))
    end

    it "takes the place of a strength of the tables, at this word alone" do
      fault, check, word, usual = a_sign
      changed = catalogue(["/learned/strengths/#{fault}/#{check}/#{word}", usual / 2])
      rows = [machine_of(changed), machine].map { |one| one.arrows.row(one.fault(fault), one.check(check)) }
      expect(rows.first[word]).to be_within(1e-12).of(usual / 2)
      expect(rows.first.except(word)).to eq(rows.last.except(word))
    end

    # Some fault, check and word that go together by the tables and prove nothing.
    def a_sign
      machine.faults.each do |fault|
        machine.checks.reject { |check| check.cleared.any? || check.is.any? }.each do |check|
          word, usual = machine.arrows.row(fault, check).max_by(&:last)
          return [fault.id, check.id, word, usual] if usual.to_f.between?(0.2, 0.7)
        end
      end
    end
  end

  describe "as a patch for the project" do
    # Applies a patch to a copy of the files, with the program everybody has.
    def patched(text)
      Dir.mktmpdir do |folder|
        FileUtils.mkdir_p("#{folder}/core")
        FileUtils.cp_r(UpperBranch::Catalogue::DEFAULT, "#{folder}/core/knowledge")
        out, status = Open3.capture2e("git", "apply", "--unsafe-paths", "--directory=#{folder}", "-", stdin_data: text)
        raise out unless status.success?

        yield "#{folder}/core/knowledge"
      end
    end

    it "gives files that read as the layer does, and touches no other line" do
      changes = layer(["/checks/pump-shot/minutes", 7], ["/checks/pump-shot/steps", ["Look \"down\".", "Snap: once."]],
                      ["/checks/fuel-pressure/reading/cuts", [2, 5.5]], ["/faults/pump-cup/rate/is", "C"],
                      ["/faults/pump-nozzle/rate", "U"], ["/checks/pump-shot/minutes", 8],
                      ["/families/families/small-float/minutes/warm", 6], ["/repairs/kinds/gasket/minutes", 20],
                      ["/symptoms/symptoms/hesitation/name", "Falls on its face: # no comment"],
                      ["/learned/rates/small-float/water", 1.5], ["/learned/rates/small-float/fuel-stale", 0.8])
      standing = described_class.new(changes.amendments - changes.lost(base))
      text = UpperBranch::Catalogue::Patch.new(standing).to_s
      patched(text) do |folder|
        expect(UpperBranch::Catalogue.load(folder).stamp).to eq(UpperBranch::Catalogue.new(standing.over(base)).stamp)
      end
      expect(text.lines.grep(/\A-(?!--)/).size).to be <= standing.amendments.size
      expect(text).to start_with("--- a/core/knowledge/checks/")
    end

    it "is empty where nothing differs" do
      expect(UpperBranch::Catalogue::Patch.new(described_class.new([])).to_s).to eq("")
    end

    # Any field of any record, changed to something else of its kind: the place is found and only it changes.
    it "finds every kind of field where it stands" do
      fields = base.slice("checks", "faults").flat_map do |section, rows|
        rows.sample(12, random: Random.new(7)).flat_map { |row| described_class.fields_of(base, [section, row["id"]]) }
      end
      changed = layer(*fields.map do |keys, field, value|
        [UpperBranch::Catalogue::Place.pointer(keys), other(field, value)]
      end)
      patched(UpperBranch::Catalogue::Patch.new(changed).to_s) do |folder|
        read = UpperBranch::Catalogue::Loader.new(folder).read
        expect(read.slice("checks", "faults")).to eq(changed.over(base).slice("checks", "faults"))
      end
    end

    def other(field, value)
      case field.kind
      when "number" then value + 1
      when "rate" then value == "R" ? "U" : "R"
      when "strength" then value == "S" ? "O" : "S"
      when "text" then "#{value} 'And' \"more\": {x}"
      when "lines" then value + ["One, more."]
      else value.map { |cut| cut + 0.001 }
      end
    end
  end
end

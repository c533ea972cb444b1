# frozen_string_literal: true

RSpec.describe UpperBranch::Workshop::Sheet do
  views = UpperBranch::Views

  def job(family, *entries, **machine)
    rows = [{ "kind" => "machine", "data" => { "family" => family, **machine.transform_keys(&:to_s) } }, *entries]
    UpperBranch::Job.replay(CATALOGUE, rows.each_with_index.map { |row, i| { "id" => i.to_s, **row } })
  end

  def check(id, **data) = { "kind" => "check", "data" => { "check" => id, **data.transform_keys(&:to_s) } }
  def read(id, value, unit) = check(id, reading: { "value" => value, "unit" => unit })
  def texts(sheet) = sheet.steps.map(&:do)
  def step(sheet, what) = sheet.steps.find { |one| one.what == what }

  def card(family, *figures)
    rows = figures.map { |row| { "source" => "made up", "date" => "2026-11-01", **row } }
    UpperBranch::Workshop::SpecCard.new(CATALOGUE, "name" => "Cider press", "family" => family, "figures" => rows)
  end

  # A float read at 24.5 mm where the card says 20 to 22.
  let(:read_job) do
    limit = { "cuts" => [20, 22], "from" => "card", "card" => "Cider press", "source" => "made up" }
    job("car-one", { "kind" => "state", "data" => { "engine" => "cold", "carburetor" => "open" } },
        read("float-level", 24.5, "mm"), limits: { "float-level" => limit })
  end

  CATALOGUE.families.each do |family|
    it "is there for all that can be mended on a #{family['id']}, with work to do and nothing left unfilled" do
      whole = job(family["id"])
      ids = whole.machine.faults.map(&:id) + CATALOGUE.composites.map { |row| row["id"] }
      ids.each do |id|
        sheet = described_class.of(whole, id)
        doing = sheet.sections.reject { |section| %w[in back].include?(section.id) }.flat_map(&:steps)
        expect(doing.size).to be >= 3, "#{id}: #{doing.map(&:what).join(', ')}"
        expect(sheet.steps.map(&:id).uniq.size).to eq(sheet.steps.size), id
        said = sheet.steps.flat_map { |one| [one.do, one.stop] }.compact
        expect(said.grep(/[{}\[\]]| [,.;]|\.\.|,,|\(\)/)).to eq([]), id
        expect(said).to all match(/[.!]\z/)
        expect(views::Sheet.of(whole, id)).to include(purpose: be_a(String), avoid: be_a(String))
      end
    end
  end

  it "is made of shared steps: most stand on several sheets" do
    sheets = CATALOGUE.book.sheets.rows
    used = sheets.flat_map { |row| row.values_at("before", "steps", "after").flatten.compact.uniq }.tally
    expect(sheets.size).to be > 200
    expect(used.values.sum / used.size.to_f).to be > 2
  end

  it "goes in as far as the repair asks, notes first, and back the same way" do
    sheet = described_class.of(job("small-float"), "seat-swollen")
    inward, work, back, start = sheet.sections
    expect(inward.steps.map(&:what)).to eq %w[say-found secure fuel-shut solenoid-plug bowl-nut]
    expect(back.steps.map(&:what)).to eq %w[bowl-nut solenoid-plug fuel-shut secure]
    expect(work.steps.map(&:what)).to include("seat-out-air", "seat-in-flat", "hold")
    expect(start.steps.map(&:what)).to eq %w[leak-look watch-fill prime speed-set]
    expect(inward.steps.last).to have_attributes(note: { "size" => { "name" => "size" } }, part: "bowl-nut")
    expect(sheet.parts).to include("bowl ring and nut washer")
  end

  it "goes on from where the carburetor stands" do
    open = job("car-one", { "kind" => "state", "data" => { "engine" => "cold", "carburetor" => "open" } })
    on = described_class.of(open, "needle-worn")
    expect(on.sections.map(&:id)).to eq %w[work back start]
    expect(on.sections[0].steps.first.what).to eq "say-found"
    expect(on.sections[1].steps.map(&:what)).to start_with("lid", "lid-screws").and end_with("fuel-shut", "secure")
    apart = described_class.of(open, "full-strip-clean-kit").sections.first.steps.map(&:what)
    expect(apart).to include("base-nuts", "main-jets")
    expect(apart).not_to include("lid", "secure", "fuel-line")
  end

  it "takes no more apart than the repair asks for" do
    off = ->(id) { described_class.of(job("progressive-two"), id).sections.first.steps.map(&:what) }
    expect(off.call("transition-blocked")).to include("lid", "mixture-screws")
    expect(off.call("transition-blocked")).not_to include("power-valve", "inlet-seat", "pump-cover")
    expect(off.call("full-strip-clean-kit")).to include("power-valve", "inlet-seat", "pump-cover", "soft-parts")
    turned = described_class.of(job("car-one"), "full-strip-clean-kit").steps.map(&:what)
    expect(turned.count { |what| what == "mixture-screws" }).to eq 2 # out, and back by their own count
    expect(turned).not_to include("screw-in")
  end

  it "says at least and up to the right way round, and one turn as one" do
    volume = step(described_class.of(job("four-valve"), "pump-cup"), "ten-strokes")
    expect(volume.do).to include("(usually at least 0.8 mL)")
    play = described_class.of(job("car-one"), "shaft-worn").figures.figure("shaft-limit")
    expect(play.usual || play.text).to include("0.1 to 0.4 mm")
    expect(step(described_class.of(job("car-one"), "stop-too-fast"), "stop-base").do).to include("then 1 turn past")
  end

  it "lets a machine that stays whole stay whole, its line shut before it is opened" do
    sheet = described_class.of(job("car-one"), "filter-dirty")
    expect(sheet.sections.map(&:id)).to eq ["work"]
    expect(sheet.steps.map(&:what)).to eq %w[fuel-off say-found filter-new leak-look flow-again]
    outside = described_class.of(job("four-block"), "needle-worn").steps.map(&:what)
    expect(outside.last(2)).to eq %w[watch-fill set-level-outside]
    expect(outside).not_to include("hold")
  end

  it "says how the machine gives access where no lid comes off, and of several only where there are several" do
    slide = described_class.of(job("slide"), "needle-low").sections.first
    expect([slide.id, slide.steps.map(&:do)]).to match ["in", [/come out by the top cap/]]
    pairs = %w[car-one car-two].map { |family| described_class.of(job(family), "screw-too-lean").steps.map(&:what) }
    expect(pairs.map { |whats| whats.include?("screws-alike") }).to eq [false, true]
  end

  # No hand near a propeller that turns: stop, adjust, start again.
  it "has an aircraft's engine stopped at every turn of a screw" do
    plane = job("aero-updraft")
    %w[screw-too-lean screw-too-rich stop-too-slow stop-too-fast].each do |id|
      steps = described_class.of(plane, id).steps
      turning = steps.select { |one| one.what.match?(/\Ascrew-(rich|lean|best)|speed-set/) }
      expect(turning.size).to be >= 2
      expect(turning.map(&:do)).to all start_with "Engine stopped, magnetos off, propeller taken as live"
      expect(turning.map(&:hazards)).to all include("aircraft", "rotating")
    end
  end

  it "fills in what was read and what is wanted, and how far it is from one to the other" do
    set = step(described_class.of(read_job, "level-set-low"), "set-float")
    expect(set.do).to include("set the height to 20 to 22 mm (found 24.5 mm: 3.5 mm less)")
    expect(set.figures.map { |one| [one.id, one.source] }).to eq [
      ["float-height", "card Cider press, made up"], ["float-found", "measured in this job"],
      ["float-move", "reckoned from this job"]
    ]
    expect(set.check.id).to eq "float-level"
  end

  it "leaves what nobody has said to the maker, and calls usual what is usual" do
    bare = job("car-one")
    set = step(described_class.of(bare, "level-set-low"), "set-float")
    expect(set.do).to include("set the height to the maker's figure, bending only the tab")
    expect(set.figures.map(&:text)).to eq [nil]
    idle = step(described_class.of(bare, "stop-too-slow"), "speed-set")
    expect(idle.do).to include("the maker's figure (usually 500 to 900 rpm)")
    expect(texts(described_class.of(bare, "plug-gap")).join).to include("gap the maker's figure")
  end

  it "takes from the card what is no limit" do
    figures = card("four-valve", { "item" => "air-valve-preload", "low" => 0.625, "unit" => "turns" },
                   { "item" => "main-jet", "low" => 131, "unit" => "number" })
    slack = described_class.of(job("four-valve"), "airvalve-slack", card: figures)
    expect(step(slack, "preload-set").do).to include("then tight by 0.625 turns")
    expect(step(slack, "preload-set").figures.first.source).to eq "card Cider press"
    small = described_class.of(job("four-valve"), "main-too-small", card: figures)
    expect(step(small, "jet-next").do).to start_with "One step of jet from 131: step"
    bare = described_class.of(job("four-valve"), "main-too-small")
    expect(step(bare, "jet-next").do).to start_with "One step of jet: "
  end

  it "begins where the shop begins, and says which way is richer" do
    start = lambda do |schools|
      step(described_class.of(job("car-one", schools: schools), "screw-tip-ringed"), "screw-in").do
    end
    expect(start.call({})).to include("out to 1.5 turns")
    expect(start.call({ "base-turns" => "to-two" })).to include("out to 1.75 turns")
    lean = ->(family) { step(described_class.of(job(family), "screw-too-lean"), "screw-rich").do }
    expect(lean.call("car-one")).to end_with "Fuel screw: out is richer, in is leaner."
    expect(lean.call("slide")).to end_with "Air screw: in is richer, out is leaner."
  end

  it "carries each caution at its step, and all of them at its head" do
    sheet = views::Sheet.of(job("small-float"), "seat-swollen")
    out = sheet[:sections][1][:steps].find { |one| one[:id] == "work:seat-out-air" }
    expect(out[:hazards]).to eq %w[eye compressed-air]
    heads = sheet[:cautions].map { |row| row[:id] }
    expect(heads).to include(*sheet[:sections].flat_map { |one| one[:steps] }.flat_map { |one| one[:hazards] })
  end

  it "leaves licensed work to the licensed" do
    CATALOGUE.faults.select { |fault| %w[clean-passage inlet-valve jets].include?(fault.repair) }.each do |fault|
      aero = job("aero-updraft")
      next unless aero.machine.fault(fault.id)

      expect(described_class.of(aero, fault.id).steps.map(&:what)).to eq %w[
        stop-use findings-out licensed-hand hand-back
      ]
    end
  end

  it "says what is shown after it: what failed, then the complaint" do
    told = job("car-one", { "kind" => "symptom", "data" => { "symptom" => "hesitation", "seen" => "present" } },
               check("pump-shot", outcomes: ["weak"]))
    expect(described_class.of(told, "pump-cup").proof.map(&:id)).to include("pump-shot", "hesitation")
    expect(described_class.of(told, "filter-dirty").proof.map(&:id)).to eq ["hesitation"]
    expect(described_class.of(told, "refer-out").proof).to eq []
  end

  it "offers what practice differs in" do
    sheet = views::Sheet.of(job("car-one"), "port-burred")
    expect(sheet[:choices].map { |row| row[:name] }).to eq ["Dress it", "Live with it", "Another body"]
    chosen = views::Sheet.of(job("car-one", schools: { "needle-and-seat" => "renew" }), "needle-grit")[:schools].first
    expect(chosen).to include(name: "Needle and seat", chosen: include(name: "Always renew"))
    expect(chosen[:others].size).to eq 1
  end

  it "asks what it was left at, in the unit of the check or the card" do
    left = views::Sheet.of(read_job, "level-set-low")[:left]
    expect(left).to eq [{ figure: "float-height", name: "Float height", unit: "mm", wanted: "20 to 22 mm",
                          source: "card Cider press, made up" }]
    units = views::Sheet.of(job("car-one"), "stop-too-slow")[:left].map { |row| row.values_at(:name, :unit) }
    expect(units).to eq [["Stop screw past contact", "turns"]]
  end

  it "is refused for what such a machine has not, and at a place it has not" do
    expect { described_class.of(job("aero-updraft"), "seat-swollen") }
      .to raise_error(UpperBranch::Invalid, /not found on this machine: Aircraft/)
    expect { described_class.of(job("car-one"), "pixies") }.to raise_error(UpperBranch::Invalid, /"pixies"/)
    expect { described_class.of(job("cv", carburetors: 4), "idle-jet-blocked", place: "9") }
      .to raise_error(UpperBranch::Invalid) { |e| expect(e.field).to eq "place" }
  end

  it "takes the reading of the place it is done at" do
    limits = { "float-level" => { "cuts" => [12, 14], "from" => "job" } }
    two = job("cv", { "kind" => "state", "data" => { "engine" => "cold", "carburetor" => "open" } },
              check("float-level", reading: { "value" => 15.0, "unit" => "mm" }, place: "1"),
              check("float-level", reading: { "value" => 13.2, "unit" => "mm" }, place: "2"),
              carburetors: 2, limits: limits)
    said = ->(place) { step(described_class.of(two, "level-set-low", place: place), "set-float").do }
    expect(said.call("1")).to include("found 15 mm: 2 mm less")
    expect(said.call("2")).to include("found 13.2 mm: 0.2 mm less")
  end
end

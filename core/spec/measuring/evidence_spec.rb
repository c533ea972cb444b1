# frozen_string_literal: true

# From the instrument to the suspicion: what is taken down at a check must move the odds the way the trade says.
# Common practice, no source, for each direction; the numbers are invented readings well clear of the limits.
RSpec.describe "Readings as evidence" do
  def taken(check, reading) = ["check", { "check" => check, "reading" => reading }]
  def rises(fault, by: 2.0) = satisfy { |(before, after)| after.now(fault) > before.now(fault) * by }
  def falls(fault) = satisfy { |(before, after)| after.now(fault) < before.now(fault) }

  # Posterior before and after one reading.
  def moved(family, complaint, check, reading, *earlier, **machine)
    before = job(family, seen(complaint), *earlier, **machine)
    [
      posterior(before),
      posterior(before.with({ "id" => "r", "kind" => "check", "data" => { "check" => check, "reading" => reading } }))
    ]
  end

  it "a high pressure at the inlet speaks for the pump, a right one against it" do
    expect(moved("car-one", "flood-vent", "fuel-pressure", { "value" => 8.5, "unit" => "psi" })).to rises(
      "pressure-high"
    )
    expect(moved("car-one", "flood-vent", "fuel-pressure", { "value" => 4.0, "unit" => "psi" })).to falls(
      "pressure-high"
    )
  end

  it "says the same whatever unit it is read in" do
    psi = moved("car-one", "flood-vent", "fuel-pressure", { "value" => 8.5, "unit" => "psi" }).last
    kpa = moved("car-one", "flood-vent", "fuel-pressure", { "value" => 8.5 * 6.894757, "unit" => "kPa" }).last
    expect(kpa.now("pressure-high")).to be_within(1e-4).of(psi.now("pressure-high"))
  end

  it "a reading on the limit moves little, one beyond it much" do
    near = moved("car-one", "flood-vent", "fuel-pressure", { "value" => 6.05, "unit" => "psi" })
    far = moved("car-one", "flood-vent", "fuel-pressure", { "value" => 8.5, "unit" => "psi" })
    gain = ->((before, after)) { after.now("pressure-high") - before.now("pressure-high") }
    expect(gain.call(near)).to be < gain.call(far)
    expect(gain.call(near)).to be_positive
  end

  it "a line that is tight behind the filter speaks for the filter, an ample one against it" do
    tight = { "inputs" => { "volume" => 100, "times" => [12, 13, 60], "demand" => 150 } }
    ample = { "inputs" => { "volume" => 100, "times" => [12, 13, 14], "demand" => 150 } }
    expect(moved("car-one", "fade-wot", "line-flow", tight)).to rises("filter-dirty")
    expect(moved("car-one", "fade-wot", "line-flow", ample)).to falls("filter-dirty")
  end

  it "a line that is tight from the tank on speaks for cap and pick-up, not for the filter" do
    at_tank = { "inputs" => { "volume" => 100, "times" => [70, 71, 72], "demand" => 150 } }
    pair = moved("small-float", "fade-wot", "line-flow", at_tank)
    expect(pair).to rises("pickup-blocked", by: 1.5)
    expect(pair).to falls("filter-dirty")
  end

  it "a small shot speaks for the pump, a large one against it" do
    expect(
      moved("car-one", "hesitation", "shot-volume", { "inputs" => { "one" => [0.8, 0.9], "strokes" => 10 } })
    ).to rises("pump-cup", by: 1.2)
    expect(
      moved("car-one", "hesitation", "shot-volume", { "inputs" => { "one" => [6, 6.2], "strokes" => 10 } })
    ).to falls("pump-cup")
  end

  it "a needle that flicks speaks for a valve, a steady one against it" do
    values = (0...80).map { |i| (i % 6).zero? ? 14.5 : 18.0 }
    expect(
      moved("car-two", "rough-idle", "idle-vacuum", { "inputs" => { "values" => values, "interval" => 0.1 } })
    ).to rises("valve-leak")
    expect(moved("car-two", "rough-idle", "idle-vacuum", { "value" => 18.5, "unit" => "inHg" })).to falls("valve-leak")
  end

  it "the same low vacuum says less on a mountain" do
    low = moved("car-two", "rough-idle", "idle-vacuum", { "value" => 14.6, "unit" => "inHg" }).last
    lifted =
      moved("car-two", "rough-idle", "idle-vacuum", { "value" => 14.6, "unit" => "inHg", "altitude" => 1500 }).last
    expect(lifted.now("base-leak")).to be < low.now("base-leak")
  end

  it "a peak on the rich side of where the screw stood speaks for a screw set lean" do
    counted = [found("screw-count", "near-base"), found("stop-turns", "up-to-one"), stands(engine: "running")]
    turns = [0.75, 1.0, 1.25, 1.5, 1.75, 2.0, 2.25]
    values = turns.map { |at| 700 - (60 * ((at - 1.8)**2)) }
    expect(
      moved(
        "car-one",
        "rough-idle",
        "mixture-sweep",
        { "inputs" => { "turns" => turns, "values" => values, "found" => 1.0 } },
        *counted
      )
    ).to rises("screw-too-lean")
  end

  it "a passage too small for larger jets speaks for itself" do
    small = { "inputs" => { "passage" => 2.0, "jets" => [1.4] } }
    expect(moved("slide", "fade-wot", "passage-size", small, work: ["jets-changed"])).to rises("passage-small", by: 1.2)
  end

  it "a needle that passes less than its sister speaks for a clip set low" do
    less = { "inputs" => { "reference" => [6.0, 6.02, 5.98], "part" => [6.9, 6.92, 6.88] } }
    expect(moved("slide", "flat-mid", "flow-compare", less)).to rises("needle-low", by: 1.3)
  end

  it "play in the shaft speaks by how far it goes" do
    chances =
      [0.03, 0.2, 0.6].map do |play|
        moved("car-two", "idle-hunts", "shaft-play", { "value" => play, "unit" => "mm" }).last.now("shaft-worn")
      end
    expect(chances).to eq chances.sort
  end

  it "drops after stopping speak for what lets fuel by" do
    expect(moved("car-one", "flood-booster", "after-drip", { "inputs" => { "drops" => 0, "seconds" => 60 } })).to falls(
      "idle-bleed-blocked"
    )
  end

  it "gives no chance to a word that the machine cannot have, and refuses a reading that says nothing else" do
    one_side =
      job("car-one", seen("hesitation"), taken("shot-volume", { "inputs" => { "one" => [6, 6.2], "strokes" => 10 } }))
    expect(one_side.findings.last.chances.keys).to contain_exactly("in-spec", "low")
    expect do
      job(
        "car-one",
        seen("hesitation"),
        taken("shot-volume", { "inputs" => { "one" => [6, 6.2], "other" => [3, 3.1], "strokes" => 10 } })
      )
    end.to raise_error(UpperBranch::Invalid, /cannot be on this machine/)
  end

  # Inputs for a check's instrument: the calculator's usual values, or a number on the first limit.
  def usual(machine, check)
    rule = machine.reading(check)
    return { "value" => rule["cuts"].first } if %w[number pattern].include?(rule["by"] || "number")

    inputs = CATALOGUE.worktop.calculator(rule["calculator"]).inputs.select { |input| rule["ask"].include?(input.id) }
    { "inputs" => inputs.to_h { |input| [input.id, input.to_h["default"]] } }
  end

  CATALOGUE.families.each do |family|
    it "can be taken at every check of #{family['id']} that has an instrument, and moves the odds without breaking" do
      machine = UpperBranch::Workshop::Machine.new(CATALOGUE, family: family["id"])
      machine.checks.select { |check| machine.reading(check) }.each do |check|
        reading =
          UpperBranch::Measuring::Reading.judge(machine.reading(check), usual(machine, check), CATALOGUE.worktop)
        expect(reading.chances.values.sum).to be_within(1e-6).of(1), check.id
        expect(reading.chances.keys - check.words(machine.features)).to be_empty
        finding =
          UpperBranch::Job::Finding.new(
            entry: "r",
            kind: :check,
            id: check.id,
            words: [reading.word],
            chances: reading.chances,
            conditions: [],
            round: 0,
            reading: reading
          )
        known = job(family["id"], seen("rough-idle")).tap { |fresh| fresh.findings << finding }
        expect(posterior(known).all_now.values).to all(be_between(0, 1))
      end
    end
  end

  it "repeats of a reading count once, as their mean" do
    three =
      job("car-one", seen("flood-vent"), taken("fuel-pressure", { "repeats" => [8.4, 8.5, 8.6], "unit" => "psi" }))
    one = job("car-one", seen("flood-vent"), taken("fuel-pressure", { "value" => 8.5, "unit" => "psi" }))
    expect(posterior(three).now("pressure-high")).to be_within(1e-3).of(posterior(one).now("pressure-high"))
    expect(three.findings.size).to eq 2
  end

  it "a spec card turns the same number into another word" do
    strict = { "fuel-pressure" => { "cuts" => [2, 3.5], "from" => "card", "card" => "Press" } }
    reading = { "value" => 4.5, "unit" => "psi" }
    usual = moved("car-one", "flood-vent", "fuel-pressure", reading).last
    carded = moved("car-one", "flood-vent", "fuel-pressure", reading, limits: strict).last
    expect(carded.now("pressure-high")).to be > 5 * usual.now("pressure-high")
  end
end

# frozen_string_literal: true

# Numbers inside sentences, edges and limits: what a wrong sign or constant would change without moving an answer. Each
# value is worked out beside it.
RSpec.describe "Sentences and edges of the worktop" do
  measuring = UpperBranch::Measuring

  include WorktopTalk

  describe "where each school would leave the screw" do
    turns = (0..8).map { |i| 0.5 + (i * 0.25) }
    speed = turns.map { |at| 700 - (60 * ((at - 1.5)**2)) } # falls 20 rpm at sqrt(20/60) = 0.577 turns from the peak

    it "is on the lean side, by the kind of the screw" do
      sure = { "turns" => turns, "values" => speed, "drop" => 20 }
      expect(value("mixture-sweep", sure.merge("screw" => "fuel"), "drop_by")).to be_within(0.005).of(1.5 - 0.577)
      expect(value("mixture-sweep", sure.merge("screw" => "air"), "drop_by")).to be_within(0.005).of(1.5 + 0.577)
      # the drop begins to be seen where it is twice the reading's noise: sqrt(2 * 5 / 60) = 0.408; back a quarter
      expect(value("mixture-sweep", sure.merge("screw" => "fuel"), "lean_drop_back")).to be_within(0.005).of(1.342)
      expect(value("mixture-sweep", sure.merge("screw" => "air"), "lean_drop_back")).to be_within(0.005).of(1.658)
      expect(value("mixture-sweep", sure, "range")).to be_within(0.05).of(60)
    end

    it "uses the school's drop where none was typed: 20 rpm" do
      bare = calculator("mixture-sweep").run("turns" => turns, "values" => speed)
      expect(bare.outputs.find { |one| one.id == "drop_by" }.value).to be_within(0.005).of(0.923)
    end

    # Least squares of a parabola through seven even steps (orthogonal polynomials): with noise s the slope term has
    # variance s^2 / (28 h^2), the bend s^2 / (84 h^4); at the middle the peak is off by the slope over twice the bend.
    it "knows its peak as surely as the readings allow" do
      steps = (0..6).map { |i| 0.75 + (i * 0.25) }
      sweep = measuring::MixtureSweep.new(steps, steps.map { |at| 700 - (60 * ((at - 1.5)**2)) }, noise: 5)
      expect(sweep.peak).to be_within(1e-6).of(1.5)
      expect(sweep.peak_uncertainty).to be_within(0.002).of(5 / Math.sqrt(28 * (0.25**2)) / 120)
      expect(sweep.scatter).to eq 5
      expect(sweep.at(1.0)).to be_within(1e-6).of(685)
    end

    it "asks for one more at the peak while that is uncertain, on an eighth of a turn" do
      values = { "value" => [676.9, 691.8, 699.1, 699.0], "u" => 4 } # 700 - 60 (x - 1.12)^2, all to one side
      one_sided = { "turns" => [0.5, 0.75, 1.0, 1.25], "values" => values }
      expect(value("mixture-sweep", one_sided, "next")).to be_within(1e-9).of(1.125)
      expect(says("mixture-sweep", one_sided)).to match(/Peak at 1\.1\d turns, give or take 0\.[2-5]\d\./)
    end

    it "draws what was read and what was fitted over the same turns" do
      curve = answer("mixture-sweep", { "turns" => turns, "values" => speed }).curve
      fitted, read = curve.series
      expect([fitted[:points].first.first, fitted[:points].last.first, fitted[:points].size]).to eq [0.5, 2.5, 41]
      expect(read[:points]).to eq turns.zip(speed)
      expect(curve.marks.map { |mark| mark[:name] }).to include("Peak", "Your lean drop")
    end
  end

  describe "two screws in turn" do
    # Moves of 0.6 and 0.3 turns shrink by half; from 0.3 to an eighth in log(0.125 / 0.3) / log(0.5) = 1.26, so two.
    it "count the passes by how the moves shrink" do
      inputs = { "peaks" => [1.0, 1.6, 1.9], "speeds" => [900, 760, 705], "wanted" => 700 }
      expect(value("two-screws", inputs, "settled")).to eq 2
      expect(value("two-screws", inputs, "mixture_moved")).to be_within(1e-9).of(0.3)
      expect(value("two-screws", inputs.merge("peaks" => [1.0, 1.5, 1.9]), "settled")).to eq 6 # 0.8: 5.2
      settled = inputs.merge("peaks" => [1.0, 1.5, 1.6])
      expect(value("two-screws", settled, "settled")).to eq 0
      expect(value("two-screws", settled.merge("speeds" => [900, 760, 725]), "settled")).to eq 1
      expect(value("two-screws", settled.merge("others" => [1.5, 1.2]), "apart")).to be_within(1e-9).of(0.4)
      expect(says("two-screws", settled.merge("speeds" => [900, 760, 640]))).to include "up by 60 rpm"
    end
  end

  it "says by how much, not only that" do
    expect(says("inlet-valve", { "pressure" => 5 })).to include "60 % in hand" # holds 12.5 psi: 1 - 5 / 12.5
    expect(says("jet-change", { "before" => 135, "after" => 128 })).to include "10.1 % less" # (128 / 135)^2 = 0.899
    expect(says("fuel-demand", { "power" => 30 })).to match(/differ by \d+ %/)
    expect(says("supply-margin", { "volume" => 100, "times" => [40], "demand" => 190, "usable" => 26 }))
      .to include "after about 39 s" # 26 mL over 190 - 150 mL/min
    expect(says("supply-margin", { "times" => [40], "faded" => 30 })).to include "starvation is proven" # 38 / 30 = 1.25
    expect(says("supply-margin", { "times" => [40], "faded" => 20 })).to include "20 s: look at the bowl"
    expect(says("supply-margin", { "times" => [22] })).to include "thin" # 273 / 190 = 1.44
    expect(says("float-tab", { "change" => 2 })).to include "0.47 mm at the tab moves the level 2.0 mm up"
    expect(says("float-tab", { "change" => -2 })).to include "down"
    expect(says("drip", { "drops" => 12, "seconds" => 60, "sump" => 8 })).to include "do not start it"
    expect(says("drip", { "drops" => 1, "seconds" => 60, "sump" => 8 })).to include "Little"
    expect(says("needle-lift", {})).to include "4.5 % more"
    expect(says("air-leak", { "hole" => 0.5 })).to include "hardly felt"
    expect(says("air-leak", { "hole" => 1.5 })).to include "wandering idle"
    expect(says("air-leak", { "hole" => 5 })).to include "More than the engine can idle on"
    expect(says("blend", { "measured" => 15.1, "share" => 0 })).to start_with "Lean" # 15.1 / 14.7 = 1.027
    expect(says("blend", { "measured" => 14.9, "share" => 0 })).to start_with "About right" # 1.014
    expect(says("blend", { "measured" => 14.3, "share" => 0 })).to start_with "Rich" # 0.973
    expect { answer("blend", { "measured" => 0.9 }) }.to raise_error(UpperBranch::Invalid, /choose the scale/)
  end

  # 2 mm of passage under 10 mm of its own head passes 58 mL/min (0.7 pi 1e-6 sqrt(0.196)); for 120 it wants
  # 2 sqrt(120 / 58.4) = 2.87 mm, which takes 0.43 mm off the wall all round.
  it "says what opening a passage would leave" do
    tight = { "passage" => 2, "demand" => 120, "coefficient" => 0.7, "head" => 10 }
    wall = ->(mm) { says("passage", tight.merge("wall" => { "value" => mm, "unit" => "mm" })) }
    expect(wall[2]).to include("Opened to 2.87 mm").and include("leave 1.57 mm of wall")
    expect(wall[0.9]).to include "no wall would be left"
  end

  it "knows where its tables end" do
    expect { measuring::Air.temperature(11_001) }.to raise_error(UpperBranch::Invalid, /11000 m/)
    expect(measuring::Air.temperature(11_000)).to be_within(0.1).of(216.8)
    expect(measuring::Jets.annulus(2.0, 2.5)).to eq 0
    expect(measuring::Air.leak(1e-6, 100_000, 100_000, 293, 0.6)).to eq 0
    expect(measuring::Spread::PRIMES.uniq.size).to eq measuring::Spread::PRIMES.size
    composite = measuring::Spread::PRIMES.select { |n| (2...n).any? { |d| (n % d).zero? } }
    expect(composite).to be_empty
  end

  # A shank of 2.5 mm, 1.5 degrees included, from 6 mm on: at 12 mm it is 2.5 - 2 * 6 * tan 0.75 = 2.3429.
  it "knows the needle by its taper" do
    needle = measuring::Needle.new(shank: 0.0025, taper: 1.5, parallel: 0.006)
    expect(needle.diameter(0.003)).to eq 0.0025
    expect(needle.diameter(0.012)).to be_within(2e-8).of(0.0023429)
    expect(needle.diameter(1.0)).to eq 0
    expect(needle.lift_for(0.0026, 0.003, 0.1)).to be_nil
    raised = needle.lift_for(0.0026, 0.012, 0.1)
    expect(needle.area(0.0026, raised) / needle.area(0.0026, 0.012)).to be_within(1e-9).of(1.1)
  end

  # 500, 490 and 200 mL/min: the losses are as the squares, so the last has 1 - (200 / 490)^2 of all, 83.3 %.
  it "finds the share of a line's loss" do
    inputs = { "volume" => 100, "times" => [12, 12.2449, 30], "head" => 30 }
    expect(value("segments", inputs, "share")).to be_within(0.1).of(83.3)
    expect(value("segments", inputs, "sure")).to be > 99
    expect(value("segments", { "volume" => 100, "times" => [12], "head" => 30 }, "share")).to be_nil
    expect(says("segments", { "volume" => 100, "times" => [12] })).to include "500.00 mL/min arrives"
  end

  # The share of the idle air goes with the square of the hole, 7.53 % at 1.5 mm: 5.5 % at 1.282, 55 % at 4.054.
  it "draws its lines where the sentences change" do
    expect(says("air-leak", { "hole" => 1.5 * Math.sqrt(4.5 / 7.529) })).to include "hardly felt"
    expect(says("air-leak", { "hole" => 1.5 * Math.sqrt(5.5 / 7.529) })).to include "wandering idle"
    expect(says("air-leak", { "hole" => 1.5 * Math.sqrt(45 / 7.529) })).to include "wandering idle"
    expect(says("air-leak", { "hole" => 1.5 * Math.sqrt(55 / 7.529) })).to include "More than the engine can idle on"
    expect(says("fuel-demand", { "power" => 14.6, "filling" => 0.85 })).to include "agree within" # 148 over 121: 1.26
    expect(says("fuel-demand", { "power" => 16, "filling" => 0.85 })).to include "differ by 34 %" # 162 over 121
    bored = { "pitch" => 2, "lever" => 10, "turns" => 6 } # 12 mm of screw at a lever of 10
    expect { answer("throttle-plate", bored) }.to raise_error(UpperBranch::Invalid, /past its own length/)
    expect(value("throttle-plate", bored.merge("turns" => 4), "angle")).to be_within(0.1).of(61.1) # 8 + 53.1
  end

  # 1.35 mm and 4.5 % more area is 1.380 mm: number 54 is 1.397 (7.1 %), 55 is 1.321; none comes within a third of that.
  it "says when no drill gives what is wanted, and what to turn one down by" do
    expect(says("drill", { "now" => 1.35, "gain" => 4.5, "kind" => "number" }))
      .to include("No drill of these gives that").and include("number 54, 1.397 mm (0.0550 in); it gives 7.1 %")
      .and include("down by 0.017 mm")
    expect(says("drill", { "now" => 1.35, "gain" => 7.0, "kind" => "number" })).not_to include "No drill"
    drills = measuring::Drills.all({ 60 => 0.04 })
    expect([drills.below(0.001016).name, drills.above(0.001016).name]).to eq ["number 60", "1.05 mm"]
    expect(drills.below(0.001)).to have_attributes(name: "1 mm")
  end

  # By hand: 14.7 / 9 sqrt(745 / 785) - 1 = 59.1 % on pure ethanol with jets set for gasoline.
  it "leans by the masses and the root of the densities" do
    expect(value("blend", { "share" => 100 }, "leaning")).to be_within(0.05).of(59.1)
    expect(value("blend", { "share" => 50, "set_share" => 50 }, "leaning")).to be_within(1e-9).of(0)
  end

  # A two-stroke draws for half of every turn: 50 cc at 8000 rpm, filling 0.6, is 4 L/s in the mean and twice that
  # through 14 mm while it flows, 52 m/s, hardly compressed.
  it "knows for how long a two-stroke draws" do
    small = { "displacement" => 50, "rpm" => 8000, "filling" => 0.6, "strokes" => "2", "cylinders" => 1,
              "fitted" => 14 }
    expect(value("venturi", small, "through")).to be_within(0.8).of(0.004 * 2 / (Math::PI / 4 * (0.014**2)))
  end

  # Between half a bore and two long the coefficient goes straight from a thin plate's 0.60 to that of two bores.
  it "goes straight between a plate and a tube" do
    at = ->(long) { value("hole-coefficient", { "bore" => 1, "long" => long, "flow" => 5000 }, "coefficient") }
    expect(at[1.25]).to be_within(1e-6).of((0.6 + at[2]) / 2)
    expect(at[0.4]).to be_within(1e-9).of(0.6)
  end

  it "shows a fall and a scatter in their unit, without the zero of the scale" do
    flicks = Array.new(48) { |i| (i % 6).zero? ? 15.0 : 18.0 }
    read = ->(name) { value("vacuum-pattern", { "values" => flicks, "interval" => 0.025 }, name) }
    expect([read["dip"], read["mean"]]).to match [be_within(1e-6).of(3), be_within(1e-6).of(17.5)]
    expect(read["spread"]).to be_within(0.03).of(Math.sqrt(9 / 6.0 * 5 / 6)) # 3 in a sixth of the time
  end

  it "draws its curves from end to end" do
    CATALOGUE.worktop.calculators.select { |one| one.row["plot"] }.each do |one|
      points = answer(one.id, {}).curve.series.first[:points]
      expect(points.last.first).to be_within(1e-9).of(one.row["plot"]["to"]), one.id
    end
  end
end

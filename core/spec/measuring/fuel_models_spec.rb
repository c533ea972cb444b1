# frozen_string_literal: true

# Models of the fuel side against values that come from elsewhere: tables, or another road written out here.
RSpec.describe "Models of the fuel side" do
  include WorktopTalk

  # A well emptied in small steps: the jet draws evenly, the passage brings by the root of how far the level has fallen.
  it "empties a well that is refilled the better the lower it stands" do
    inputs = { "passage" => 1.2, "head" => 10, "coefficient" => 0.7, "demand" => 60, "well" => 6 }
    full = 0.7 * Math::PI / 4 * (1.2e-3**2) * Math.sqrt(2 * 9.80665 * 0.01) # m3/s
    left = 6e-6
    time = 0.0
    while left.positive?
      left -= (1e-6 - (full * Math.sqrt(1 - (left / 6e-6)))) * 1e-3
      time += 1e-3
    end
    expect(value("passage", inputs, "delay")).to be_within(0.02).of(time)
    expect(value("passage", inputs.merge("demand" => 15), "delay")).to be_nil
  end

  # Lichtarowicz, Duggins and Markland 1965 (from memory): a long orifice at high Reynolds number passes 0.827 - 0.0085
  # of its length over its bore: 0.81 at 2, 0.742 at 10.
  describe "a coefficient of discharge" do
    it "falls with the length, and with slow flow" do
      fast = { "bore" => 1.0, "flow" => 5000 }
      { 2 => 0.810, 4 => 0.793, 10 => 0.742 }.each do |length, coefficient|
        found = value("hole-coefficient", fast.merge("long" => length), "coefficient")
        expect(found).to be_within(0.006).of(coefficient)
      end
      slow = [2000, 300, 60].map do |flow|
        value("hole-coefficient", { "bore" => 1, "long" => 3, "flow" => flow }, "coefficient")
      end
      expect(slow).to eq slow.sort.reverse
    end

    # ISO 5167-2: a thin plate with a small hole, 0.60 to 0.61.
    it "is that of a thin plate where the hole is short" do
      expect(value("hole-coefficient", { "bore" => 2, "long" => 0.3 }, "coefficient")).to be_within(0.011).of(0.6)
    end

    # A line that passes 500 mL/min under 30 cm: a thin hole of area q / (0.61 sqrt(2 g h)).
    it "is the same wherever a hole is meant" do
      area = 5e-4 / 60 / (0.61 * Math.sqrt(2 * 9.80665 * 0.3))
      hole = value("segments", { "volume" => 100, "times" => [12, 12.0001], "head" => 30 }, "hole")
      expect(hole).to be_within(0.01).of(Math.sqrt(4 * area / Math::PI) * 1000)
    end
  end

  # Trials with the reference as the trial without a shim: 7.4 s at none, 7.16 s at 0.75 mm (3.4 %), 6.9 at 0.8 (7.2 %).
  describe "shims" do
    tried = { "reference" => 7.4, "shims" => [0.75, 0.8], "times" => [7.16, 6.9] }

    it "count the trial without one" do
      expect(value("shim", tried.merge("wanted" => 3.3), "setting")).to be_within(0.02).of(0.75 * 3.3 / 3.352)
    end

    it "give the band that is near enough, and say where the curve is steep" do
      band = answer("shim", tried.merge("wanted" => 5, "near" => 1)).outputs.to_h { |one| [one.id, one.value] }
      expect([band["from"], band["setting"], band["till"]].sort).to eq [band["from"], band["setting"], band["till"]]
      expect(band["till"] - band["from"]).to be_between(0.015, 0.035) # 2 % of 3.9 % over 0.05 mm
      expect(says("shim", tried.merge("wanted" => 5))).to include "steep"
      expect(says("shim", tried.merge("wanted" => 3))).not_to include "steep"
    end

    it "take one timing, with what it leaves open" do
      one = answer("shim", { "reference" => 7.4, "shims" => [0.5], "times" => [7.0], "wanted" => 4 })
      expect(one.outputs.first.value).to be_within(1e-3).of(0.5 * 4 / 5.714)
      expect(one.outputs.first.uncertainty).to be > 0.1 # two timings by hand to 0.15 s: 2.9 % of 5.7
    end
  end

  # 1.30 mm is a metric drill, 3/64 in is 1.1906 mm, number 55 is 1.3208 mm (tables; ISO 235, ASME B94.11M).
  describe "drills" do
    it "of all three kinds" do
      says = lambda do |wanted, kind|
        answer("drill", { "now" => wanted, "gain" => 0, "kind" => kind }).says.join(" ")
      end
      expect(says.call(1.30, "metric")).to include "1.3 mm"
      expect(says.call(1.1906, "fraction")).to include "3/64 in"
      expect(says.call(1.3208, "number")).to include "number 55"
      expect(says.call(1.191, "any")).to include "3/64 in"
      expect(value("drill", { "now" => 1.25, "gain" => 0, "kind" => "metric" }, "above")).to be_within(1e-9).of(1.3)
    end
  end

  # One truth: what the float holds and what such a valve is made for are two limits, and both are said.
  describe "the inlet valve" do
    it "does not call safe what its kind is not made for" do
      expect(says("inlet-valve", { "pressure" => 8.5 })).to include "made for"
      expect(says("inlet-valve", { "pressure" => 5 })).to match(/holds, with .* in hand/)
      expect(says("inlet-valve", { "pressure" => 3, "kind" => "gravity" })).to include "made for"
      expect(says("inlet-valve", { "pressure" => 14 })).to include "floods"
    end
  end

  describe "a screw in its port" do
    ports = { "port" => { "value" => 0.9, "unit" => "mm" }, "tip" => { "value" => 0, "unit" => "mm" },
              "pitch" => { "value" => 0.4, "unit" => "mm" } }

    # A 90 degree tip lifted 0.2 mm in a hole of 0.9: the shortest way past is square to the cone, 0.2 sin 45, not
    # across the hole; the ring across is 24 % too much.
    it "passes by the shortest gap" do
      across = Math::PI / 4 * ((0.9**2) - (0.5**2))
      blunt = ports.merge("angle" => 90, "turns" => 0.5, "burred" => { "value" => 0.9, "unit" => "mm" })
      area = value("screw-port", blunt, "sound")
      expect(across / area).to be_within(0.01).of(1.24)
    end

    # Of 14 degrees, seated on 0.042 in: by the frustum pi s (D - s cos 7) the narrower edge of 0.038 in wants a larger
    # gap s for the same area, by the quadratic; so does a burr that the seated tip only just clears. One that lies
    # deep is never the narrowest.
    it "needs more turns on a burred seat, and none for a burr that lies deep" do
      half = 7 * Math::PI / 180
      s = 0.7 * Math.sin(half)
      area = s * (1.0668 - (s * Math.cos(half)))
      wider = (0.9652 - Math.sqrt((0.9652**2) - (4 * Math.cos(half) * area))) / (2 * Math.cos(half))
      book = { "burred" => 0.038, "turns" => 1 }
      at = value("screw-port", book.merge("place" => "seat"), "needed")
      expect(at).to be_within(0.005).of(wider / Math.sin(half) / 0.7)
      near, deep = [0.42, 1.0].map do |depth|
        value("screw-port", book.merge("place" => "behind", "depth" => { "value" => depth, "unit" => "mm" }), "needed")
      end
      expect([near, deep]).to match [be_within(0.02).of(at), be_within(1e-6).of(1)]
    end

    it "refuses a burr that the seated tip would have to pass through" do
      near = { "burred" => 0.038, "place" => "behind", "depth" => { "value" => 0.05, "unit" => "mm" } }
      expect { answer("screw-port", near) }
        .to raise_error(UpperBranch::Invalid) { |e| expect(e.field).to eq "depth" }
    end
  end

  # 9 of 80 degrees are 11 % of the lever's way; a tenth is late (from memory).
  it "says that a shot is late only where somebody has measured it" do
    shot = { "one" => [8.0, 8.1], "strokes" => 10 }
    run = ->(more) { calculator("pump-shot").run(shot.merge(more)) }
    expect(run.call("late" => 9, "travel" => 80).says.join).to include "comes late"
    expect(run.call("late" => 6, "travel" => 80).says.join).not_to include "late"
    expect(run.call({}).outputs.find { |one| one.id == "delay" }.value).to be_nil
  end

  describe "a mixture sweep" do
    turns = (0..8).map { |i| 0.5 + (i * 0.25) }
    speed = turns.map { |at| 700 - (60 * ((at - 1.5)**2)) }
    vacuum = turns.map { |at| 18 - (1.6 * ((at - 1.5)**2)) }

    it "knows what it reads: a vacuum that moves by 1.6 inHg is ruled by the screw" do
      swept = { "turns" => turns, "values" => vacuum }
      expect(says("mixture-sweep", swept.merge("reads" => "vacuum"))).to start_with "Peak at 1.50"
      expect(says("mixture-sweep", swept)).to include "does not rule" # 1.6 rpm
    end

    it "lets what was said of the reading into the sentence as well as the word" do
      sure = { "turns" => turns, "values" => { "value" => speed, "u" => 1 } }
      unsure = { "turns" => turns, "values" => { "value" => speed, "u" => 60 } }
      expect(says("mixture-sweep", sure)).to start_with "Peak"
      expect(says("mixture-sweep", unsure)).to include "does not rule"
    end

    it "is not moved by one wild reading" do
      (0..8).each do |wild|
        off = speed.each_with_index.map { |one, i| i == wild ? one + 120 : one }
        expect(value("mixture-sweep", { "turns" => turns, "values" => off }, "peak")).to be_within(0.05).of(1.5)
      end
    end

    it "proposes where to read next, until the peak is known" do
      rising = { "turns" => [0.5, 0.75, 1.0, 1.25], "values" => [640, 662, 680, 693] }
      expect(value("mixture-sweep", rising, "next")).to eq 1.5
      falling = { "turns" => [1.5, 1.75, 2.0, 2.25], "values" => [693, 680, 662, 640] }
      expect(value("mixture-sweep", falling, "next")).to eq 1.25
      expect(value("mixture-sweep", { "turns" => turns, "values" => speed }, "next")).to be_nil
    end

    it "sets nothing off the curve" do
      low = { "turns" => [0.1, 0.3, 0.5, 0.7, 0.9], "values" => [690, 697, 700, 697, 690], "drop" => 60 }
      expect(value("mixture-sweep", low, "drop_by")).to be_nil
      expect(value("mixture-sweep", low, "peak")).to be_within(0.01).of(0.5)
    end
  end
end

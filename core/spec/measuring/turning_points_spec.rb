# frozen_string_literal: true

# Where a sentence of the worktop turns into the next one: the point is looked for by halving an interval, and held
# against the limit that the trade states. By a road of its own: nothing of the formula is used, only what it answers.
RSpec.describe "Turning points of the worktop" do
  include WorktopTalk

  # The value of an input at which the sentence begins or ends to match, between two that differ in it.
  def turn(id, field, low, high, words, given = {})
    at = ->(value) { says(id, given.merge(field => value)).match?(words) }
    first = at.call(low)
    raise "#{id}: #{words.inspect} is the same at #{low} and #{high}: #{says(id, given.merge(field => high))}" if
      at.call(high) == first

    50.times do
      middle = (low + high) / 2.0
      at.call(middle) == first ? low = middle : high = middle
    end
    high
  end

  # [answer, its value where the sentence turns]
  def answered(id, field, low, high, words, output, given = {})
    value(id, given.merge(field => turn(id, field, low, high, words, given)), output)
  end

  # Within 85 % the cylinders stand together; within a tenth of the mean the carburetors do (common practice).
  it "are those of cylinders and carburetors among each other" do
    [109, 112].zip([/stands alone/, /stand together/]).each do |lowest, words|
      found = says("compression", { "values" => { "value" => [130, lowest, 130, 130], "unit" => "psi" } })
      expect(found).to match words
    end
    alone = answer("compression", { "values" => { "value" => [130, 128, 104, 131], "unit" => "psi" } })
    expect(alone.says.first).to start_with "Cylinder 3 stands alone"
    expect(alone.outputs.find { |one| one.id == "first" }.value).to eq 3
    # (x - 1) / ((3 + x) / 4) = 0.1 at x = 1.1026
    [1.10, 1.105].zip([/balanced/, /Move number 2 first: it draws/]).each do |high, words|
      expect(says("bank", { "values" => [1, high, 1, 1] })).to match words
    end
    expect(says("bank", { "values" => [1, 0.8, 1, 1] })).to include "draws 20 % less"
  end

  it "are those of a venturi, a plate, a screw" do
    expect(answered("venturi", "fitted", 30, 60, /Too large/, "through")).to be_within(0.01).of(70)
    expect(answered("venturi", "fitted", 20, 32, /Too small/, "through")).to be_within(0.01).of(130)
    slot = ->(low, high, words) { answered("throttle-plate", "turns", low, high, words, "exposed") / 0.6 }
    expect(slot.call(0.2, 1.5, /Less than a square|No slot/)).to be_within(0.001).of(0.7)
    expect(slot.call(0.2, 3.5, /More than a square/)).to be_within(0.001).of(1.3)
    begins = value("throttle-plate", {}, "begins")
    expect(turn("throttle-plate", "turns", 0.0, 1.5, /No slot/)).to be_within(1e-6).of(begins)
  end

  it "are those of two screws and their speed" do
    settled = { "peaks" => [1.5, 1.55, 1.56], "speeds" => [712, 705, 702], "others" => [1.5, 1.56] }
    expect(says("two-screws", settled)).to start_with "Both have settled"
    moved = ->(by) { says("two-screws", settled.merge("peaks" => [1.5, 1.55, 1.55 + by])) }
    expect([moved.call(0.12), moved.call(0.13)]).to match [/Both have settled/, /still moves/]
    fast = ->(by) { says("two-screws", settled.merge("speeds" => [712, 705, 700 + by])) }
    expect([fast.call(19), fast.call(21)]).to match [/Both have settled/, /Trim the speed down by 21 rpm/]
    expect(fast.call(-21)).to include "Trim the speed up by 21 rpm"
    apart = ->(by) { says("two-screws", settled.merge("others" => [1.5, 1.56 - by])) }
    expect([apart.call(0.24), apart.call(0.26)]).to match [/down\.\z/, /look at its port and seat/]
    # an error that shrinks to a half each time, from half a turn to an eighth: two passes more; capped at nine tenths
    left = ->(steps) { value("two-screws", settled.merge("peaks" => steps, "speeds" => [700] * steps.size), "settled") }
    expect(left.call([1.0, 2.0, 2.5])).to eq 2
    expect(left.call([1.0, 1.25])).to eq 1
    expect(left.call([1.0, 2.0, 3.0])).to eq((Math.log(0.125) / Math.log(0.9)).ceil)
    expect(left.call([1.0, 3.0, 3.2])).to eq 1
    expect(left.call([1.0, 1.5, 1.5])).to eq 0
  end

  it "are those of supply, bowl, valve and passage" do
    expect(answered("supply-margin", "demand", 60, 148, /margin is thin/, "margin")).to be_within(0.001).of(1.5)
    expect(answered("supply-margin", "demand", 100, 200, /cannot keep up/, "margin")).to be_within(0.001).of(1.0)
    long = { "pressure" => 1.5, "float_arm" => 60 }
    expect(answered("bowl-fall", "demand", 50, 900, /lean the top end/, "fall", long)).to be_within(0.001).of(3.0)
    expect(turn("bowl-fall", "demand", 200, 3000, /runs dry/)).to be_within(0.1).of(value("bowl-fall", {}, "most"))
  end

  it "are those of a drip, a shot and a leak" do
    expect(answered("drip", "drops", 1, 400, /do not start it/, "share")).to be_within(0.01).of(2)
    expect(answered("suction-hold", "end", 14.999, 8, /does not hold/, "hole")).to be_within(1e-4).of(0.05)
    expect(says("suction-hold", { "end" => 15 })).to eq "It holds."
    alike = { "warm_from" => 15, "warm_to" => 15 }
    expect(answered("altitude", "to", 200, 800, /Hardly a change/, "richer", alike).abs).to be_within(0.01).of(1)
    small = { "one" => [2.0, 2.0, 2.0], "other" => [2.0, 2.0, 2.0] }
    weak = answered("pump-shot", "manifold", 500, 20_000, /it will hesitate/, "needed", small)
    expect(weak).to be_within(0.002).of(value("pump-shot", small, "stroke"))
  end

  it "are those of heat, ice and mixture" do
    hot = ->(low, high, words) { answered("percolation", "bowl", low, high, words, "margin") }
    expect(hot.call(30, 90, /It boils/)).to be_within(0.01).of(0)
    expect(hot.call(30, 60, /It stays liquid/)).to be_within(0.01).of(5)
    # twenty volumes of vapor where it boils, e times that for five degrees more (as the page says)
    warm = turn("percolation", "bowl", 30, 90, /It boils/)
    expect(value("percolation", { "bowl" => warm }, "ratio")).to be_within(0.01).of(20)
    expect(value("percolation", { "bowl" => warm + 5 }, "ratio")).to be_within(0.02).of(20 * Math::E)
    expect(answered("blend", "measured", 14.0, 15.5, /\ALean/, "lambda")).to be_within(1e-4).of(1.02)
    expect(answered("blend", "measured", 13.0, 14.7, /\ARich/, "lambda")).to be_within(1e-4).of(0.98)
    thin = { "monoxide" => 1.0, "oxygen" => 5.0 }
    expect(turn("exhaust-gas", "dioxide", 9, 13, /Little carbon/, thin)).to be_within(1e-6).of(11.0)
    expect(turn("exhaust-gas", "oxygen", 1, 6, /Little carbon/, { "dioxide" => 10, "monoxide" => 1 }))
      .to be_within(1e-6).of(3.0)
  end

  it "are those of a reading against its limits, both or one alone" do
    near = { "values" => [6.0, 6.1], "low" => nil, "high" => nil }.compact
    inside = ->(given) { value("reading", near.merge(given), "inside") }
    expect(inside.call({ "low" => 6.05, "high" => 50 })).to be_within(0.05).of(50)
    expect(inside.call({ "low" => 0, "high" => 6.05 })).to be_within(0.5).of(50)
    clear = answered("reading", "low", 3.0, 6.0, /\AInside/, "inside", near.merge("high" => 50))
    expect(clear).to be_within(0.01).of(90)
    off = answered("reading", "low", 6.1, 9.0, /\AOutside/, "inside", near.merge("high" => 50))
    expect(off).to be_within(0.01).of(10)
  end

  it "are those of a drill, a hole and a needle's trials" do
    expect(answered("hole-coefficient", "flow", 5, 200, /friction rules/, "reynolds")).to be_within(0.5).of(1000)
    expect(says("rod-jet", { "jet" => 2.0, "thick" => 1.6, "thin" => 1.2 })).to include "opens 78 % more" # 2.56 to 1.44
    expect { value("shim", { "wanted" => 40 }, "setting") }
      .to raise_error(UpperBranch::Invalid, /The trials reach from \+0\.0 % to \+12\.1 %; \+40\.0 % lies outside/)
    names = UpperBranch::Measuring::Drills.all({}).of("fraction").then do |drills|
      [drills.diameter("1/64 in"), drills.diameter("15/64 in"), drills.diameter("1/4 in")]
    end
    expect(names).to match [be_within(1e-9).of(0.0254 / 64), be_within(1e-9).of(0.0254 * 15 / 64), nil]
  end

  # A centimeter of fuel of 740 kg/m3 under standard gravity (9.80665 m/s2, by definition): 72.569 Pa.
  it "are reckoned in units that weigh what they should" do
    expect(UpperBranch::Measuring::Units.to_si(10, "cmFuel")).to be_within(0.01).of(725.69)
    # U.S. Standard Atmosphere 1976: 0.8638 of the density at sea level at 1500 m, dry and at its own temperature
    there = { "from" => 0, "to" => 1500, "warm_from" => 15, "warm_to" => 5.25, "humidity_from" => 0, "humidity" => 0 }
    expect(value("altitude", there, "density")).to be_within(0.05).of(86.38)
    plain = { "rpm" => 5000 }
    fuel, mixture = %w[fuel lambda].map { |output| value("main-signal", plain, output) }
    air = value("venturi", { "rpm" => 5000, "displacement" => 2000 }, "air")
    # 14.7 of air to one of fuel: air of 1.2041 kg/m3 (20 degC, ISO 2533), fuel of 0.740 g/mL
    expect(mixture).to be_within(0.01).of(air * 1.2041 * 60 / (fuel * 0.740 * 14.7))
  end

  it "are those of ice by how much of it there is, and of a dew point no higher than the air" do
    ice = ->(low, high, words) { answered("icing", "dew", low, high, words, "low", { "air" => 15 }) }
    expect(ice.call(-20, 14, /At low power: (no|light)/)).to be_within(0.001).of(0.15)
    expect(ice.call(-20, 14, /At low power: serious/)).to be_within(0.001).of(0.30)
    expect(says("icing", { "air" => 12, "dew" => 12.04 })).to include "At low power"
    expect { says("icing", { "air" => 12, "dew" => 12.055 }) }.to raise_error(UpperBranch::Invalid, /swap the two/)
  end

  it "are those of how many timings are enough" do
    needed = value("flow-compare", {}, "repeats")
    timed = lambda do |count|
      times = [7.4, 7.45, 7.38].cycle.first(count)
      says("flow-compare", { "reference" => times, "part" => times.map { |time| time * 0.9 }, "step" => 3 })
    end
    first = (2..60).find { |count| timed.call(count).include?("Enough timings") }
    counts = [7.4, 7.45, 7.38].cycle.first(first)
    asked = value("flow-compare", { "reference" => counts, "part" => counts.map { |time| time * 0.9 } }, "repeats")
    expect(first).to eq asked
    expect(needed).to be > 1
    expect(timed.call(first - 1)).to match(/time each \d+ times/)
  end

  it "say in words what stands in numbers" do
    raised = value("needle-lift", {}, "raise")
    expect(says("needle-lift", {})).to start_with "Raise it #{format('%.2f', raised)} mm for 4.5 % more"
    curve = answer("shim", {}).curve
    # no shim, no change; less time is more flow
    drawn = [[0, 7.4], [0.4, 7.2], [0.65, 6.95], [0.9, 6.6]].map { |shim, time| [shim, 100 * ((7.4 / time) - 1)] }
    expect(curve.series.first[:points]).to match(drawn.map { |point| point.map { |one| be_within(1e-6).of(one) } })
    expect(curve.marks.first[:y]).to be_within(1e-9).of(5)
  end

  # Two orifices in a row: what each costs goes by the fourth power of its diameter, 1 / (1 + (0.9 / 1.3)^4) = 81.3 %.
  it "are worked out by hand where that is short" do
    expect(value("jets-together", { "diameters" => [1.3, 0.9] }, "tightest")).to be_within(0.05).of(81.3)
    # a count of 12 scatters by its root (Poisson): 3.46
    per_minute = answer("drip", { "drops" => 12, "seconds" => 60 }).outputs.find { |one| one.id == "per_minute" }
    expect([per_minute.value, per_minute.uncertainty]).to match [be_within(1e-9).of(12), be_within(0.02).of(3.46)]
    set = %w[venturi thumb corrector].map { |output| value("starting-set", {}, output) }
    expect(set[1] / set[0]).to be_within(1e-9).of(0.04) # four hundredths for each millimeter
    expect(set[2] - set[1]).to be_within(1e-9).of(0.5)
    expect(UpperBranch::Measuring::Metering::Fuel.new(ratio: 14.7, density: 745.0, viscosity: 6e-7).head(0.01))
      .to be_within(0.001).of(73.06) # 745 x 9.80665 x 0.01
    pattern = UpperBranch::Measuring::SignalPattern.new(([18.0] * 5) + ([17.0] * 4) + [15.0], interval: 0.1)
    expect(pattern.dip).to be_within(1e-9).of(3)
  end

  # The bowl stepped through in time: what runs in grows with the fall until the valve is wide open.
  it "empty a bowl as a thousand small steps do" do
    given = { "demand" => 3000, "pressure" => 2, "depth" => 12 }
    fall = ->(demand) { value("bowl-fall", given.merge("demand" => demand), "fall") / 1000 }
    most, constant = %w[most constant].map { |output| value("bowl-fall", given, output) }
    slope = 100 / fall.call(100.0) # mL/min that run in for each meter of fall
    depth = seconds = 0.0
    until depth >= 0.012
      depth += (3000 - [slope * depth, most].min) / 6e7 / 2.5e-3 * 0.001
      seconds += 0.001
    end
    expect(value("bowl-fall", given, "empties")).to be_within(0.01).of(seconds)
    expect(constant).to be_within(0.001).of(2.5e-3 * 6e7 / slope)
  end

  # A jet's flow goes by the root of its area's square; the mixture of a carburetor by the root of the air's density
  # (Heywood, ch. 7). At 1500 m that is 0.8638 (U.S. Standard Atmosphere 1976): the jet's area falls by its root.
  it "are those of a jet up the mountain, and of a gauge that reads the impossible" do
    there = { "from" => 0, "to" => 1500, "warm_from" => 15, "warm_to" => 5.25, "humidity_from" => 0, "humidity" => 0 }
    jet = value("altitude", there.merge("jet" => 1.35), "jet_here")
    expect(jet).to be_within(0.002).of(1.35 * (0.8638**0.25))
    expect(says("altitude", there)).to include "richer here"
    read = ->(share) { value("blend", { "measured" => share * 14.7, "scale" => "gasoline" }, "lambda") }
    expect([read.call(0.41), read.call(2.03)]).to match [be_within(0.001).of(0.41), be_within(0.001).of(2.03)]
    expect { read.call(0.39) }.to raise_error(UpperBranch::Invalid, /choose the scale/)
    points = answer("vacuum-pattern", { "interval" => 0.05 }).curve.series.first[:points]
    expect(points[..2]).to match [[0, be_within(1e-6).of(18)], [0.05, anything], [be_within(1e-9).of(0.1), anything]]
    # 1 % of hydrocarbons as hexane is 10 000 ppm: six times as much carbon as a percent of monoxide
    lean = { "dioxide" => 12, "monoxide" => 0.5, "oxygen" => 2 }
    none, some = [0, 10_000].map { |ppm| value("exhaust-gas", lean.merge("hydrocarbons" => ppm), "lambda") }
    expect(none - some).to be > 0.2
  end

  # 1600 cc at 750 rpm draw 0.01 m3/s, filled to three quarters, of air at 40 degC and 101 325 - 18 x 3386.39 Pa:
  # 40 370 / (287.05 x 313.15) = 0.4491 kg/m3 (ideal gas), so 12.13 kg/h.
  it "are reckoned with the air the engine draws" do
    expect(value("air-leak", {}, "engine")).to be_within(0.02).of(12.13)
    # choked air: 0.040418 x 101 325 / root of 293.15 = 239.2 kg/s through a square meter (handbooks of gas flow)
    ring, coefficient = %w[ring coefficient].map { |output| value("shaft-leak", {}, output) }
    share = 239.2 * coefficient * ring / 1e6 * 3600 / 12.13
    expect(value("shaft-leak", {}, "share")).to be_within(0.05).of(100 * share)
  end

  it "name the point and the drill they mean" do
    { [12, 13, 31, 33] => 3, [12, 30, 31, 32] => 2, [40, 41, 42, 43] => 1 }.each do |times, point|
      given = { "times" => times }
      expect([value("segments", given, "tightest"), says("segments", given)]).to match [point, /at point #{point} is/]
    end
    # a step of a twentieth of a millimeter on 3.5 mm is 2.9 % of area: half a step off misses 1 % by more than a third
    wide = ->(gain) { says("drill", { "now" => 3.5, "gain" => gain, "kind" => "metric" }) }
    expect([wide.call(1.0), wide.call(2.2), wide.call(2.88)]).to match [/No drill/, /Nearest: 3.55 mm/, /Nearest: 3.55/]
    expect([wide.call(2.1), wide.call(2.25)].map { |text| text.include?("No drill") }).to eq [true, false]
  end

  # Straight lines between the trials: 4 % and 6 % lie between 0.4 mm (2.778 %) and 0.65 mm (6.475 %).
  it "give the settings that come near enough" do
    slope = 0.25 / ((7.4 / 6.95) - (7.4 / 7.2))
    near = [0.04, 0.06].map { |change| 0.4 + (slope * (change - ((7.4 / 7.2) - 1))) }
    found = %w[from till].map { |output| value("shim", {}, output) }
    expect(found).to match(near.map { |one| be_within(1e-3).of(one) })
    ends = %w[from till].map { |output| value("shim", { "wanted" => 11.9, "near" => 1 }, output) }
    expect(ends.last).to be_within(1e-9).of(0.9) # no further than the trials reach
  end
end

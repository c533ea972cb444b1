# frozen_string_literal: true

# Models of the air side against values that come from elsewhere: tables, or another road written out here.
RSpec.describe "Models of the air side" do
  include WorktopTalk

  describe "damp air" do
    damp = { "from" => 0, "to" => 0, "warm_from" => 15, "warm_to" => 15, "humidity_from" => 0 }

    # Vapor pressure of water 42.46 hPa at 30 degC and 56.24 hPa at 35 degC (steam tables, from memory). The engine
    # draws moist air by volume and burns the dry part; the fuel goes with the root of the moist density:
    # (1 - e/p) / sqrt(1 - 0.378 e/p), over a standard pressure of 1013.25 hPa.
    it "is counted by its dry part" do
      { 30 => 42.46, 35 => 56.24 }.each do |celsius, vapor|
        share = vapor / 1013.25
        expected = 100 * (((1 - share) / Math.sqrt(1 - (0.378 * share))) - 1)
        same = { "warm_from" => celsius, "warm_to" => celsius, "humidity" => 100 }
        expect(value("altitude", damp.merge(same), "richer")).to be_within(0.05).of(expected)
      end
      same = { "warm_from" => 30, "warm_to" => 30, "humidity" => 100 }
      expect(value("altitude", damp.merge(same), "richer")).to be_within(0.06).of(-3.4)
    end

    it "goes back when the place of setting was as damp" do
      both = { "warm_from" => 30, "warm_to" => 30, "humidity" => 80, "humidity_from" => 80 }
      expect(value("altitude", damp.merge(both), "richer")).to be_within(1e-9).of(0)
    end

    # The standard atmosphere has 898.76 hPa at 1000 m (US Standard Atmosphere 1976, table I): entered as a barometer
    # reading it must say what the height says.
    it "takes a barometer in place of the height" do
      by_height = value("altitude", damp.merge("to" => 1000, "humidity" => 0), "richer")
      by_gauge = value("altitude", damp.merge("to" => 0, "humidity" => 0,
                                              "barometer" => { "value" => 89.876, "unit" => "kPa" }), "richer")
      expect(by_gauge).to be_within(0.02).of(by_height)
    end

    it "refuses a vacuum deeper than the air is heavy" do
      expect { answer("altitude", { "to" => 5000, "vacuum" => 29 }) }.to raise_error(UpperBranch::Invalid) { |e|
        expect(e.field).to eq "vacuum"
      }
    end
  end

  # NACA Report 1135, table I: at M = 0.3 p/p0 = 0.9395 and A/A* = 2.0351; at M = 0.5 0.8430 and 1.3398. The mass flow
  # of choked air is 0.040418 p0 / sqrt(T0) for each m2.
  describe "the venturi" do
    cool = 293.15
    choked = 0.040418 * 101_325 / Math.sqrt(cool)
    density = 101_325 / (287.053 * cool)

    # L/s of outside air through one m2, as the incompressible speed
    def through(speed, **more)
      answer("venturi", { "fitted" => 40, "cylinders" => 4, "count" => 1, "strokes" => "4", "filling" => 1,
                          "displacement" => speed * Math::PI / 4 * (0.04**2) * 1e6 / 100, "rpm" => 12_000 }.merge(more))
    end

    it "is compressible" do
      { 0.3 => [2.0351, 0.9395], 0.5 => [1.3398, 0.8430] }.each do |mach, (area, pressure)|
        air = through(choked / area / density)
        found = air.outputs.to_h { |one| [one.id, one.value] }
        speed = mach * Math.sqrt(1.4 * 287.053 * cool / (1 + (0.2 * mach * mach)))
        expect(found["through"]).to be_within(0.3).of(speed)
        expect(found["depression"]).to be_within(0.1).of(101.325 * (1 - pressure))
      end
    end

    # At the speed of sound air of 20 degC has cooled to 1/1.2 of that: 313 m/s.
    it "says that it is choked, and prints no speed beyond that of sound" do
      beyond = through(400)
      expect(beyond.outputs.find { |one| one.id == "through" }.value).to be_within(0.5).of(313.2)
      expect(beyond.says.join).to include "chokes"
    end

    # A single draws through its throat for about a quarter of the cycle: 300 cc at 7500 rpm fill 0.85 through 28 mm is
    # 0.0159 m3/s in the mean and four times that while it flows, 104 m/s.
    it "asks how many cylinders draw through it" do
      single = { "displacement" => 300, "rpm" => 7500, "filling" => 0.85, "fitted" => 28, "count" => 1,
                 "cylinders" => 1, "speed" => 100 }
      expect(value("venturi", single, "through")).to be_within(6).of(3e-4 * 7500 / 120 * 0.85 * 4 / 6.158e-4)
      expect(says("venturi", single)).to include "fits"
      expect(value("venturi", single, "right")).to be_between(26, 31)
      expect(value("venturi", single.merge("cylinders" => 4), "right")).to be_between(13, 15.5)
    end
  end

  # Air let into a closed bottle in small steps, isothermal, through an isentropic nozzle: the same by another road, a
  # step at a time, and asked how long it takes.
  describe "suction that falls" do
    def seconds(from, to, hole, volume = 6e-5)
      inch = 3386.389
      inside = 101_325 - (from * inch)
      ends = 101_325 - (to * inch)
      time = 0.0
      step = 2e-3
      area = 0.6 * Math::PI / 4 * (hole**2)
      while inside < ends
        r = [inside / 101_325, 0.5283].max
        flow = area * 101_325 * Math.sqrt(7 * ((r**(2 / 1.4)) - (r**(2.4 / 1.4)))) / Math.sqrt(287.053 * 293.15)
        inside += flow * step * 287.053 * 293.15 / volume
        time += step
      end
      time
    end

    it "is added up along the fall" do
      [[25, 5], [20, 1], [15, 10]].each do |from, to|
        hole = value("suction-hold", { "start" => from, "end" => to, "seconds" => seconds(from, to, 1e-4) }, "hole")
        expect(hole).to be_within(2e-4).of(0.1), "from #{from} to #{to}"
      end
      expect(value("suction-hold", { "start" => 20, "end" => 0, "seconds" => seconds(20, 0.001, 1e-4) }, "hole"))
        .to be_within(2e-3).of(0.1)
    end

    it "calls what hardly falls tight" do
      expect(says("suction-hold", { "start" => 15, "end" => 14.9, "seconds" => 30 })).to include "holds"
      expect(says("suction-hold", { "start" => 15, "end" => 5, "seconds" => 10 })).to include "does not hold"
    end
  end

  # A slot 10 mm long between two walls, its height half the play: laminar flow of a Newtonian fluid, v = dp h^2 / (12
  # mu L), and an entry and exit loss of 1.5 heads; at 0.05, 0.1, 0.2 and 0.6 mm of play it passes 0.06, 0.23, 0.53 and
  # 0.74 of what a loss-free slot would (independent derivation).
  describe "play of a shaft" do
    it "lets in what friction leaves" do
      { 0.05 => 0.06, 0.1 => 0.23, 0.2 => 0.53, 0.6 => 0.74 }.each do |play, coefficient|
        expect(value("shaft-leak", { "play" => play, "bush" => 10 }, "coefficient")).to be_within(0.045).of(coefficient)
      end
    end

    it "is less through a longer bush" do
      shares = [5, 10, 20].map { |bush| value("shaft-leak", { "play" => 0.15, "bush" => bush }, "share") }
      expect(shares).to eq shares.sort.reverse
    end
  end

  # Lambda is what the sensor knows; a wide-band's face shows it times 14.7 whatever is in the tank (common practice).
  describe "the scale of a mixture gauge" do
    it "reads the face it has" do
      at = lambda do |scale, reading, share|
        value("blend", { "scale" => scale, "measured" => reading, "share" => share }, "lambda")
      end
      expect(at.call("gasoline", 14.7, 85)).to be_within(1e-9).of(1)
      expect(at.call("own", 9.0, 100)).to be_within(1e-9).of(1)
      expect(at.call("lambda", 0.9, 10)).to be_within(1e-9).of(0.9)
    end
  end

  # Complete combustion of CH1.7261 (with 0.0176 O) in air of 20.9 % oxygen by volume: no excess, 15.3 % CO2 and nothing
  # else to be measured. With half as much air again: both are diluted, and the oxygen left over shows.
  describe "lambda from the exhaust" do
    dry = lambda do |lambda|
      oxygen = 1 + (1.7261 / 4) - (0.0176 / 2)
      nitrogen = oxygen * lambda * 79.1 / 20.9
      left = oxygen * (lambda - 1)
      whole = 1 + nitrogen + left
      { "dioxide" => 100 / whole, "oxygen" => 100 * left / whole, "monoxide" => 0, "hydrocarbons" => 0 }
    end

    it "is that of the air that went in" do
      [1.0, 1.2, 1.5].each { |one| expect(value("exhaust-gas", dry.call(one), "lambda")).to be_within(0.004).of(one) }
    end

    it "falls with carbon monoxide and unburnt fuel" do
      rich = { "dioxide" => 12.5, "monoxide" => 4.0, "hydrocarbons" => 300, "oxygen" => 0.3 }
      expect(value("exhaust-gas", rich, "lambda")).to be_between(0.86, 0.92)
      expect(says("exhaust-gas", rich)).to include "Rich"
    end
  end
end

# frozen_string_literal: true

# Boiling, ice, a starting set, rods: against published limits and guidance, and by another road.
RSpec.describe "Weather and sizing" do
  include WorktopTalk

  describe "percolation" do
    # ASTM D4814 (from memory): the volatility classes ask for at least 54, 47 and 41 degC at a ratio of 20 for classes
    # 1, 3 and 5. A usual fuel of each lies above its limit, by no more than 15.
    it "puts usual fuels of a class above what the class asks for" do
      { [60, 55, 100] => 54, [78, 48, 95] => 47, [95, 42, 88] => 41 }.each do |(pressure, tenth, half), least|
        fuel = { "pressure" => pressure, "tenth" => tenth, "half" => half, "altitude" => 0 }
        boils = value("percolation", fuel, "boils")
        expect(boils).to be_between(least, least + 15)
      end
    end

    it "has a ratio of twenty where it boils, and boils sooner up the mountain" do
      at = { "altitude" => 0 }
      boils = value("percolation", at, "boils")
      expect(value("percolation", at.merge("bowl" => boils), "ratio")).to be_within(0.01).of(20)
      # 1500 m has 0.8345 of the pressure (US Standard Atmosphere): ln 0.8345 / 0.033 = -5.5 degrees
      expect(value("percolation", { "altitude" => 1500 }, "boils")).to be_within(0.1).of(boils - 5.48)
      expect(value("percolation", at.merge("bowl" => boils - 5), "ratio")).to be_within(0.05).of(20 / Math::E)
    end

    it "says what that means after stopping" do
      boils = value("percolation", { "altitude" => 0 }, "boils")
      told = [-2, 3, 12].map { |under| says("percolation", { "altitude" => 0, "bowl" => boils - under }) }
      expect(told).to match [/boils in the bowl/, /Close/, /stays liquid/]
    end
  end

  describe "ice in the throat" do
    # FAA Pilot's Handbook, ch. 7 (from memory): most likely under 21 degC and over 80 % humidity, and at low power
    # possible up to 38 degC and down to 50 %.
    it "follows the published guidance for pilots" do
      guidance = { [15, 13] => %w[serious serious], [21, 17.5] => ["serious", "no ice|light"],
                   [37, 24.8] => ["moderate|serious|light", "no ice"], [20, -8] => ["light|no ice", "no ice"],
                   [45, 30] => ["no ice", "no ice"], [-18, -20] => ["no ice", "no ice"] }
      guidance.each do |(air, dew), (low, cruise)|
        told = says("icing", { "air" => air, "dew" => dew })
        expect(told).to match(/At low power: (#{low}).*At cruise: (#{cruise})/), "#{air}, #{dew}: #{told}"
      end
    end

    # At 20 degC a dew point of 9.3 is a relative humidity of 50 % (psychrometric tables); saturated air of 0 degC holds
    # 3.77 g of water to the kg of dry air (ASHRAE Fundamentals, moist air), of 20 degC 14.7 g.
    it "reckons the damp and the water by the tables" do
      expect(value("icing", { "air" => 20, "dew" => 9.3 }, "humidity")).to be_within(0.5).of(50)
      # the throat of the cruise stands at 0 degC less a hair: what is over 3.77 g freezes
      expect(value("icing", { "air" => 19.99, "dew" => 19.99 }, "cruise")).to be_within(0.03).of((14.7 - 3.77) / 10)
    end

    it "refuses a dew point above the air, and defers to the aircraft's book" do
      expect { answer("icing", { "air" => 5, "dew" => 9 }) }
        .to raise_error(UpperBranch::Invalid) { |e| expect(e.field).to eq "dew" }
      expect(calculator("icing").row["assumes"].join).to include "Never a permission to fly"
    end
  end

  describe "a starting set" do
    # By another road: the calculator of the venturi's signal, given the throat and the jet, must come back to the
    # mixture.
    it "comes back to the wanted mixture through a plain venturi" do
      set = { "displacement" => 2000, "rpm" => 6500, "count" => 4, "cylinders" => 1, "gain" => 2.5, "mixture" => 0.87 }
      throat, main = %w[venturi main].map { |output| value("starting-set", set, output) }
      back = value("main-signal", { "displacement" => 2000, "rpm" => 6500, "filling" => 0.92, "cylinders" => 1,
                                    "count" => 4, "venturi" => throat, "gain" => 2.5, "spill" => 5, "jet" => main,
                                    "coefficient" => 0.8 }, "lambda")
      expect(back).to be_within(0.02).of(0.87)
    end

    # Common practice, no source: a two-liter four of one throat a cylinder begins at 33 to 36 mm, a main jet of 1.3 to
    # 1.5, a corrector of 1.8 to 2.0 and an idle jet of 0.4 to 0.55.
    it "begins where the trade begins" do
      set = %w[venturi thumb corrector idle].map { |output| value("starting-set", {}, output) }
      expect(set).to match [a_value_between(31, 38), a_value_between(1.25, 1.55), a_value_between(1.75, 2.05),
                            a_value_between(0.38, 0.56)]
      expect(says("starting-set", { "cylinders" => 4, "count" => 1 })).to include "go by the flow"
      expect { answer("starting-set", { "speed" => 20, "gain" => 0.5, "displacement" => 100 }) }.not_to raise_error
    end
  end

  # A jet of 5 and a rod of 4 leave as much as a plain jet of 3 (Pythagoras).
  it "takes a rod out of its jet" do
    sizes = { "jet" => 5, "thick" => 4, "thin" => 3 }
    expect(value("rod-jet", sizes, "lean_like")).to be_within(1e-3).of(3)
    expect(value("rod-jet", sizes, "rich_like")).to be_within(1e-3).of(4)
    expect(value("rod-jet", sizes, "richer")).to be_within(0.1).of((16.0 / 9 * 100) - 100)
    wrong = { "thick" => { "jet" => 1, "thick" => 1.2 }, "thin" => { "jet" => 2, "thick" => 1, "thin" => 1.5 } }
    wrong.each do |field, row|
      expect { answer("rod-jet", row) }.to raise_error(UpperBranch::Invalid) { |e| expect(e.field).to eq field }
    end
  end
end

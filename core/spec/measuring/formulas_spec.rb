# frozen_string_literal: true

# The plain functions under the calculators: one behavior an example, numbers written out.
RSpec.describe UpperBranch::Measuring do
  m = described_class

  describe m::Jets do
    it "turns diameter into area and back" do
      expect(described_class.area(0.001)).to be_within(1e-12).of(7.853981e-7)
      expect(described_class.diameter(described_class.area(0.00137))).to be_within(1e-12).of(0.00137)
    end

    it "takes two equal holes in a row as one of 0.707, side by side as one of double area" do
      expect(described_class.series([2e-6, 2e-6])).to be_within(1e-12).of(2e-6 / Math.sqrt(2))
      expect(described_class.parallel([2e-6, 2e-6])).to eq 4e-6
    end

    it "passes twice the flow at four times the drop" do
      one = described_class.flow(1e-6, 100, 740, 0.7)
      expect(described_class.flow(1e-6, 400, 740, 0.7)).to be_within(1e-15).of(2 * one)
    end

    it "leaves no ring when the needle fills the jet" do
      expect(described_class.annulus(0.0025, 0.0026)).to eq 0
      expect { described_class.area(0) }.to raise_error(UpperBranch::Invalid, /above 0/)
    end
  end

  describe m::FuelDemand do
    it "draws half the swept volume a turn on a four-stroke, all of it on a two-stroke" do
      expect(described_class.air(0.001, 6000, 1.0, 4)).to be_within(1e-12).of(0.05)
      expect(described_class.air(0.001, 6000, 1.0, 2)).to be_within(1e-12).of(0.1)
    end

    it "fades after the bowl over the deficit, never when enough comes in" do
      expect(described_class.fade_time(3e-5, 3e-6, 2e-6)).to be_within(1e-6).of(30)
      expect(described_class.fade_time(3e-5, 2e-6, 3e-6)).to be_nil
    end

    it "agrees three ways for an engine that fits" do
      # 15 kW at 450 g/kWh is 152 mL/min; the same by air at a ratio of 12.8 asks for 0.02 kg of air a second, 300 cc at
      # 7500 and 1.07.
      by_power = described_class.by_power(15_000, 0.45 / 3.6e6, 740)
      by_air = described_class.by_air(3e-4, 7500, 1.07, 1.2, 12.8, 740, 4)
      by_jet = described_class.by_jet(0.00105, 5000, 740, 0.8)
      expect([by_power, by_air, by_jet].minmax.then { |low, high| high / low }).to be < 1.05
    end
  end

  describe m::InletValve do
    let(:parts) do
      {
        seat: 0.0025,
        needle_arm: 0.009,
        float_arm: 0.038,
        float_mass: 0.009,
        float_volume: 2.6e-5,
        waterline: 1.2e-3,
        density: 740
      }
    end
    let(:valve) { described_class.new(**parts) }

    it "balances: at the highest pressure held the whole float is under" do
      expect(valve.submerged(valve.holds)).to be_within(1e-12).of(2.6e-5)
    end

    it "rises with each pascal by what the float must sink to hold it" do
      sunk = valve.submerged(50_000) - valve.submerged(40_000)
      expect(sunk / 1.2e-3).to be_within(1e-9).of(valve.rise * 10_000)
    end

    it "holds less on a larger seat, and nothing on a float heavier than its fuel" do
      expect(described_class.new(**parts, seat: 0.003).holds).to be < valve.holds
      expect(described_class.new(**parts, float_mass: 0.02).holds).to be_negative
    end
  end

  describe m::PumpShot do
    it "compares sides and repeats" do
      expect(described_class.imbalance(8, 4)).to be_within(1e-12).of(4 / 6.0)
      expect(described_class.imbalance(0, 0)).to eq 0
      expect(described_class.variation([8, 8, 8])).to eq 0
      expect(described_class.variation([0, 0])).to eq 0
      expect(described_class.delay(20, 80)).to eq 0.25
    end

    it "needs fuel for the air that fills the manifold" do
      # 2.5 L from 40 to 101 kPa at 300 K: 1.77 g of air, at 14.7 to 1 and 740 kg/m3: 0.163 mL
      expect(described_class.filling(2.5e-3, 40_000, 101_000, 300, 14.7, 740)).to be_within(2e-9).of(1.63e-7)
    end
  end

  describe m::Bank do
    it "finds the spread and the one that stands off" do
      expect(described_class.spread([5, 5, 6])).to be_within(1e-12).of(1 / 5.333333333333333)
      expect(described_class.furthest([5, 5, 6])).to match([2, be_within(1e-12).of(0.2)])
    end
  end

  describe m::Venturi do
    it "finds the diameter for a speed, and the speed of a diameter" do
      right = described_class.diameter(0.085, 100, count: 2, share: 0.5)
      mach = described_class.new(diameter: right, count: 2, share: 0.5).mach(0.085)
      expect(m::Air.speed(mach, described_class::TEMPERATURE)).to be_within(1e-6).of(100)
    end
  end

  describe m::SparkTiming do
    it "takes 2.25 mm of rim for a degree on a damper of 258 mm" do
      expect(described_class.degrees_a_meter(0.258) * 0.00225).to be_within(0.001).of(1.0)
      expect(described_class.vacuum_advance(40, 7, 20)).to eq 13
    end
  end

  describe m::SignalPattern do
    def record(seconds = 20, rate = 20) = (0...(seconds * rate)).map { |i| yield(i / rate.to_f) }

    it "measures mean, scatter, drift and dip" do
      drifting = described_class.new(record { |t| 18 - (0.05 * t) }, interval: 0.05)
      expect(drifting.drift).to be_within(1e-9).of(-0.05)
      expect(drifting.drifted).to be_within(0.01).of(-1)
      expect(drifting.spread).to be < 1e-9
      expect(described_class.new(record { |t| (t % 1) < 0.06 ? 15 : 18 }, interval: 0.05).dip).to be_within(1e-9).of(3)
    end

    it "finds the period of a sine at any phase, and none in noise" do
      [0.4, 0.9, 2.0].product([0, 1, 2]).each do |period, phase|
        found =
          described_class.new(record { |t| 18 + Math.sin((2 * Math::PI * t / period) + phase) }, interval: 0.05).period
        expect(found).to be_within(0.06).of(period)
      end
      chance = Random.new(3)
      noise = Array.new(400) { 18 + chance.rand }
      expect(described_class.new(noise, interval: 0.05).period).to be_nil
    end

    it "asks for a few seconds" do
      expect { described_class.new([1, 2, 3], interval: 0.1) }.to raise_error(UpperBranch::Invalid, /eight readings/)
    end
  end

  describe m::Spread do
    it "is even, and normal where asked, and the same every time" do
      uniform = (1..2000).map { |n| described_class.uniform(n, 1) }
      expect(uniform.sum / uniform.size).to be_within(0.005).of(0.5)
      normal = (1..2000).map { |n| described_class.normal(n, 0) }
      expect(normal.sum / normal.size).to be_within(0.02).of(0)
      expect(m::Uncertainty.deviation(normal)).to be_within(0.02).of(1)
      expect(described_class.quantile(0.975)).to be_within(1e-6).of(1.959964)
    end
  end

  describe m::Uncertainty do
    it "shares a normal between its cuts" do
      expect(described_class.shares(0, 1, [-1, 1])).to match(
        [be_within(1e-4).of(0.1587), be_within(1e-4).of(0.6827), be_within(1e-4).of(0.1587)]
      )
      expect(described_class.shares(5, 0, [5, 6])).to eq [1.0, 0.0, 0.0]
    end
  end

  describe m::Units do
    it "goes to SI and back for every unit it knows" do
      m::Units::KINDS.values.flatten.each do |unit|
        expect(described_class.from_si(described_class.to_si(3.7, unit), unit)).to be_within(1e-9).of(3.7)
      end
    end

    it "takes a difference of temperatures without the zero point" do
      expect(described_class.step(9, "degF")).to be_within(1e-9).of(5)
      expect(described_class.step(5, "degC")).to be_within(1e-9).of(5)
    end

    it "refuses what is of another kind, or no unit" do
      expect { described_class.convert(1, "mm", "psi") }.to raise_error(ArgumentError)
      expect { described_class.convert(1, "rpm", "deg") }.to raise_error(ArgumentError)
      expect { described_class.kind("cubit") }.to raise_error(ArgumentError, /cubit/)
    end
  end

  describe m::Words do
    it "says numbers as people do" do
      expect([0.0315, 1520.4, 3.0, 0.000012].map { |one| described_class.number(one) }).to eq %w[0.0315 1520 3 1.2e-5]
      expect(described_class.percent(0.0331)).to eq "3.3 %"
      expect(described_class.amount(0.00124, "mm")).to eq "1.24 mm"
    end
  end
end

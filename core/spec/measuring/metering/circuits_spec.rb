# frozen_string_literal: true

# The parts of a carburetor that the mixture is reckoned from, each against a published limit or another road.
RSpec.describe "Circuits of a carburetor" do
  metering = UpperBranch::Measuring::Metering
  air = UpperBranch::Measuring::Air
  weather = metering::Weather.new(pressure: 101_325.0, temperature: 293.15)
  fuel = metering::Fuel.new(ratio: 14.7, density: 745.0, viscosity: 6e-7)

  def emulsion(share, density: 745.0)
    UpperBranch::Measuring::Metering::Emulsion.new(air: share, pressure: 100_000.0, temperature: 293.15,
                                                   density: density)
  end

  describe "an emulsion" do
    it "is Bernoulli's liquid without air" do
      expect(emulsion(0.0).flux(98_000.0)).to be_within(1e-6).of(Math.sqrt(2 * 745.0 * 2000.0))
      expect(emulsion(0.0).critical).to eq 0.0
    end

    # Isothermal nozzle (White, Fluid Mechanics, ch. 9, isothermal duct flow; from memory): most passes at a ratio of
    # exp(-1/2), p / sqrt(R T e) through each m2.
    it "is the isothermal nozzle without fuel" do
      most = 100_000.0 / Math.sqrt(287.053 * 293.15 * Math::E)
      expect(emulsion(1.0).flux(20_000.0)).to be_within(most * 1e-6).of(most)
      expect(emulsion(1.0).flux(40_000.0)).to eq emulsion(1.0).flux(20_000.0)
    end

    # By another road: the momentum of the mixture added up in small steps of pressure, and the greatest flow looked
    # for.
    it "passes what its momentum adds up to, choked or not" do
      volume = ->(share, at) { (share * 287.053 * 293.15 / at) + ((1 - share) / 745.0) }
      summed = lambda do |share, down|
        work = 0.0
        (1..4000).map do |i|
          at = 100_000.0 - ((i - 0.5) * (100_000.0 - down) / 4000)
          work += volume[share, at] * (100_000.0 - down) / 4000
          edge = 100_000.0 - (i * (100_000.0 - down) / 4000)
          Math.sqrt(2 * work) / volume[share, edge]
        end
      end
      [[0.02, 80_000.0], [0.15, 90_000.0]].each do |share, down|
        expect(emulsion(share).flux(down)).to be_within(0.1).percent_of(summed[share, down].last)
      end
      [0.001, 0.02, 0.15].each do |share|
        expect(emulsion(share).flux(5_000.0)).to be_within(0.1).percent_of(summed[share, 5_000.0].max)
      end
    end
  end

  describe "a jet" do
    # Lichtarowicz and others, 1965 (from memory): two bores long 1/0.81 + 20 (1 + 4.5) / Re - 0.01 / (1 + 7.5 (log10
    # 0.00015 Re)^2).
    it "gives less of what its size promises where the flow is slow" do
      jet = metering::FuelHole.round(0.0005, fuel)
      [100.0, 20_000.0].each do |drop|
        ideal = Math.sqrt(2 * drop / 745.0)
        reynolds = 0.8 * ideal * 0.0005 / 6e-7
        late = 0.01 / (1 + (7.5 * (Math.log10(0.00015 * reynolds)**2)))
        coefficient = 1 / ((1 / 0.81) + (110 / reynolds) - late)
        expect(jet.mass(drop)).to be_within(1e-9).of(coefficient * Math::PI * (0.00025**2) * 745 * ideal)
      end
      expect(jet.mass(100.0) * 10).to be < jet.mass(10_000.0)
    end

    it "is turned round: the drop that a flow costs" do
      jet = metering::FuelHole.round(0.0013, fuel)
      expect(jet.drop(jet.mass(4000.0))).to be_within(60).of(4000.0)
      expect([jet.mass(-5.0), jet.drop(0.0), metering::FuelHole.round(0.0, fuel).mass(4000.0)]).to eq [0.0, 0.0, 0.0]
    end

    it "passes in a row as the squares add, side by side as the areas do" do
      one = metering::FuelHole.round(0.001, fuel)
      expect(one.behind(one).area).to be_within(1e-12).of(one.area / Math.sqrt(2))
      expect(one.beside(one.area).area).to be_within(1e-12).of(2 * one.area)
      expect(one.behind(metering::FuelHole.round(0.0, fuel)).area).to eq 0.0
    end
  end

  describe "a bled passage" do
    let(:hole) { metering::FuelHole.round(0.0005, fuel) }

    def circuit(bleed, weather, fuel, lift = 200.0)
      UpperBranch::Measuring::Metering::BledCircuit.new(bleed: bleed, lift: lift, fuel: fuel, weather: weather)
    end

    it "lets out what comes in" do
      flow = circuit(6e-7, weather, fuel).flow(hole, [[4e-7, 40_000.0], [6e-7, 101_000.0]], 101_325.0)
      expect(flow.outs.sum).to be_within(1e-4).percent_of(flow.fuel + flow.air)
      expect(flow.parts.sum).to be_within(1e-12).of(flow.fuel)
      expect(flow.pressure).to be_between(40_000.0, 101_325.0)
    end

    it "takes air in by an opening that stands before more pressure, as by a second bleed" do
      shut, open = [0.0, 6e-7].map do |area|
        circuit(6e-7, weather, fuel).flow(hole, [[4e-7, 40_000.0], [area, 101_325.0]], 101_325.0)
      end
      expect(open.fuel).to be < shut.fuel
      expect(open.air).to be > open.bled
      expect(open.outs.last).to eq 0.0
    end

    it "gives nothing until the suction lifts the fuel, and without a bleed what the jet and the port pass in a row" do
      lifted = fuel.head(0.02)
      low = circuit(0.0, weather, fuel, lifted).flow(hole, [[1e-6, 101_325.0 - (lifted * 0.9)]], 101_325.0)
      expect(low.fuel).to eq 0.0
      port = 2e-7
      flow = circuit(0.0, weather, fuel, 0.0).flow(hole, [[port, 91_325.0]], 101_325.0)
      jet = hole.mass(101_325.0 - flow.pressure)
      expect(jet).to be_within(0.1).percent_of(port * Math.sqrt(2 * 745.0 * (flow.pressure - 91_325.0)))
    end
  end

  describe "throats" do
    it "fall by the isentropic tables" do
      # NACA Report 1135: M 0.5: p/pt 0.8430, mass flow p M sqrt(k / R T) (1 + M2/5)^-3
      flux = 101_325.0 * 0.5 * Math.sqrt(1.4 / (287.053 * 293.15)) / (1.05**3)
      expect(metering::Throats.fall(flux, weather)).to be_within(20).of(101_325.0 * (1 - 0.8430))
      expect(metering::Throats.fall(10_000.0, weather)).to be_within(20).of(101_325.0 * (1 - 0.5283))
    end

    it "are a part of a circle under a slide" do
      expect(metering::Throats.segment(0.026, 0.013)).to be_within(1e-9).of(Math::PI * (0.013**2) / 2)
      expect(metering::Throats.segment(0.026, 0.03)).to be_within(1e-9).of(Math::PI * (0.013**2))
      # a quarter of the diameter: (pi/3 - sqrt(3)/4) r2 (any table of circular segments)
      expect(metering::Throats.segment(0.026, 0.0065)).to be_within(1e-9).of((1.04720 - 0.43301) * (0.013**2))
      expect(metering::Throats.segment(0.026, -0.001)).to eq 0.0
    end

    it "hold their fall under a piston until it is up" do
      throat = metering::Throats::Held.new(width: 0.024, bridge: 0.001, travel: 0.03, held: 2000.0, weather: weather)
      full = 0.024 * 0.031 * metering::Throats.flux(2000.0, weather)
      expect(throat.signal(full / 2, nil)).to be_within(1).of(2000.0)
      expect(throat.lift(full / 2)).to be_within(1e-5).of(0.0145)
      expect(throat.signal(full * 1.2, nil)).to be > 2700.0
      expect(throat.signal(full * 0.01, nil)).to be < 2000.0
      expect(throat.lift(0.0)).to eq 0.0
    end

    it "see less at the needle the higher the slide is cut away" do
      low, high = [0.002, 0.004].map do |cutaway|
        metering::Throats::Slide.new(bore: 0.026, cutaway: cutaway, weather: weather).signal(0.002, 0.002)
      end
      expect(high).to be < low * 0.7
    end
  end

  # The edge that rises uncovers slot and holes one after the other.
  it "uncovers the slot and the holes as the edge rises" do
    slot = metering::Outlets.new(port: 1e-7, coefficient: 1.0, slot: { above: 0.001, long: 0.003, wide: 0.0005 })
    expect([0.0005, 0.002, 0.009].map { |edge| slot.uncovered(edge) }).to match [
      0.0, a_value_within(1e-12).of(5e-7), a_value_within(1e-12).of(1.5e-6)
    ]
    holes = metering::Outlets.new(port: 1e-7, coefficient: 1.0,
                                  holes: { above: 0.0, bore: 0.001, apart: 0.002, count: 2 })
    one = Math::PI * (0.0005**2)
    expect(holes.uncovered(0.0015)).to be_within(1e-12).of(one)
    expect(holes.uncovered(0.0025)).to be_within(1e-12).of(one * 1.5)
    expect(holes.openings(0.0025, 1.0, 2.0).map(&:first).sum).to be_within(1e-12).of(1e-7 + (2 * one))
  end

  # Heywood, ch. 6 (from memory): the ideal cycle fills fully at outside pressure; at half of it with 8.5 of compression
  # (8.5 - 2^(1/1.4)) / 7.5 of the room is left.
  it "leaves less room in the cylinder the thinner the charge" do
    draw = metering::EngineDraw.new(displacement: 0.0015, strokes: 4, filling: 1.0, weather: weather)
    full = draw.air(3000, 101_325.0)
    expect(full).to be_within(1e-6).of(0.0015 * 3000 / 120 * air.density(101_325.0, 293.15))
    expect(draw.air(3000, 101_325.0 / 2)).to be_within(0.1).percent_of(full / 2 * (8.5 - 1.6407) / 7.5)
    two = metering::EngineDraw.new(displacement: 0.0015, strokes: 2, filling: 1.0, weather: weather)
    expect(two.air(3000, 101_325.0)).to be_within(1e-6).of(2 * full)
  end

  # Saturated at 30 degC air holds 4246 Pa of vapor (steam tables): 0.0419 of it by volume, 0.622 as heavy.
  it "burns only the dry part of damp air" do
    damp = metering::Weather.new(pressure: 101_325.0, temperature: 303.15, humidity: 1.0)
    share = 4246.0 / 101_325.0
    expect(damp.dry).to be_within(2e-4).of((1 - share) / (1 - share + (0.622 * share)))
    expect(air.density(101_325.0, damp.temperature)).to be_within(0.002).of(1.1459)
  end

  # Two ways to a root that is known, and an end where there is none.
  it "finds where a function crosses zero" do
    root = UpperBranch::Measuring::Root
    expect(root.between(0.0, 2.0) { |x| (x**2) - 2 }).to be_within(1e-5).of(Math.sqrt(2))
    expect(root.between(-1.0, 4.0) { |x| Math.exp(x) - 20 }).to be_within(1e-4).of(Math.log(20))
    expect(root.between(1.0, 4.0) { |x| x + 1 }).to eq 1.0
  end
end

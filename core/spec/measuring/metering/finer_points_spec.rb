# frozen_string_literal: true

# Small print of the mixture from geometry: what a wrong sign or constant in a corner would change.
RSpec.describe "Finer points of the mixture from geometry" do
  metering = UpperBranch::Measuring::Metering
  air = UpperBranch::Measuring::Air
  weather = metering::Weather.new(pressure: 101_325.0, temperature: 293.15)
  fuel = metering::Fuel.new(ratio: 14.7, density: 745.0, viscosity: 6e-7)

  def sheet(family = "car-one") = CATALOGUE.geometry.sheet(family)

  def reading(at, rpm, mixture, **more)
    { "by" => "vacuum", "at" => at, "rpm" => rpm, "lambda" => mixture, **more.transform_keys(&:to_s) }
  end

  # By another road: throat and gap in a row, the flow stepped up until the gap asks for no more.
  it "loses in the throat what does not come back before the gap" do
    plate = UpperBranch::Measuring::ThrottlePlate.new(bore: 0.032, shaft: 0.008, closed: 0.14)
    area = Math::PI * (0.013**2)
    throat = metering::Throats::Fixed.new(area: area, unrecovered: 0.2, weather: weather)
    barrel = metering::Barrel.new(throttle: plate, throat: throat, share: 1.0, gain: 2.0, coefficient: 0.85,
                                  weather: weather)
    flow = 0.0
    loop do
      mach = air.mach(flow / area, 101_325.0, 293.15)
      before = 101_325.0 - (0.2 * air.depression(mach, 101_325.0))
      break if air.leak(0.85 * plate.area(1.2), before, 96_000.0, 293.15, 1.0) < flow

      flow += 1e-5
    end
    expect(barrel.air(1.2, 96_000.0)).to be_within(2e-5).of(flow)
    expect(barrel.air(1.2, 96_000.0)).to be < 0.95 * air.leak(0.85 * plate.area(1.2), 101_325.0, 96_000.0, 293.15, 1.0)
    expect(barrel.position(flow, 96_000.0)).to be_within(0.01).of(1.2)
  end

  # Two holes in a row under little pressure: it falls as the squares of what each passes, 1 to (0.4 / 0.6)^2.
  it "lets air alone through where the fuel is not lifted" do
    circuit = metering::BledCircuit.new(bleed: 6e-7, lift: 5000.0, fuel: fuel, weather: weather)
    flow = circuit.flow(metering::FuelHole.round(0.0005, fuel), [[4e-7, 101_025.0]], 101_325.0)
    expect(flow.fuel).to eq 0.0
    expect(101_325.0 - flow.pressure).to be_within(3).of(300 * (0.16 / (0.16 + 0.36)))
  end

  # What comes out behind the throttle less the fuel in it is air that has gone past the throttle, whatever way it came.
  it "counts all the air that the idle circuit brings past the throttle" do
    outlets = metering::Outlets.new(port: 4e-7, coefficient: 0.75, slot: { above: 0.001, long: 0.003, wide: 0.0005 })
    passage = metering::BledCircuit.new(bleed: 6e-7, lift: 200.0, fuel: fuel, weather: weather)
    jet = metering::FuelHole.round(0.0005, fuel)
    idle = metering::IdleCircuit.new(jet: jet, circuit: passage, outlets: outlets, from_well: false)
    flow = idle.flow(0.0015, engine: 40_000.0, before: 101_200.0, source: 101_325.0, well: 101_325.0)
    out = passage.flow(jet, outlets.openings(0.0015, 40_000.0, 101_200.0), 101_325.0).outs.sum
    expect(flow.air).to be_within(0.01).percent_of(out - flow.fuel)
  end

  # A jet and a power hole side by side share what flows by their areas.
  it "shares the main fuel between jet and power hole by their areas" do
    passage = metering::BledCircuit.new(bleed: 4e-7, lift: 50.0, fuel: fuel, weather: weather)
    jet = metering::FuelHole.round(0.0013, fuel)
    power = Struct.new(:area) { def at(_vacuum) = area }.new(jet.area * 0.25)
    plain = Struct.new(:jet) { def at(_lift) = jet }.new(jet)
    main = metering::MainCircuit.new(metering: plain, circuit: passage, nozzle: 6e-6, weather: weather, power: power)
    flow = main.flow(signal: 3000.0, source: 101_325.0, lift: 0.0, vacuum: 5000.0)
    expect(flow.power / flow.main).to be_within(0.001).of(0.25)
  end

  it "opens a power hole between two vacuums, wholly and no further" do
    power = metering::MainCircuit::Power.new(area: 4e-7, opens: 30_000.0, band: 10_000.0)
    shares = [35_000.0, 30_000.0, 25_000.0, 20_000.0, 5_000.0].map { |vacuum| power.at(vacuum) / 4e-7 }
    expect(shares).to match([0, 0, 0.5, 1, 1].map { |share| be_within(1e-9).of(share) })
  end

  # About a thousandth of the mass of a liter for each degree (handbooks give 0.0009 to 0.001).
  it "has lighter fuel where it is warm" do
    table = CATALOGUE.book.worktop.data["fuels"] || CATALOGUE.book.worktop.data
    made = lambda do |temperature|
      metering::Fuel.blend(table["gasoline"], table["ethanol"], share: 0.1, temperature: temperature, viscosity: 6e-7)
    end
    expect(made.call(318.15).density / made.call(288.15).density).to be_within(0.002).of(0.971)
  end

  it "opens the second barrels over the last part of the way, wholly at full" do
    bank = metering::SecondBank.new(count: 1, barrel: nil, main: nil, from: 0.6)
    expect([0.3, 0.6, 0.8, 1.0].map { |share| bank.opened(share) }).to match [
      0.0, 0.0, a_value_within(1e-9).of(0.5), 1.0
    ]
    cell = metering::SecondBank.new(count: 1, barrel: nil, main: nil, from: 1000.0, to: 3000.0)
    # the signal falls from 3000 as they open: (3000 - 2000 part - 1000) / 2000 = part at a half
    expect(cell.opened(1.0) { |part| 3000.0 - (2000.0 * part) }).to be_within(0.01).of(0.5)
    expect(cell.opened(0.3) { 9000.0 }).to be_within(0.01).of(0.3)
  end

  it "takes a tube with a single row of holes, shut until the level has fallen to it" do
    deep = sheet.curve("holes_top" => 12, "holes_bottom" => 12)
    plain = sheet.curve("holes_top" => -9, "holes_bottom" => -8)
    expect(deep.at(1.0).mixture).to be_within(0.002).of(plain.at(1.0).mixture)
    expect(deep.points.map(&:mixture)).to all(be < 1.3)
  end

  # The ring of a raised needle is that of the needle lifted so much further.
  it "raises a needle as if it were lifted further" do
    needle = UpperBranch::Measuring::Needle.new(shank: 0.0025, taper: 1.5, parallel: 0.002)
    wide = metering::FuelHole.round(0.004, fuel)
    made = { jet: wide, needle: needle, bore: 0.0026, fuel: fuel }
    raised = metering::MainCircuit::NeedleJet.new(**made, raised: 0.003).at(0.005)
    lifted = metering::MainCircuit::NeedleJet.new(**made, raised: 0.0).at(0.008)
    expect(raised.area).to eq lifted.area
    expect(raised.mass(50.0)).to eq lifted.mass(50.0)
  end

  describe "the search" do
    # One reading: chi2 is ((lambda(x) - measured) / u)2, so that one standard uncertainty of x moves lambda by u.
    it "knows a size as surely as the reading is by its slope" do
      mixture = ->(jet) { sheet.curve("idle_jet" => jet).idle.mixture }
      row = sheet.fit({}, [reading(19, 750, mixture[0.5].round(4), u: 0.02)]).rows.find do |one|
        one.field == "idle_jet"
      end
      slope = (mixture[0.51] - mixture[0.49]) / 0.02
      expect(row.value * 1000).to be_within(0.003).of(0.5)
      expect(row.unsure * 1000).to be_within(10).percent_of(0.02 / slope.abs)
    end

    it "sets two sizes against one another by their likelihoods, and is content with two readings" do
      curve = sheet.curve("main_jet" => 1.6)
      rows = [0.35, 1.0].map do |share|
        { "by" => "opening", "at" => share * 100, "rpm" => 4800, "lambda" => curve.at(share).mixture }
      end
      fit = sheet.fit({}, rows)
      expect(fit.says).to be_empty
      one, other = fit.rows.first(2)
      expect(other.share / one.share).to be_within(1e-6).of(Math.exp((one.chi2 - other.chi2) / 2))
    end

    # A leak that is not there: the best lies at the end of the range, and is said to.
    it "says when the best lies at the end of what was searched" do
      rich = reading(19, 750, 0.75)
      leak = sheet.fit({}, [rich]).rows.find { |one| one.field == "leak" }
      expect([leak.edge, (leak.value * 1000) < 0.02]).to eq [true, true]
    end
  end
end

# frozen_string_literal: true

require_relative "../engine_talk"

# What handbooks say of carburetors and engines, asked of the whole simulated engine.
RSpec.describe "The simulated engine against the world" do
  include EngineTalk

  def mixture_at(family, sizes, throttle, *speeds)
    speeds.map { |rpm| held(engine(family, sizes).idle_warm, throttle, rpm).mixture }
  end

  # Heywood, Internal Combustion Engine Fundamentals, section 7.3 (from memory): the mixture of an elementary carburetor
  # grows richer with the flow; an air bleed keeps it about the same.
  it "grows richer with the flow without an air bleed, and less so with one" do
    spread = [0, 1.5].map do |bleed|
      mixtures = [900, 1200, 2400, 4600].map { |rpm| main_alone(bleed, rpm) }
      expect(mixtures).to eq mixtures.sort.reverse if bleed.zero?
      mixtures.max / mixtures.min
    end
    expect(spread.first).to be > 1.08
    expect(spread.last).to be < spread.first - 0.02
  end

  # Lambda by the main circuit alone, wide open.
  def main_alone(bleed, rpm)
    one = held(engine("car-one", "power_hole" => 0, "idle_from" => "bowl", "air_jet" => bleed).idle_warm, 1.0, rpm)
    one.intake.dry / one.fueling.flows[:main] / one.build.geometry.fuel.ratio
  end

  # Heywood, ch. 7: enrichment above about three quarters of full load.
  it "enriches for power over about three quarters of the pull" do
    rpm = 2500
    pulls = [0.2, 0.3, 1.0].map { |throttle| held(engine("car-one").idle_warm, throttle, rpm) }
    full = pulls.last.crank.torque
    expect(pulls.first.crank.torque / full).to be < 0.75
    expect(pulls.first.mixture).to be > 0.98
    expect(pulls.last.mixture).to be < 0.9
  end

  # Common practice, no source: what is held back in the cut, on the hill or in the swath to half its speed pulls on.
  it "pulls on wide open where it is held down to half its full speed, in every family" do
    CATALOGUE.families.each do |row|
      one = engine(row["id"]).idle_warm
      held(one, 1.0, 0.5 * one.build.values[:rpm])
      expect([row["id"], one.running?, one.mixture.between?(0.8, 1.15)]).to eq [row["id"], true, true]
    end
  end

  # The ratio of fuel to air of a fixed carburetor goes as one over the root of the density (Heywood, eq. 7.8, from
  # memory); standard atmosphere at 1524 and 3048 m: 0.8617 and 0.7385 of the density (US Standard Atmosphere 1976,
  # from memory), here at one temperature, so by the pressure: 0.8321 and 0.6878.
  it "enriches with height as the root of the density" do
    low, middle, high = [0, 1524, 3048].map do |height|
      mixture_at("small-float", { "altitude" => height }, 1.0, 2900).first
    end
    expect(middle / low).to be_within(2).percent_of(Math.sqrt(0.8321))
    expect(high / low).to be_within(3).percent_of(Math.sqrt(0.6878))
  end

  # Critical ratio of pressures of a throttle, 0.528 (Heywood, appendix C): under it the air no longer grows.
  it "lets no more air past the throttle under 0.528 of the pressure outside" do
    circuits = build("car-one").circuits
    way = build("car-one").setting.idle
    at = ->(ratio) { circuits.first(way, 101_325 * ratio, 0.0).own }
    expect(at[0.5]).to be_within(0.5).percent_of(at[0.25])
    expect(at[0.75]).to be < 0.93 * at[0.5]
  end

  # The manifold empties as exp(-t / tau), tau = V / (filling x displacement x speed) where no air comes in: the mean
  # value form of Hendricks and Sorenson, SAE 900616. A two-stroke, whose draw goes straight with the pressure.
  it "fills and empties its manifold in the time that theory gives" do
    v = build("diaphragm").values
    choke = engine("diaphragm").choke.tap { |one| one.set(0.0, 358.0, true, 0.0) }
    intake = UpperBranch::Practice::Engine::Intake.new(build("diaphragm"), choke)
    tau = v[:manifold] / (v[:filling] * v[:displacement] * 3000 / 60)
    intake.settle(1000.0, 3000)
    from = intake.pressure
    turning = instance_double(UpperBranch::Practice::Engine::Crank, rpm: 3000, drawing: 1.0)
    (0.5 * tau / 1e-5).round.times { intake.step(1e-5, 0.0, 0.0, turning, 0.0) }
    expect(intake.pressure / from).to be_within(2).percent_of(Math.exp(-0.5))
  end

  # Aquino, SAE 810494 (from memory): after a step of the fuel the walls fill as 1 - exp(-t / tau), to X tau f; here
  # against the equation added up in steps of a hundredth of a millisecond.
  it "wets its walls as the X-tau equation, whatever the step" do
    x = 0.3
    tau = 0.4
    summed = 0.0
    (0.5 / 1e-5).round.times { summed += ((x * 2e-3) - (summed / tau)) * 1e-5 }
    [0.001, 0.005, 0.02].each do |step|
      film = UpperBranch::Practice::Engine::Film.new
      (0.5 / step).round.times { film.step(step, 2e-3, share: x, lag: tau, air: 1e-3, drawn: 3e-2) }
      expect(film.mass).to be_within(0.01).percent_of(summed)
    end
  end

  # Ideal Otto cycle at a compression of 8 and a ratio of specific heats of 1.4: 56.5 % (Cengel and Boles,
  # Thermodynamics, ch. 9, from memory).
  it "has the efficiency of the ideal cycle where nothing is lost" do
    burning = UpperBranch::Practice::Engine::Burning.new({ "efficiency" => 1.0, "polytropic" => 1.4 }, {})
    expect(burning.efficiency(8.0)).to be_within(0.001).of(0.565)
  end

  # Common practice, no source: the pump covers what the wet walls take when the throttle is snapped open.
  it "goes far leaner when snapped open without its pump" do
    leanest = [{}, { "shot" => 0 }].map do |sizes|
      one = run(engine("car-one", sizes).idle_warm, 3) { idle }
      watch(one).run(1) { |t| idle.with(throttle: (t / 0.08).clamp(0, 1), line: 1.0) }.most(:mixture)
    end
    expect(leanest.first).to be < 1.4
    expect(leanest.last).to be > leanest.first + 0.3
  end
end

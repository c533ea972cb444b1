# frozen_string_literal: true

require_relative "../engine_talk"

# Nothing comes from nowhere, nothing is lost, and the step does not matter.
RSpec.describe "Conservation in the simulated engine" do
  include EngineTalk

  %w[car-one four-valve cv diaphragm].each do |family|
    it "keeps all air and all fuel: #{family}" do
      one = engine(family).idle_warm
      air = one.intake.air
      wet = one.film.mass + one.film.floating
      bowl = one.bowl.mass
      run(one, 12) { |t| idle.with(throttle: t < 4 ? 0.0 : 0.8, line: 1.0) }
      expect(one.intake.came - one.intake.went).to be_within(1e-6 * one.intake.came).of(one.intake.air - air)
      left = one.film.mass + one.film.floating - wet
      expect(one.fueling.metered - one.burnt).to be_within(1e-6 * one.burnt).of(left)
      expect(one.bowl.arrived - one.fueling.metered - one.bowl.spilled)
        .to be_within(1e-6 * one.bowl.arrived).of(one.bowl.mass - bowl)
    end

    # Halving the step changes lambda by less than half a percent.
    it "gives the same mixture at half the step: #{family}" do
      courses = [0.005, 0.0025].map do |step|
        one = engine(family).idle_warm
        points = [[0.0, 4], [0.15, 5], [0.4, 4], [1.0, 4]].map do |throttle, seconds|
          run(one, seconds, step: step) { idle.with(throttle: throttle, line: 1.0) }.mixture
        end
        points + [run(one, 6, step: step) { idle }.mixture]
      end
      courses.transpose.each { |one, other| expect(other).to be_within(0.5).percent_of(one) }
    end
  end

  it "runs the same every time, and scatters otherwise with another seed" do
    speeds = [1, 1, 2].map do |seed|
      run(UpperBranch::Practice::Engine.new(build("slide"), seed: seed).idle_warm, 5) { idle }.rpm
    end
    expect(speeds[0]).to eq speeds[1]
    expect(speeds[2]).not_to eq speeds[0]
  end

  it "is put away as plain data and goes on as if it never had been" do
    %w[four-block small-float diaphragm].each do |family|
      whole = run(engine(family).idle_warm, 4) { |t| idle.with(throttle: t < 1 ? 0.0 : 0.5, line: 1.0) }
      first = run(engine(family).idle_warm, 2) { |t| idle.with(throttle: t < 1 ? 0.0 : 0.5, line: 1.0) }
      kept = JSON.parse(JSON.generate(first.state))
      again = UpperBranch::Practice::Engine.new(build(family)).resume(kept)
      run(again, 2) { idle.with(throttle: 0.5, line: 1.0) }
      expect([again.rpm, again.mixture, again.time]).to match [be_within(1e-6).of(whole.rpm),
                                                               be_within(1e-9).of(whole.mixture), be_within(1e-9).of(4)]
    end
  end

  it "throws dice that fall evenly" do
    dice = UpperBranch::Practice::Engine::Dice.new(7)
    throws = Array.new(20_000) { dice.rand }
    expect(throws).to all(be_between(0, 1).exclusive.or(eq(0)))
    tenths = throws.group_by { |one| (one * 10).floor }.transform_values(&:size)
    # Chi-square of ten cells, 9 degrees of freedom: 21.67 is passed once in a hundred times (statistical tables).
    expect(tenths.values.sum { |seen| ((seen - 2000)**2) / 2000.0 }).to be < 21.67
  end
end

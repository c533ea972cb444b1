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

  it "asks no clock and no other chance than its seed's" do
    files = Dir[File.expand_path("../../../lib/upper_branch/practice/**/*.rb", __dir__)]
    expect(files.size).to be > 15
    expect(files.reject do |path|
      File.read(path).match?(/Time\.|Process\.clock|[^@.]\brand\b|Random\.rand/)
    end).to eq files
  end
end

# frozen_string_literal: true

RSpec.describe UpperBranch::Workshop::Transitions do
  let(:car) { described_class.for(CATALOGUE.family("car-one"), CATALOGUE) }

  def state(engine, carburetor = "on") = UpperBranch::Workshop::BenchState.new(engine: engine, carburetor: carburetor)

  it "takes eight minutes to warm a car and one to stop it" do
    expect(car.minutes(state("cold"), state("running"))).to eq 8
    expect(car.minutes(state("running"), state("warm"))).to eq 1
    expect(car.nearest(state("cold"), ["W"]).first).to eq 9
  end

  it "never goes from warm to cold today" do
    %w[running warm].each { |engine| expect(car.minutes(state(engine), state("cold"))).to eq Float::INFINITY }
    expect(car.nearest(state("warm"), ["C"]).first).to eq Float::INFINITY
  end

  it "pays to refit and ten minutes more before it runs again" do
    expect(car.minutes(state("warm", "bench"), state("running"))).to eq 15 + 10 + 1
    expect(car.minutes(state("warm"), state("warm", "apart"))).to eq 15 + 12
  end

  it "is never shorter by a detour (the shortest way is taken)" do
    states = described_class::STATES
    states.product(states, states).each do |from, via, to|
      expect(car.minutes(from, to)).to be <= car.minutes(from, via) + car.minutes(via, to)
    end
  end

  it "does not open an aircraft carburetor here" do
    aero = described_class.for(CATALOGUE.family("aero-updraft"), CATALOGUE)
    expect(aero.nearest(state("warm"), ["open"]).first).to eq Float::INFINITY
  end
end

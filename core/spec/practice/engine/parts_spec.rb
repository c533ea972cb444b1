# frozen_string_literal: true

require_relative "../engine_talk"

RSpec.describe "Parts of the simulated engine" do
  include EngineTalk

  engine = UpperBranch::Practice::Engine
  let(:v) { build("car-one").values }

  describe engine::Lattice do
    # One build serves every request: while one thread works a cell out, another may be in the same.
    it "answers each of several threads by the cell that it asks for, whoever else is in the middle of one" do
      asked = nil
      lattice = described_class.new(1.0, 1.0, [0.0, 1.0]) do |x, y, z|
        other = asked
        asked = nil
        Thread.new { other.call }.join if other
        [x + (10 * y) + (100 * z)]
      end
      lattice.at(0.5, 0.5, 0.5)
      found = []
      asked = -> { found << lattice.at(3.5, 2.5, 0.5) }
      found << lattice.at(3.5, 2.5, 0.5)
      expect(found.map { |values, _| values.first }).to eq [78.5, 78.5]
    end

    # A function that is straight in each number is met everywhere, and each corner is asked once.
    it "is exact for what is straight, gives the slope, and asks a corner once" do
      asked = Hash.new(0)
      lattice = described_class.new(0.5, 0.25, [-1.0, 0.0, 2.0]) do |x, y, z|
        asked[[x, y, z]] += 1
        [(2 * x) + (3 * y) - z, x * y]
      end
      [[0.2, 0.1, -0.5], [0.9, 0.7, 1.5], [0.21, 0.12, -0.4]].each do |x, y, z|
        values, slope = lattice.at(x, y, z)
        expect(values).to match [be_within(1e-12).of((2 * x) + (3 * y) - z), be_within(1e-12).of(x * y)]
        expect(slope).to be_within(1e-12).of(3)
      end
      expect(asked.values).to all(eq 1)
    end
  end

  describe engine::Bowl do
    def bowl(**changes) = engine_class::Bowl.new(v.merge(changes), 745.0, 0.6)
    let(:engine_class) { engine }

    # The level falls to where the needle lets as much in as leaves (Measuring::BowlLevel, the closed form).
    it "falls as far as the demand takes it, and fills again" do
      one = bowl
      2000.times { one.step(0.005, 0.002 * 0.005, v[:feed]) }
      closed = UpperBranch::Measuring::BowlLevel.new(surface: v[:surface], seat: v[:seat], lever: v[:float_lever],
                                                     pressure: v[:feed], density: 745.0, coefficient: 0.6)
      expect(-one.level).to be_within(4).percent_of(closed.fall(0.002 / 745.0)) # the line costs a little
      2000.times { one.step(0.005, 0.0, v[:feed]) }
      expect(one.level).to be_within(1e-5).of(0)
    end

    it "runs over where the shut needle leaves a hole, and dry where nothing comes" do
      leaking = bowl(inlet_pass: 0.0008)
      40_000.times { leaking.step(0.005, 0.0, v[:feed]) }
      expect([leaking.level, leaking.spilled]).to match [eq(v[:brim]), be > 0.01]
      empty = bowl(line: 0.0)
      6000.times { empty.step(0.005, 0.003 * 0.005 * empty.reach, v[:feed]) }
      expect(empty.reach).to be < 0.2
    end

    it "holds the fuel back where its vent or its passage is narrow" do
      expect(bowl.over(0.004)).to be > -60
      expect(bowl(vent: 0.00035).over(0.004)).to be < -1000
      expect(bowl(passage: 0.0012).over(0.004)).to be < -1000
    end
  end

  describe engine::Shot do
    def pump(**changes) = UpperBranch::Practice::Engine::Shot.new(v.merge(changes), 745.0, 0.6)

    # kg that come when the throttle is opened in a tenth of a second and held open for two.
    def stroke(pump)
      opened = Array.new(20) { |i| i / 20.0 } + Array.new(400, 1.0)
      opened.sum { |way| pump.step(0.005, way, 1.0) * 0.005 }
    end

    it "gives one full stroke, and no more until it has come back" do
      one = pump
      expect(stroke(one)).to be_within(1).percent_of(v[:shot] * 745.0)
      expect(Array.new(100) { one.step(0.005, 1.0, 1.0) }.sum).to eq 0
    end

    it "gives less by what its link has lost, later by what is empty before the nozzle" do
      expect(stroke(pump(shot_lost: 0.4))).to be_within(2).percent_of(0.6 * v[:shot] * 745.0)
      empty = pump(shot_late: 4e-7)
      first = stroke(empty)
      empty.step(0.005, 0.0, 1.0) # draws air on its way back
      expect(first - stroke(empty)).to be_within(5).percent_of(4e-7 * 745.0)
    end
  end

  describe engine::Throttle do
    def throttle(**changes) = engine_class::Throttle.new(v.merge(changes), 0.06, [750.0, 4800.0])
    let(:engine_class) { engine }

    it "stands on its stop, goes to full, and no further than it can" do
      expect(throttle.tap { |one| one.step(0.005, 0.0, 750, 0.0) }.way).to be_within(1e-9).of(0.06)
      expect(throttle.tap { |one| one.step(0.005, 1.0, 750, 0.0) }.way).to eq 1
      expect(throttle(most: 0.5).tap { |one| one.step(0.005, 1.0, 750, 0.0) }.way).to eq 0.5
      expect(throttle(stop: 0.04).tap { |one| one.step(0.005, 0.0, 750, 0.02) }.way).to be_within(1e-9).of(0.12)
    end

    it "comes back late where it sticks, at once where it does not" do
      late, soon = [2.0, 0.0].map do |sticks|
        throttle(sticks: sticks).tap { |one| [1.0, 0.0].each { |lever| one.step(0.1, lever, 3000, 0.0) } }.way
      end
      expect([late, soon]).to match [be_within(1e-9).of(0.95), be_within(1e-9).of(0.06)]
    end

    it "shuts over the speed that a governor holds" do
      governed = throttle(governed: 400.0, governor_lag: 0.1)
      200.times { governed.step(0.01, 1.0, 5100, 0.0) }
      expect(governed.way).to be < 0.07
      200.times { governed.step(0.01, 1.0, 4500, 0.0) }
      expect(governed.way).to be > 0.95
    end
  end

  describe engine::Seconds do
    it "opens with the throttle where a link moves it, late, and draws fuel over as it opens" do
      v = build("four-valve").values
      seconds = described_class.new(v, 745.0)
      shut = seconds.step(0.005, 0.3, 3000.0)
      poured = Array.new(800) { seconds.step(0.005, 1.0, 3000.0) }
      expect([shut, seconds.way]).to match [0, be > 0.98]
      expect(poured.sum * 0.005).to be_within(3).percent_of(v[:pullover] * 745.0)
    end

    it "waits for the signal where a cell opens it, and never passes the throttle" do
      v = build("four-block").values
      seconds = described_class.new(v, 745.0)
      2000.times { seconds.step(0.005, 0.7, v[:second_cell] * 0.9) }
      expect(seconds.way).to eq 0
      2000.times { seconds.step(0.005, 0.7, v[:second_wide] * 2) }
      expect(seconds.way).to be_within(0.001).of(0.7)
      expect { seconds.step(0.005, -0.02, v[:second_wide]) }.not_to raise_error # the throttle under its idle
      expect(seconds.way).to eq 0
    end
  end

  describe engine::Standing do
    it "cools, and keeps its bowl" do
      one = engine_of("car-one").idle_warm
      one.stand(3600)
      expect(one.warmth - 293.15).to be_between(15, 35)
      expect(one.bowl.level.abs).to be < 1e-4
    end

    def engine_of(family, sizes = {}) = UpperBranch::Practice::Engine.new(build(family, sizes))

    it "floods when the heat boils its bowl, dries out in a month, runs over where the needle leaks under a head" do
      soaked = engine_of("car-one", "soaked" => 95).idle_warm
      soaked.stand(900)
      expect(soaked.film.mass).to be > 5e-3
      dry = engine_of("car-one").tap { |one| one.stand(40 * 86_400) }
      expect(dry.bowl.mass).to eq 0
      leaking = engine_of("slide", "inlet_pass" => 0.4).idle_warm
      leaking.stand(1800)
      expect(leaking.bowl.spilled).to be_positive
    end
  end

  describe engine::Screw do
    it "rules a sound idle from where it stands, and wants out where air comes in beside it" do
      sound = run(engine_of("car-one").idle_warm, 5) { idle }
      leaking = run(engine_of("car-one", "leak" => 2.4).idle_warm, 3) { idle }
      expect(described_class.new(sound).rules).to be > 0.3
      expect(described_class.new(sound).wants).to be_between(0.8, 1.2)
      expect(described_class.new(leaking).wants).to be > 1.2
    end

    def engine_of(family, sizes = {}) = UpperBranch::Practice::Engine.new(build(family, sizes))
  end
end

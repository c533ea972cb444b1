# frozen_string_literal: true

require "stringio"

# Invented drives whose truth is known: what is in them is found, to within what the readings allow, and what is not is
# not.
RSpec.describe "What a data log shows" do
  def reading(text)
    UpperBranch::Signals::LogReading.of(UpperBranch::Signals::LogFile.read(StringIO.new(text)), CATALOGUE.signs)
  end

  # rate: readings a second; the block: [throttle, rpm, lambda] at a time. noise: rpm, seeded
  def drive(seconds, rate: 20, noise: 6, lambda: false)
    chance = Random.new(11)
    rows = (0...(seconds * rate)).map do |i|
      throttle, rpm, mixture = yield(i / rate.to_f)
      shaken = rpm + (noise * Math.sqrt(-2 * Math.log(1 - chance.rand)) * Math.cos(2 * Math::PI * chance.rand))
      [format("%.3f", i / rate.to_f), throttle, shaken.round(1), *(mixture if lambda)].join(",")
    end
    "#{['Time (s),Throttle (%),RPM', ('Lambda' if lambda)].compact.join(',')}\n#{rows.join("\n")}\n"
  end

  def events(kind, text) = reading(text).events.select { |event| event.kind == kind }

  describe "when the throttle opens" do
    it "is nothing, however heavy the load, while the speed climbs from the first" do
      [100, 200, 320, 2000].each do |slope|
        pull = drive(20) { |t| t < 10 ? [10, 1500] : [85, [1500 + (slope * (t - 10)), 5000].min] }
        expect(events("hesitation", pull)).to be_empty, "#{slope} rpm/s"
      end
    end

    it "is a hesitation where the pull comes late, by as much as it is late" do
      [[0.6, 300], [0.9, 300], [0.9, 1200], [1.4, 600]].each do |late, slope|
        text = drive(20) { |t| t < 10 ? [10, 1500] : [85, 1500 + (slope * [t - 10 - late, 0].max)] }
        found = events("hesitation", text)
        expect(found.map { |event| event.from.round(1) }).to match [be_within(0.3).of(10)]
        expect(found.first.strength).to be_within(0.2).of(late), "#{late} s at #{slope} rpm/s: #{found.first.says}"
      end
    end

    it "says how far the speed sags first" do
      text = drive(20) do |t|
        next [10, 1500] if t < 10

        [85, t < 10.8 ? 1500 - (250 * (t - 10)) : 1300 + (500 * (t - 10.8))]
      end
      expect(events("hesitation", text).first.says).to include("falling 1").and include("first")
    end

    it "does not break off where the speed never moves" do
      stuck = drive(20) { |t| [t < 10 ? 10 : 85, 1500] }
      expect(events("hesitation", stuck)).to be_empty
      dead = drive(20) { |t| t < 10 ? [10, 1500] : [85, [1500 - (900 * (t - 10)), 0].max] }
      expect(events("hesitation", dead).size).to eq 1
    end
  end

  describe "at a steady throttle" do
    it "is no surge to climb or to coast down with a little ripple" do
      ripple = ->(t) { 12 * Math.sin(2 * Math::PI * t / 1.3) }
      expect(events("surge", drive(40) { |t| [30, 1200 + (40 * t) + ripple[t]] })).to be_empty
      expect(events("surge", drive(40) { |t| [30, (4000 * Math.exp(-t / 20)) + ripple[t]] })).to be_empty
    end

    it "finds a surge on a slope, its edges to within a period" do
      [[1.3, 0.05], [2.5, 0.04]].each do |period, size|
        text = drive(80) do |t|
          [28, (1800 + (6 * t)) * (1 + (t.between?(25, 52) ? size * Math.sin(2 * Math::PI * t / period) : 0))]
        end
        found = events("surge", text)
        expect(found.size).to eq 1
        expect([found.first.from, found.first.to]).to match [be_within(period).of(25), be_within(period).of(52)]
        expect(found.first.strength).to be_within(size / 4).of(size)
        expect(found.first.says[/every ([\d.]+) s/, 1].to_f).to be_within(0.11).of(period)
      end
    end

    it "finds a slow hunt, and at two readings a second what two readings can show" do
      [[20, 6.0], [20, 9.0], [2, 6.0], [2, 9.0]].each do |rate, period|
        found = events("surge", drive(120, rate: rate) { |t| [2, 800 + (50 * Math.sin(2 * Math::PI * t / period))] })
        expect(found.size).to eq(1), "#{rate} a second, every #{period} s"
        expect(found.first.says[/every ([\d.]+) s/, 1].to_f).to be_within(0.4).of(period)
      end
      coarse = reading(drive(120, rate: 2) { |_| [2, 800] })
      expect(coarse.notes.join).to include("2 readings a second").and include("faster than 2 s")
      expect(reading(drive(60) { |_| [2, 800] }).notes).to be_empty
    end
  end

  describe "at full throttle" do
    it "is no fade to change up" do
      shift = drive(40) do |t|
        next [5, 900] unless t.between?(10, 34)

        into = (t - 10) % 8
        [96, t < 18 ? 2500 + (320 * into) : 3000 + (240 * into)]
      end
      expect(events("fade", shift)).to be_empty
    end

    it "is one to fall away with the throttle held, after a change up as well" do
      text = drive(40) do |t|
        next [5, 900] unless t.between?(10, 34)
        next [96, 2500 + (320 * (t - 10))] if t < 18

        [96, t < 24 ? 3000 + (240 * (t - 18)) : 4440 - (900 * (1 - Math.exp(-(t - 24) / 3)))]
      end
      found = events("fade", text)
      expect(found.size).to eq 1
      expect(found.first.from).to be_within(1).of(24)
      expect(found.first.strength).to be_within(0.03).of(0.2)
    end
  end

  describe "zones" do
    it "do not take an overrun for the idle" do
      text = drive(90, lambda: true) do |t|
        next [2, 800, 0.95] if t < 30
        next [40, 3000, 0.98] if t < 50

        [2, [3000 - (70 * (t - 50)), 800].max, t < 81 ? 1.6 : 0.95]
      end
      expect(events("zone", text)).to be_empty
      idle = reading(text).zones.find { |zone| zone.id == "idle" }
      expect(idle.mean).to be_within(0.01).of(0.95)
    end
  end
end

# frozen_string_literal: true

require "numo/narray"
require "stringio"

# What the detectors of a log are made of: an even pace, a running mean, a scatter, columns in the trade's units, and
# how much a logger may stumble.
RSpec.describe "The small tools of a data log" do
  signals = UpperBranch::Signals

  def array(*values) = Numo::DFloat.cast(values.flatten)
  def read(text) = UpperBranch::Signals::LogFile.read(StringIO.new(text))
  def rows(head, list) = "#{head}\n#{list.map { |row| row.join(',') }.join("\n")}\n"

  def refused(field, words = //, &)
    expect(&).to raise_error(UpperBranch::Invalid, words) { |e| expect(e.field).to eq field }
  end

  describe "a curve" do
    it "has a running mean as long as itself, its ends held" do
      expect(signals::Smooth.mean(array(*0..6), 3).to_a).to eq [1, 1, 2, 3, 4, 5, 5]
      expect(signals::Smooth.mean(array(*0..6), 4).to_a).to eq [1.5, 1.5, 1.5, 2.5, 3.5, 4.5, 4.5]
      expect(signals::Smooth.mean(array(4, 0, 2), 2).to_a).to eq [2, 2, 1]
      expect(signals::Smooth.mean(array(4, 0, 2), 1).to_a).to eq [4, 0, 2]
      expect(signals::Smooth.mean(array(4, 0, 2), 3).to_a).to eq [4, 0, 2]
    end

    it "has a slope, and is what is left of it" do
      expect(signals::Smooth.slope(array(2, 5, 8, 11))).to be_within(1e-12).of(3)
      expect(signals::Smooth.slope(array(0, 1, 0, 3))).to be_within(1e-12).of(0.8) # least squares by hand: 4 / 5
      expect(signals::Smooth.slope(array(7))).to eq 0
      expect(signals::Smooth.detrended(array(2, 5, 8, 11)).to_a).to all be_within(1e-12).of(0)
      expect(signals::Smooth.detrended(array(1, 0, 0, 1)).to_a).to eq [0.5, -0.5, -0.5, 0.5]
    end

    it "has a scatter that slopes and bends are no part of" do
      expect(signals::Smooth.noise(array((0..20).map { |i| 3 + (2 * i) + (0.5 * i * i) }))).to be_within(1e-9).of(0)
      chance = Random.new(3)
      normal = -> { Math.sqrt(-2 * Math.log(1 - chance.rand)) * Math.cos(2 * Math::PI * chance.rand) }
      wave = (0...6000).map { |i| (40 * Math.sin(i / 30.0)) + (2.5 * normal.call) }
      expect(signals::Smooth.noise(array(wave))).to be_within(0.1).of(2.5)
      # one reading that is off by 1 moves third differences by 1, 3, 3, 1: at the middle of seven, sqrt(20 / 4 / 20)
      expect(signals::Smooth.noise(array(0, 0, 0, 1, 0, 0, 0))).to be_within(1e-12).of(0.5)
      expect(signals::Smooth.noise(array(0, 0, 9, 0))).to eq 0.0 # four are too few
      expect(signals::Smooth.noise(array(0, 0, 1, 0, 0))).to be_within(1e-12).of(Math.sqrt(9 / 20.0))
    end
  end

  describe "an even pace" do
    # log: so many rows a second; the block: the value at a row's time
    def paced(rate, seconds)
      list = (0..(rate * seconds)).map { |i| [i / rate.to_f, yield(i / rate.to_f)] }
      UpperBranch::Signals::Samples.of(read(rows("time,rpm", list)), gasoline: 14.7)
    end

    it "is that of a slow log, and of a quick one the mean of twenty stretches a second" do
      slow = paced(25, 10) { |t| 800 + t }
      expect([slow.time.size, slow.step]).to match [251, be_within(1e-12).of(0.04)]
      quick = paced(100, 10) { |t| 800 + (30 * t) }
      expect([quick.time.size, quick.step]).to match [200, be_within(1e-3).of(0.05)]
      expect((quick["rpm"] - 800 - (quick.time * 30)).abs.max).to be < 1e-9
      expect(quick.time[0]).to be_within(0.006).of(0.02) # of 0, 0.01 to 0.04 or 0.05
    end

    it "leaves a stretch without a row out" do
      list = ((0..200).to_a + (300..600).to_a).map { |i| [i / 100.0, 800] }
      gap = signals::Samples.of(read(rows("time,rpm", list)), gasoline: 14.7)
      expect(gap["rpm"].to_a).to all eq 800
      expect(gap.time.size).to be_within(2).of(100)
    end

    it "has lambda from the ratio by the fuel of the gauge, unless lambda is there" do
      list = (0..9).map { |i| [i, 13.23] }
      expect(signals::Samples.of(read(rows("time,afr", list)), gasoline: 14.7)["lambda"][0]).to be_within(1e-9).of(0.9)
      both = (0..9).map { |i| [i, 13.23, 1.1] }
      expect(signals::Samples.of(read(rows("time,afr,lambda", both)), gasoline: 14.7)["lambda"][0]).to eq 1.1
    end

    it "counts samples, one at least" do
      made = signals::Samples.new(array(0, 0.05, 0.1, 0.15), { "rpm" => array(1, 2, 3, 4) })
      expect([0.001, 0.07, 0.08, 1].map { |seconds| made.count(seconds) }).to eq [1, 1, 2, 20]
      expect([made.all?("rpm"), made.all?("rpm", "throttle")]).to eq [true, false]
      expect(signals::Samples.new(array(0), { "rpm" => array(1) }).step).to eq 1.0
    end

    it "is thinned to a picture that keeps the extremes" do
      values = (0...100).map { |i| i == 37 ? 999.12345 : i }
      drawn = signals::Samples.new(array((0...100).map { |i| i / 10.0 }), { "rpm" => array(values) }).picture(10)["rpm"]
      expect(drawn.size).to eq 10
      expect(drawn[0]).to eq [0.0, 0.0, 9.0]
      expect(drawn[3]).to eq [3.0, 30.0, 999.1235]
      expect(signals::Samples.new(array(*0..4), { "rpm" => array(*0..4) }).picture(10)["rpm"].size).to eq 5
    end
  end

  describe "columns" do
    # Exact by definition, or NIST SP 811: psi, inHg of 32 F; throttle by 90 degrees of plate is common practice.
    it "are turned into the trade's units" do
      { "time,engine speed (Hz)" => ["rpm", 10, 600], "time,manifold pressure (psi)" => ["pressure", 10, 68.94757],
        "time,MAP [inHg]" => ["pressure", 20, 67.72778], "time,map_bar" => ["pressure", 0.5, 50],
        "time,map (kPa)" => ["pressure", 40, 40],
        "time,speed (mph)" => ["speed", 50, 80.4672], "time,road speed (m/s)" => ["speed", 10, 36],
        "time,pedal (deg)" => ["throttle", 45, 50], "time,TPS" => ["throttle", 40, 40], "time,n" => ["rpm", 800, 800],
        "time,air-fuel ratio" => ["afr", 14, 14], "time,wideband" => ["lambda", 0.9, 0.9] }
        .each do |head, (column, given, wanted)|
          log = read(rows(head, (0..4).map { |i| [i, given] }))
          expect(log[column][0]).to be_within(1e-9).of(wanted), head
        end
      { "elapsed (min)" => 60, "t (ms)" => 0.001, "timestamp" => 1, "time_sec" => 1 }.each do |head, factor|
        expect(read(rows("#{head},rpm", (0..4).map { |i| [i, 800] })).duration).to be_within(1e-9).of(4 * factor)
      end
      expect(read(rows("time,rpm,n,rpm", (0..4).map { |i| [i, 800, 1, 2] }))["rpm"][0]).to eq 800
    end
  end

  describe "a logger that stumbles" do
    def broken(count, all) = rows("time,rpm", (0...all).map { |i| [i, i >= 5 && i < 5 + count ? "x" : 800] })

    it "is read on past twenty lines, and past more while they are few" do
      expect(read(broken(20, 100)).skipped).to eq 20
      refused("row 7, column rpm", /"x" is no number in rpm/) { read(broken(21, 100)) }
      expect(read(rows("time,rpm", (0...3000).map { |i| [i, (i % 60) == 59 ? "x" : 800] })).skipped).to eq 50 # 1.7 %
      expect(read(rows("time,rpm", (0...3000).map { |i| [i, (i % 50) == 49 ? "x" : 800] })).skipped).to eq 60 # 2 %
      refused("row 31, column rpm") { read(rows("time,rpm", (0...3000).map { |i| [i, (i % 30) == 29 ? "x" : 800] })) }
      long = "y" * 60
      refused("row 7, column rpm", /\A"#{'y' * 40}" is/) { read(broken(21, 100).gsub("x", long)) }
    end

    it "may step back now and then" do
      back = lambda do |steps|
        read(rows("time,rpm", (0...300).map { |i| [steps.include?(i) ? i - 1.5 : i, 800] }))
      end
      expect(back.call([50, 100]).rows).to eq 300
      refused("column time") { back.call([50, 100, 150]) } # 1 in 100
      refused("column time") { read("time,rpm\n5,800\n6,800\n7,800\n") && read("time,rpm\n5,1\n5,1\n5,1\n5,1\n") }
    end

    it "has its header within forty lines, three rows, and 500 columns at most" do
      talk = ->(lines) { ("made up\n" * lines) + rows("time,rpm", (0..4).map { |i| [i, 800] }) }
      expect(read(talk.call(39)).rows).to eq 5
      refused("row 1", /first 40 lines/) { read(talk.call(40)) }
      expect(read("time,rpm\n0,1\n1,1\n2,1\n").rows).to eq 3
      refused("file", /no rows/) { read("time,rpm\n0,1\n1,1\n") }
      wide = lambda do |count|
        read(rows((%w[time rpm] + (3..count).map { |i| "c#{i}" }).join(","), (0..3).map { |k| [k] * count }))
      end
      expect(wide.call(500).rows).to eq 4
      refused("row 1", /has 501 columns/) { wide.call(501) }
      refused("row 1", /longer than 64 KB/) { read("time,#{'x' * 66_000}\n") }
      io = StringIO.new("x")
      allow(io).to receive(:size).and_return((50 * 1024 * 1024) + 1)
      refused("file", /larger than 50 MB/) { signals::LogFile.read(io) }
    end

    it "is read the same in one piece and line by line" do
      list = (0..400).map { |i| [i / 10.0, 800 + i, 0.9] }
      plain = read(rows("time,rpm,lambda", list))
      quoted = list.map.with_index { |row, i| i == 150 ? row.map { |one| "\"#{one}\"" } : row }
      extra = list.map.with_index { |row, i| i == 100 ? row + [5] : row }
      [quoted, extra].map { |other| read(rows("time,rpm,lambda", other)) }.each do |log|
        expect([log.rows, log.skipped, log["rpm"].to_a]).to eq [401, 0, plain["rpm"].to_a]
      end
    end
  end
end

# frozen_string_literal: true

# Corners that a changed number or sign slipped through: each value is worked out beside it.
RSpec.describe "Corners of measuring" do
  include WorktopTalk

  measuring = UpperBranch::Measuring

  it "shares a drawn answer out among its words to the whole" do
    spread = answer("bank", { "values" => { "value" => [1, 1.05, 1, 1.02], "u" => 0.05 } }).outputs.first
    shares = spread.shares([4, 8, 12])
    expect(shares.sum).to be_within(1e-12).of(1)
    expect(shares).to all(be_between(0, 1))
  end

  # 1600 cc at 750 rpm and 18 inHg draw 3.36 g/s by the worked example; a hole of 6 mm lets in 3.9.
  it "has no mixture where the leak alone is more than the engine draws" do
    expect(value("air-leak", { "hole" => 6 }, "lambda")).to be_nil
    expect(value("air-leak", { "hole" => 1 }, "lambda")).to be_between(1.01, 1.2)
    expect(says("air-leak", { "hole" => 1 })).to match(/\A\d+ % of the idle air comes in unmetered/)
  end

  # Backing a cone out of its hole can only open it: no count of turns gives less than a smaller one.
  it "opens a screw's port further with every turn, past the flush point as well" do
    screw = measuring::ScrewPort.new(port: 0.001067, end_diameter: 0.000737, angle: 14, pitch: 0.0007)
    areas = (0..80).map { |i| screw.area(i * 0.05) }
    expect(areas).to eq areas.sort
  end

  it "says what a falling level does, to the tenth of a millimeter" do
    expect(says("bowl-fall", { "demand" => 20 })).to match(/\AThe level falls 0\.\d mm: hardly felt/)
    long = { "demand" => 900, "pressure" => 1.5, "float_arm" => 60 }
    expect(says("bowl-fall", long)).to match(/falls \d+\.\d mm: enough/)
    expect(says("bowl-fall", { "demand" => 20_000 })).to include "runs dry"
  end

  it "lets the stopwatch prove starvation from two thirds to one and a half of what is reckoned" do
    fade = value("supply-margin", {}, "fade")
    told = [0.62, 0.72, 1.4, 1.6].map { |share| says("supply-margin", { "faded" => fade / share }) }
    expect(told.map { |text| text.include?("says the same") }).to eq [false, true, true, false]
  end

  it "keeps the throat's own depression apart from what the booster makes of it" do
    told = ->(gain, output) { value("main-signal", { "gain" => gain }, output) }
    expect(told[2, "depression"]).to be_within(1e-9).of(told[1, "depression"])
    expect(told[2, "signal"]).to be_within(1e-9).of(2 * told[1, "signal"])
  end

  it "shares a single timing out among the stretches before it, to the whole" do
    machine = UpperBranch::Workshop::Machine.new(CATALOGUE, family: "car-one")
    rule = machine.reading(machine.check("line-flow"))
    judged = measuring::Reading.judge(rule, { "inputs" => { "volume" => 100, "times" => [60], "demand" => 300 } },
                                      CATALOGUE.worktop)
    expect(judged.chances.values.sum).to be_within(1e-6).of(1)
  end

  describe "a needle's pattern" do
    def pattern(values) = UpperBranch::Measuring::SignalPattern.new(values, interval: 0.1)

    it "drifts by its slope over the whole record, and repeats nothing" do
      ramp = pattern((0..40).map { |i| 15 + (i * 0.05) })
      expect(ramp.drifted).to be_within(1e-9).of(2.0)
      expect([ramp.period, ramp.regularity]).to eq [nil, 0.0]
    end

    # A rhythm that is the same every time repeats itself wholly, from the very first reading on.
    it "is wholly regular where each repetition is like the one before" do
      beat = pattern(Array.new(40) { |i| (i % 10) == 5 ? 12.0 : 15.0 })
      expect(beat.period).to be_within(0.05).of(1.0)
      expect(beat.regularity).to be_within(0.06).of(1)
    end
  end

  # A normal scatter has half of its readings within 0.6745 standard deviations (tables of the normal distribution).
  it "takes the scatter of a sweep from the middle of what is left over" do
    turns = (0...30).map { |i| 0.5 + (i * 0.1) }
    values = turns.each_with_index.map { |at, i| 700 - (60 * ((at - 2)**2)) + (i.even? ? 12 : -12) }
    sweep = measuring::MixtureSweep.new(turns, values, noise: 1)
    expect(sweep.scatter / 12).to be_within(0.03).of((1 + (5 / 27.0)) / 0.6745)
  end

  # Third differences of 0 1 0 1 0 are 4 and -4, of a single scattered reading 20 times its variance: sqrt(16 / 20).
  it "tells the noise of five readings, and of fewer nothing" do
    noise = ->(values) { UpperBranch::Signals::Smooth.noise(Numo::DFloat.cast(values)) }
    expect(noise[[0, 1, 0, 1, 0]]).to be_within(1e-9).of(Math.sqrt(0.8))
    expect(noise[[0, 1, 0, 1]]).to eq 0.0
  end

  it "passes over empty lines of a log with quotes without counting them as unread" do
    log = UpperBranch::Signals::LogFile.read(StringIO.new("time,rpm\n\"0\",800\n\n0.5,810\n \n1,820\n"))
    expect([log.rows, log.skipped]).to eq [3, 0]
  end
end

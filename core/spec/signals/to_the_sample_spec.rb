# frozen_string_literal: true

require "numo/narray"

# Drives without noise, told by a formula, so that every answer is known to the sample and every threshold can be tried
# just below and just above.
RSpec.describe "What a data log shows, to the sample" do
  signals = UpperBranch::Signals
  rules = CATALOGUE.signs["detectors"]

  # The block: [throttle, rpm, lambda] at a time, twenty times a second. noise: rpm, seeded
  def samples(seconds, noise: 0.0, seed: 1)
    chance = Random.new(seed)
    rows = (0...(seconds * 20).round).map do |i|
      throttle, rpm, mixture = yield(i / 20.0)
      rpm += noise * Math.sqrt(-2 * Math.log(1 - chance.rand)) * Math.cos(2 * Math::PI * chance.rand) if noise.positive?
      [i / 20.0, throttle, rpm, mixture].compact
    end
    time, *columns = rows.transpose.map { |values| Numo::DFloat.cast(values) }
    UpperBranch::Signals::Samples.new(time, %w[throttle rpm lambda].zip(columns).to_h.compact)
  end

  describe "when the throttle opens" do
    hesitations = ->(drive) { signals::Detectors::Hesitation.new(drive, rules["hesitation"]).events }
    # Opens at 10 s from 10 to 85 %, by default; the speed stands for a while, then climbs.
    opened = ->(t, late, slope, to: 85) { [t < 10 ? 10 : to, 1500 + (slope * [t - 10 - late, 0].max)] }

    it "tells when it opened and how late the pull came" do
      [[0.6, 300], [1.0, 700], [1.5, 250]].each do |late, slope|
        found = hesitations.call(samples(20) { |t| opened.call(t, late, slope) })
        expect(found.size).to eq 1
        expect(found[0].from).to be_within(1e-9).of(10.0)
        expect(found[0].strength).to be_within(0.005).of(late)
        expect(found[0].to).to be_within(0.026).of(10 + late)
        expect(found[0].says).to eq "The throttle opens, the speed answers #{late} s late."
      end
    end

    it "calls it late from its limit on, and an opening one from its own" do
      late = ->(by) { hesitations.call(samples(20) { |t| opened.call(t, by, 400) }).size }
      expect([late.call(0.32), late.call(0.38)]).to eq [0, 1] # 0.35 s
      opens = ->(to) { hesitations.call(samples(20) { |t| opened.call(t, 0.9, 400, to: to) }).size }
      expect([opens.call(34.5), opens.call(35.5)]).to eq [0, 1] # by 25 %
      slow = lambda do |seconds|
        hesitations.call(samples(20) do |t|
          [10 + (30 * ((t - 9.975) / seconds).clamp(0, 1)), opened.call(t, 1.2, 400).last]
        end).size
      end
      expect([slow.call(0.25), slow.call(0.5)]).to eq [1, 0] # 30 % within 0.3 s, or not
    end

    it "takes openings close together for one, further apart for two" do
      twice = lambda do |apart|
        hesitations.call(samples(30) do |t|
          shut = t < 10 || t.between?(10.5, 10 + apart - 0.001)
          [shut ? 10 : 85, 1500 + (400 * [t - 10 - apart - 0.9, 0].max)]
        end).size
      end
      expect([twice.call(1.8), twice.call(2.6)]).to eq [0, 1] # the first opening, shut again, asks for nothing
    end

    it "tells how far the speed sags first, from the smoothed least" do
      sagging = lambda do |depth|
        samples(20) do |t|
          next [10, 2000] if t < 10
          next [85, 2000 - (depth * 2000 * [(t - 10) / 0.2, 1].min)] if t < 10.8

          [85, (2000 * (1 - depth)) + (500 * (t - 10.8))]
        end
      end
      found = hesitations.call(sagging.call(0.12)).first
      expect(found.says).to include "falling 12 % first"
      # drawn back to the speed before: the pull crosses 2000 rpm 240 / 500 s after it began
      expect(found.strength).to be_within(0.01).of(0.8 + 0.48)
      quick = lambda do |depth|
        samples(20) do |t|
          next [10, 2000] if t < 10

          [85, t < 10.25 ? 2000 * (1 - depth) : 2000 + (4000 * (t - 10.25))]
        end
      end
      expect([hesitations.call(quick.call(0.045)).size, hesitations.call(quick.call(0.055)).size]).to eq [0, 1] # 5 %
    end

    it "tells how long it was lean, and how lean" do
      drive = samples(20) { |t| [*opened.call(t, 0.8, 400), t.between?(10.2, 10.675) ? 1.3 : 0.95] }
      expect(hesitations.call(drive).first.says).to end_with "0.8 s late, lean for 0.5 s (up to 1.30)."
      mild = samples(20) { |t| [*opened.call(t, 0.8, 400), t.between?(10.2, 10.7) ? 1.14 : 0.95] }
      expect(hesitations.call(mild).first.says).to end_with "0.8 s late."
    end

    it "looks on for three seconds, or until the throttle shuts" do
      dead = samples(20) { |t| t < 10 ? [10, 2000] : [85, [2000 - (300 * (t - 10)), 500].max] }
      found = hesitations.call(dead).first
      expect(found.from).to be_within(1e-9).of(10)
      expect([found.to - 10, found.strength]).to all be_within(0.06).of(3)
      expect(found.says).to match(/\AThe throttle opens and the speed never answers: it falls 4[45] %\.\z/)
      shut = samples(20) do |t|
        next [10, t < 10 ? 2000 : 1400] unless t.between?(10, 11.475)

        [85, 2000 - (300 * (t - 10))]
      end
      expect(hesitations.call(shut).first.strength).to be_within(0.06).of(1.5)
    end

    it "takes an opening soon after the log begins, and none that it ends with" do
      early = samples(10) { |t| t < 0.5 ? [10, 1500] : [85, 1500 + (400 * [t - 1.4, 0].max)] }
      expect(hesitations.call(early).first.strength).to be_within(0.01).of(0.9)
      ending = ->(left) { hesitations.call(samples(10) { |t| t < 10 - left ? [10, 2000] : [85, 1000] }).size }
      expect([ending.call(0.1), ending.call(0.15), ending.call(0.3)]).to eq [0, 0, 1]
    end

    # By another road: many seeded drives, and how far their answers scatter.
    it "knows how sure it is" do
      found = (1..120).filter_map do |seed|
        hesitations.call(samples(14, noise: 30, seed: seed) { |t| opened.call(t, 1.2, 220) }).first
      end
      late = found.map(&:strength)
      mean = late.sum / late.size
      scatter = Math.sqrt(late.sum { |one| (one - mean)**2 } / (late.size - 1))
      said = found.map { |one| one.says[/give or take ([\d.]+)/, 1].to_f / 2 }
      expect(mean).to be_within(0.08).of(1.2) # the steepest stretch alone, chosen for its noise, told 1.44
      expect(said.sum / said.size / scatter).to be_between(1.0, 2.0) # rather too careful than too sure
    end
  end

  describe "at full throttle" do
    fades = ->(drive) { signals::Detectors::Fade.new(drive, rules["fade"]).events }
    # Full from 10 s; pulls for a while, then falls by a share of its speed with a time constant of 3 s.
    faded = lambda do |t, share, pulls: 5.0, upto: 34.0, full: 96|
      next [5, 900] unless t >= 10 && t < upto

      into = t - 10 - pulls
      [full, into.negative? ? 4000 + (200 * into) : 4000 * (1 - (share * (1 - Math.exp(-into / 3))))]
    end

    # At 98 % of the highest the fall has begun 0.316 s before (1 - exp(-x / 3) = 0.1); from there to the end it is
    # 1 - 0.8 / 0.98 = 18.4 %, and 63 % of that takes one time constant.
    it "tells when, how far and how fast the speed falls" do
      found = fades.call(samples(40) { |t| faded.call(t, 0.2) })
      expect(found.size).to eq 1
      expect(found[0].from).to be_within(0.15).of(15.35) # the smoothed top is a little lower
      expect(found[0].to).to be_within(0.06).of(33.95)
      expect(found[0].strength).to be_within(0.008).of(0.1837)
      expect(found[0].says).to eq "Full throttle held: after 5 s the speed falls 18 %, time constant 3.0 s."
    end

    it "asks for enough throttle, held long enough, and a fall large enough" do
      many = ->(share: 0.2, **how) { fades.call(samples(40) { |t| faded.call(t, share, **how) }).size }
      expect([many.call(full: 84.5), many.call(full: 85.5)]).to eq [0, 1]
      expect([many.call(share: 0.072), many.call(share: 0.088)]).to eq [0, 1] # 6 % from 98 % of the highest
      expect([many.call(pulls: 0.0, share: 0.4), many.call(pulls: 0.5, share: 0.4)]).to eq [0, 1]
    end

    it "says nothing of a fall that has only begun" do
      falling = lambda do |seconds|
        fades.call(samples(40) do |t|
          next [5, 900] unless t.between?(10, 15 + seconds - 0.001)

          [96, t < 15 ? 3000 + (200 * (t - 10)) : 4000 * (1 - (0.1 * (t - 15)))]
        end).size
      end
      expect([falling.call(0.9), falling.call(1.6)]).to eq [0, 1]
      short = lambda do |held|
        fades.call(samples(40) do |t|
          next [5, 900] unless t.between?(10, 10 + held - 0.001)

          [96, 4000 - (400 * [t - 11, 0].max)]
        end).size
      end
      expect([short.call(2.9), short.call(3.1)]).to eq [0, 1]
    end

    # Dropped by a share at once, and pulling on for longer than it takes to say so.
    it "tells a change up by how much is lost at once, and begins the next pull after it" do
      changed = lambda do |lost|
        fades.call(samples(40) do |t|
          next [5, 900] unless t.between?(10, 29.99)
          next [96, 3000 + (250 * (t - 10))] if t < 14

          [96, (4000 * (1 - lost)) + (60 * (t - 14))]
        end)
      end
      expect(changed.call(0.2)).to be_empty
      expect(changed.call(0.08).size).to eq 0 # climbs back over it
      stuck = samples(40) do |t|
        next [5, 900] unless t.between?(10, 29.99)

        [96, t < 14 ? 3000 + (250 * (t - 10)) : 3200]
      end
      # pulls on by 2 % in the two seconds after it, or by less
      pulled = lambda do |rate|
        fades.call(samples(40) do |t|
          next [5, 900] unless t.between?(10, 29.99)

          [96, t < 14 ? 3000 + (250 * (t - 10)) : 2800 * (1 + (rate * (t - 14)))]
        end).size
      end
      expect([pulled.call(0.009), pulled.call(0.0115)]).to eq [1, 0]
      # no pull after it: no change up
      expect(fades.call(stuck).first.strength).to be_within(0.015).of(1 - (3200 / 3920.0))
    end
  end

  describe "at a steady throttle" do
    surges = ->(drive) { signals::Detectors::Surge.new(drive, rules["surge"]).events }
    # A sine about a speed, from `from` to `to`.
    hunting = lambda do |t, size, period: 2.0, speed: 1500, throttle: 30, from: 0, to: 999|
      [throttle, speed * (1 + (t.between?(from, to) ? size * Math.sin(2 * Math::PI * t / period) : 0))]
    end

    it "tells how far and how often the speed swings, and where" do
      found = surges.call(samples(60) { |t| hunting.call(t, 0.05) })
      expect(found.size).to eq 1
      expect(found[0].strength).to be_within(0.001).of(0.05)
      expect(found[0].says).to eq "Speed swings 5 % every 2.0 s at 30 % throttle."
      expect([found[0].from, found[0].to]).to match [be_within(0.6).of(0), be_within(0.6).of(59.95)]
      blind = samples(60) { |t| hunting.call(t, 0.05) }
      blind.columns.delete("throttle")
      expect(surges.call(blind).first.says).to eq "Speed swings 5 % every 2.0 s."
    end

    it "calls it a surge from two parts in a hundred on" do
      expect([0.0185, 0.0215].map { |size| surges.call(samples(60) { |t| hunting.call(t, size) }).size }).to eq [0, 1]
    end

    it "asks for a throttle that stands still and an engine that runs" do
      moved = lambda do |by|
        surges.call(samples(60) { |t| [30 + ((t * 20).round.even? ? 0 : by), hunting.call(t, 0.05).last] }).size
      end
      expect([moved.call(5.5), moved.call(6.5)]).to eq [1, 0]
      slow = ->(speed) { surges.call(samples(60) { |t| hunting.call(t, 0.05, speed: speed) }).size }
      expect([slow.call(195), slow.call(205)]).to eq [0, 1]
    end

    it "parts a hunt at idle from a surge under way by the throttle" do
      at = lambda do |throttle|
        surges.call(samples(60) { |t| hunting.call(t, 0.05, throttle: throttle) }).first.evidence[:symptom]
      end
      expect([at.call(7.5), at.call(8.5)]).to eq %w[idle-hunts surge-steady]
    end

    it "knows rhythms from three tenths of a second to twelve seconds" do
      many = ->(period) { surges.call(samples(150) { |t| hunting.call(t, 0.06, period: period) }).size }
      expect([0.2, 0.5, 1.1, 4.0, 11.0, 14.0].map { |period| [many.call(period), 1].min }).to eq [0, 1, 1, 1, 1, 0]
    end

    it "joins what overlaps, and parts what stands apart" do
      two = surges.call(samples(120) do |t|
        hunting.call(t, t < 60 ? 0.05 : 0.08, from: t < 60 ? 10 : 80, to: t < 60 ? 35 : 110)
      end)
      expect(two.map { |one| [one.from.round, one.to.round] }).to match [
        [be_within(2).of(10), be_within(2).of(35)], [be_within(2).of(80), be_within(2).of(110)]
      ]
      expect(two.map(&:strength)).to match [be_within(0.004).of(0.05), be_within(0.004).of(0.08)]
    end
  end

  describe "zones" do
    zones = lambda do |drive|
      signals::Detectors::Zones.new(drive, CATALOGUE.signs["zones"], CATALOGUE.signs["driven_above"])
    end
    it "judge the mean by the band of each, edges and all" do
      judged = ->(throttle, mixture) { zones.call(samples(20) { |_| [throttle, 2000, mixture] }).all }
      { [2, 0.84] => "rich", [2, 0.86] => "right", [2, 1.02] => "right", [2, 1.04] => "lean", [40, 0.87] => "rich",
        [40, 1.07] => "right", [40, 1.09] => "lean", [95, 0.77] => "rich", [95, 0.94] => "right", [95, 0.96] => "lean" }
        .each { |(throttle, mixture), word| expect(judged.call(throttle, mixture).map(&:word)).to eq [word] }
      { 7.9 => "idle", 8.0 => "mid", 69.9 => "mid", 70 => "top" }.each do |throttle, id|
        expect(judged.call(throttle, 0.95).map(&:id)).to eq [id]
      end
    end

    it "say nothing of less than two seconds" do
      short = lambda do |seconds|
        zones.call(samples(20) { |t| [t >= 10 && t < 10 + seconds ? 95 : 40, 2000, 0.9] }).all.size
      end
      expect([short.call(1.9), short.call(2.1)]).to eq [1, 2]
    end

    it "hold the shut throttle for an idle where nothing tells the speed" do
      blind = samples(20) { |t| [2, 2000 + (100 * t), 0.9] }
      blind.columns.delete("rpm")
      expect(zones.call(blind).all.map { |zone| [zone.id, zone.seconds.round] }).to eq [["idle", 20]]
    end

    it "tell their mean, their spread, their seconds and what it says of the fault" do
      drive = samples(60) do |t|
        next [95, 2000, 0.9] if t >= 30

        [40, 2000, (t * 20).round.even? ? 1.17 : 1.13]
      end
      found = zones.call(drive)
      expect(found.all.first).to have_attributes(id: "mid", seconds: be_within(1e-6).of(30), word: "lean",
                                                 mean: be_within(1e-9).of(1.15), spread: be_within(1e-4).of(0.02))
      expect(found.events.map(&:says)).to eq ["Middle: lean, lambda 1.15 over 30 s."]
      expect(found.events.first.evidence).to eq(check: "lambda", outcomes: ["lean-mid"])
    end

    # Driven with the throttle shut, or still coming down, is no idle.
    it "take for idle what runs slowly and keeps its speed" do
      share = lambda do |speed|
        zones.call(samples(100) { |t| [2, t < 50 ? 800 : speed, t < 50 ? 0.95 : 1.5] }).all.first
      end
      expect(share.call(1270).mean).to be_within(0.02).of(1.22) # 1.6 times 800 is idle still
      expect(share.call(1290).mean).to be_within(0.02).of(0.95)
      coming = ->(rate) { zones.call(samples(10) { |t| [2, 1200 * Math.exp(-rate * t), 0.9] }).all.sum(&:seconds) }
      expect(coming.call(0.038)).to be_within(0.1).of(10) # it changes by 4 % in a second, or by less
      expect(coming.call(0.041)).to be < 4 # but for its ends, which are evened flat
    end
  end
end

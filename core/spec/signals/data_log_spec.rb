# frozen_string_literal: true

require "stringio"

RSpec.describe "A data log" do
  def read(text) = UpperBranch::Signals::LogFile.read(StringIO.new(text))
  def reading(text) = UpperBranch::Signals::LogReading.of(read(text), CATALOGUE.signs)
  def sample(name) = File.read(File.expand_path("../../../docs/examples/#{name}.csv", __dir__))
  def refused_at(text) = read(text).then { nil }.tap { raise "not refused" }
  def rows(head, list) = "#{head}\n#{list.map { |row| row.join(',') }.join("\n")}\n"

  # Twenty readings a second of what the block says about each moment.
  def record(seconds, head = "Time (s),Throttle (%),RPM")
    rows(head, (0...(seconds * 20)).map { |i| [format("%.2f", i / 20.0), *yield(i / 20.0)] })
  end

  describe "read from CSV" do
    it "finds the header, the units and the columns by other names" do
      head = "Logger 3, invented\n\nTime (ms),TPS (%),Engine Speed (rpm),MAP (psi)"
      log = read("#{head}\n0,2,800,9\n50,2,810,9\n100,2,805,9\n")
      expect(log.columns.keys).to eq %w[time throttle rpm pressure]
      expect(log["time"].to_a).to eq [0.0, 0.05, 0.1]
      expect(log["pressure"][0]).to be_within(0.01).of(62.05)
    end

    it "takes semicolons with comma decimals, quotes, a byte-order mark and empty lines alike" do
      plain = read("time,rpm\n0,800\n0.5,810.5\n1,820\n")
      [
        "\uFEFFtime;rpm\n0;800\n0,5;810,5\n1;820\n",
        "\"time\",\"rpm\"\n\"0\",\"800\"\n\"0.5\",\"810.5\"\n1,820\n",
        "time,rpm\r\n\r\n0,800\r\n0.5,810.5\r\n1,820\r\n",
        "time\trpm\n0\t800\n0.5\t810.5\n1\t820\n"
      ].each { |text| expect(read(text)["rpm"].to_a).to eq plain["rpm"].to_a }
    end

    it "passes over a few broken lines and counts them" do
      text = rows("time,rpm", (0..200).map { |i| [i / 10.0, i == 50 ? "x" : 800] })
      log = read(text)
      expect([log.rows, log.skipped]).to eq [200, 1]
    end

    it "says where a file is wrong" do
      {
        "" => "file",
        "1,2\n3,4\n" => "row 1",
        "time,rpm\n" => "file",
        "time,rpm (furlongs)\n0,1\n" => "row 1, column rpm (furlongs)",
        rows("time,rpm", (1..60).map { |i| [i, "fast"] }) => "row 2, column rpm",
        rows("time,rpm", (1..60).map { |i| [60 - i, 800] }) => "column time",
        rows("time,rpm", (1..60).zip) => "row 2, column rpm"
      }.each do |text, field|
        expect { read(text) }.to raise_error(UpperBranch::Invalid) { |e| expect(e.field).to eq field }
      end
    end

    it "refuses at once what is no log: lines without end, columns without number" do
      wide = Array.new(600) { |i| "c#{i}" }.join(",")
      {
        "time,#{'x' * 70_000}\n0,1\n" => "row 1",
        "time,\"rpm,#{'x' * 70_000}" => "row 1",
        "time,rpm,#{wide}\n" => "row 1"
      }.each do |text, field|
        expect { read(text) }.to raise_error(UpperBranch::Invalid, /is this a log/) { |e| expect(e.field).to eq field }
      end
      long =
        read(
          "#{rows('time,rpm', (0..30).map { |i| [i, 800] })}#{'1,' * 100_000}\n#{
            (31..40).map { |i| "#{i},800" }.join("\n")
          }\n"
        )
      expect([long.rows, long.skipped]).to eq [41, 1]
    end

    it "passes over numbers beyond all measure" do
      log = read(rows("time,rpm", (0..100).map { |i| [i, i == 50 ? "1e999" : 800] }))
      expect([log.rows, log.skipped, log["rpm"].max]).to eq [100, 1, 800]
    end

    it "tells how far it has come" do
      shares = []
      UpperBranch::Signals::LogFile.read(
        StringIO.new(rows("time,rpm", (0..200_000).map { |i| [i / 20.0, 800] }))
      ) { |share| shares << share }
      expect(shares.size).to be > 1
      expect(shares).to eq shares.sort
      expect(shares.last).to eq 1.0
    end
  end

  describe "and what it shows" do
    # Both are runs of the simulated engine: a pump that gives nothing on a lean main jet, a filter that is nearly full.
    it "finds the hesitations on the lorry's road and its lean middle, and the fade of the frost fan" do
      lorry = reading(sample("fruit-lorry-road")).events.group_by(&:kind)
      expect(lorry.keys).to contain_exactly("hesitation", "zone")
      expect(lorry["hesitation"].map { |event| event.from.round }).to eq [60, 75]
      fan = reading(sample("frost-fan-pull")).events.find { |event| event.kind == "fade" }
      expect(fan.evidence).to eq(check: "load-hold", outcomes: ["fades"])
    end

    it "finds nothing wrong with the cider van: pull, change up, overrun and coast-down are health" do
      expect(reading(sample("cider-van-hill")).events).to be_empty
    end

    # A governed engine that draws air hunts at work, not at idle (common practice, no source).
    it "finds the press engine's hunt at two readings a second, at work alone, and says what those cannot show" do
      slow = reading(sample("press-engine-slow-logger"))
      expect(slow.events.map { |event| [event.kind, event.evidence[:symptom]] }.uniq).to eq [%w[surge surge-steady]]
      expect(slow.events.flat_map { |event| [event.from, event.to] }).to all(be_between(58, 152))
      expect(slow.events.sum { |event| event.to - event.from }).to be > 15
      expect(slow.notes.size).to eq 1
    end

    it "finds the period of a hunt at idle, within a tenth" do
      [0.8, 1.5, 2.5].each do |period|
        events = reading(record(40) { |t| [2, 800 + (60 * Math.sin(2 * Math::PI * t / period))] }).events
        expect(events.size).to eq 1
        expect(events.first.evidence[:symptom]).to eq "idle-hunts"
        expect(events.first.says[/every ([\d.]+) s/, 1].to_f).to be_within(0.1).of(period)
      end
    end

    it "finds nothing in a healthy run" do
      healthy = record(60) { |t| t < 20 ? [2, 800] : [40, 800 + (1400 * (1 - Math.exp(-(t - 20) / 0.4)))] }
      expect(reading(healthy).events).to be_empty
    end

    it "does not take a throttle that is worked for a surge" do
      worked =
        record(40) { |t| [30 + (20 * Math.sin(2 * Math::PI * t / 2)), 2000 + (600 * Math.sin(2 * Math::PI * t / 2))] }
      expect(reading(worked).events.select { |event| event.kind == "surge" }).to be_empty
    end

    it "finds a hesitation from which the speed never recovers" do
      dies = record(30) { |t| t < 10 ? [5, 900] : [80, [900 - (700 * (t - 10)), 0].max] }
      events = reading(dies).events.select { |event| event.kind == "hesitation" }
      expect(events.map { |event| event.from.round }).to eq [10]
      expect(events.first.says).to include("never answers: it falls 100 %")
    end

    it "reads any log of numbers, however short, flat or wild" do
      shapes = [
        ->(_, _) { 0 },
        ->(i, _) { i },
        ->(i, _) { (i / 9).odd? ? 100 : 0 },
        ->(i, _) { -i * 31 },
        ->(_, chance) { chance.rand(4000.0) }
      ]
      chance = Random.new(5)
      150.times do
        names = %w[rpm throttle lambda afr map speed].sample(chance.rand(1..4), random: chance)
        shape = names.map { shapes.sample(random: chance) }
        step = [0.01, 0.05, 0.7].sample(random: chance)
        text =
          rows(
            (["time"] + names).join(","),
            (0...chance.rand(3..300)).map { |i| [format("%.3f", i * step), *shape.map { |one| one.call(i, chance) }] }
          )
        expect { reading(text).then { |one| [one.events, one.zones, one.picture] } }.not_to raise_error, text[0, 300]
      end
    end

    it "offers lean and rich zones as answers of the wide-band check" do
      events = reading(record(60, "time,throttle,rpm,lambda") { |t| t < 30 ? [3, 800, 1.2] : [90, 4000, 0.7] }).events
      expect(events.map(&:evidence)).to contain_exactly(
        { check: "lambda", outcomes: ["lean-idle"] },
        { check: "lambda", outcomes: ["rich-top"] }
      )
      words = CATALOGUE.check("lambda").outcomes.keys
      expect(events.flat_map { |event| event.evidence[:outcomes] } - words).to be_empty
    end

    it "reads the same log alike at ten and at a hundred readings a second" do
      kinds =
        [10, 100].map do |rate|
          text =
            rows(
              "time,throttle,rpm",
              (0...(60 * rate)).map do |i|
                (t = i / rate.to_f) &&
                  [
                    format("%.3f", t),
                    t.between?(20, 50) ? 98 : 5,
                    if t > 30 && t < 50
                      4000 - (1000 * (1 - Math.exp(-(t - 30) / 3)))
                    else
                      (t.between?(20, 30) ? 4000 : 900)
                    end
                  ]
              end
            )
          reading(text).events.map(&:kind)
        end
      expect(kinds).to eq [["fade"], ["fade"]]
    end

    it "draws few points and keeps the extremes" do
      spike = record(200) { |t| [5, (t * 20).round == 2000 ? 3000 : 800] }
      points = reading(spike).picture(100)["rpm"]
      expect(points.size).to be <= 100
      expect(points.map(&:last).max).to eq 3000
    end
  end
end

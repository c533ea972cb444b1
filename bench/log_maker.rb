# frozen_string_literal: true

# Invented data logs: the two samples that ship with the product, and one as large as wanted for timing the reader.
#
#   bundle exec ruby bench/log_maker.rb samples            # writes docs/examples/*.csv
#   bundle exec ruby bench/log_maker.rb large PATH [MB]
module LogMaker
  Row = Struct.new(:time, :throttle, :rpm, :lambda)

  # A fruit lorry on the valley road: idles, cruises with a surge, is opened in one go and hesitates.
  def self.lorry(rate: 20, seconds: 90)
    speed = 800.0
    (0...(seconds * rate)).map do |i|
      t = i / rate.to_f
      throttle = lorry_throttle(t)
      goal = throttle < 5 ? 800 : 1100 + (throttle * 32)
      late = t.between?(60.0, 60.9) || t.between?(75.0, 75.8)
      speed += (late ? -220 : (goal - speed) * 1.8) / rate
      surge = t.between?(25, 52) ? 0.055 * Math.sin(2 * Math::PI * t / 1.3) : 0
      Row.new(
        t,
        throttle + jitter(i, 0.3),
        (speed * (1 + surge)) + jitter(i, 6),
        late ? 1.32 : lorry_lambda(throttle, surge) + jitter(i, 0.008)
      )
    end
  end

  def self.lorry_throttle(t)
    return 2.0 if t < 15
    return 28.0 if t < 60
    return 78.0 if t < 66

    t < 75 ? 20.0 : 80.0
  end

  def self.lorry_lambda(throttle, surge)
    return 0.97 - surge if throttle < 5

    (throttle < 60 ? 1.12 : 0.9) - surge
  end

  # A frost fan under load: pulls flat out, then the bowl runs short.
  def self.fan(rate: 20, seconds: 80)
    (0...(seconds * rate)).map do |i|
      t = i / rate.to_f
      rpm, lambda = fan_at(t - 20)
      Row.new(t, (t.between?(20, 50) ? 98.0 : 9.0) + jitter(i, 0.2), rpm + jitter(i, 8), lambda + jitter(i, 0.008))
    end
  end

  # [rpm, lambda] so many seconds into the pull
  def self.fan_at(pulling)
    return [1050.0, 0.96] unless pulling.between?(0, 30)
    return [2600 - (1500 * Math.exp(-pulling / 0.5)), 0.88] if pulling < 9

    short = 1 - Math.exp(-(pulling - 9) / 4.0)
    [2600 - (620 * short), 0.9 + (0.3 * short)]
  end

  # A cider van in good health: idles, pulls under load, changes up, runs down the hill with the throttle shut, coasts
  # down to the idle again. Nothing in it is a fault.
  def self.van(rate: 20, seconds: 100)
    (0...(seconds * rate)).map do |i|
      t = i / rate.to_f
      throttle, rpm, lambda = van_at(t)
      Row.new(t, throttle + jitter(i, 0.3), rpm + jitter(i, 9), lambda + jitter(i, 0.01))
    end
  end

  # [throttle, rpm, lambda]
  def self.van_at(t)
    return [2.0, 780, 0.95] if t < 15
    return [90.0, 1300 + (260 * (t - 15)), 0.87] if t < 24
    return [90.0, 2300 + (150 * (t - 24)), 0.88] if t < 36
    return [35.0, 3000, 1.02] if t < 55
    return [1.5, 3000 - (62 * (t - 55)), 1.45] if t < 90

    [2.0, 800, 0.96]
  end

  # A press engine on a logger that writes twice a second: hunts slowly, and what is quicker cannot be seen.
  def self.press(rate: 2, seconds: 180)
    (0...(seconds * rate)).map do |i|
      t = i / rate.to_f
      hunt = t.between?(60, 150) ? 0.06 * Math.sin(2 * Math::PI * t / 7.5) : 0
      Row.new(t, 3.0 + jitter(i, 0.2), (820 * (1 + hunt)) + jitter(i, 5), 0.96 - (hunt / 2))
    end
  end

  # Jitter that is the same every time.
  def self.jitter(i, size)
    size * Math.sin(i * 12.9898) * Math.cos(i * 78.233)
  end

  def self.write(path, rows, head)
    File.open(path, "w") do |file|
      file.puts head
      rows.each { |row| file.puts format("%.2f,%.1f,%.0f,%.3f", *row.to_a) }
    end
  end

  def self.large(path, megabytes)
    rows =
      lorry(rate: 200).map do |row|
        format("%.1f,%.0f,%.3f,%.1f", row.throttle, row.rpm, row.lambda, 60 + (row.throttle / 3))
      end
    File.open(path, "w") do |file|
      file.puts "Time (s),Throttle (%),RPM,Lambda,MAP (kPa)"
      i = 0
      1000.times do
        file.puts "#{format('%.3f', (i += 1) / 200.0)},#{rows[i % rows.size]}"
      end while file.pos < megabytes * 1_000_000
    end
  end
end

case ARGV.first
when "samples"
  LogMaker.write(
    "docs/examples/fruit-lorry-road.csv",
    LogMaker.lorry,
    "Invented log: fruit lorry on the valley road\nTime (s),Throttle (%),RPM,Lambda"
  )
  LogMaker.write("docs/examples/frost-fan-pull.csv", LogMaker.fan, "Time (s),TPS (%),Engine Speed (rpm),Lambda")
  LogMaker.write("docs/examples/cider-van-hill.csv", LogMaker.van, "Time (s),Throttle (%),RPM,Lambda")
  LogMaker.write("docs/examples/press-engine-slow-logger.csv", LogMaker.press, "Time (s),Throttle (%),RPM,Lambda")
when "large"
  LogMaker.large(ARGV.fetch(1), (ARGV[2] || 49).to_f)
end

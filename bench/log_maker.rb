# frozen_string_literal: true

# The sample logs that ship with the product, and one as large as wanted for timing the reader.
#
#   bundle exec ruby bench/log_maker.rb samples            # writes docs/examples/*.csv
#   bundle exec ruby bench/log_maker.rb large PATH [MB]
require_relative "support"

# Three samples are runs of the simulated engine; the fourth, a slow hunt, is written down by a formula, since that
# engine does not hunt.
module LogMaker
  FOLDER = File.expand_path("../docs/examples", __dir__)
  HEAD = "Time (s),Throttle (%),RPM,Lambda"
  ENGINE = UpperBranch::Practice::Engine
  # name => [family, faults, first line, head, run]
  RUNS = {
    "fruit-lorry-road" => ["car-two", { "pump-cup" => 1.0, "main-too-small" => 0.5 },
                           "Simulated log: fruit lorry on the valley road", HEAD, <<~LINES],
                             0 warm
                             10 load 0.7
                             15 throttle 28 over 3
                             60 throttle 78 over 0.1
                             66 throttle 20 over 0.5
                             75 throttle 80 over 0.1
                             90 end
                           LINES
    "frost-fan-pull" => ["car-one", { "filter-dirty" => 0.9 }, nil, "Time (s),TPS (%),Engine Speed (rpm),Lambda",
                         <<~LINES],
                           0 warm
                           4 load 1
                           20 throttle 100 over 0.3
                           50 throttle 0 over 0.3
                           80 end
                         LINES
    "cider-van-hill" => ["car-two", {}, nil, HEAD, <<~LINES]
      0 warm
      15 load 1
      15 throttle 90 over 1.5
      36 load 0.5 over 2
      36 throttle 35 over 1
      55 throttle 0 over 0.5
      55 load 0.05
      100 end
    LINES
  }.freeze

  module_function

  def samples
    catalogue = UpperBranch::Catalogue.load
    RUNS.each do |name, (family, faults, first, head, lines)|
      build = ENGINE::Build.new(catalogue, family).with(faults)
      rows = ENGINE::Run.new(build, ENGINE::Script.new(lines)).samples.map do |one|
        [one.time, one.throttle, one.rpm, one.lambda]
      end
      write(name, [first, head].compact, rows)
    end
    write("press-engine-slow-logger", [HEAD], press)
  end

  # A press engine on a logger that writes twice a second: hunts slowly, and what is quicker cannot be seen.
  def press(rate: 2, seconds: 180)
    Array.new(seconds * rate) do |i|
      t = i / rate.to_f
      hunt = t.between?(60, 150) ? 0.06 * Math.sin(2 * Math::PI * t / 7.5) : 0
      [t, 3.0 + jitter(i, 0.2), (820 * (1 + hunt)) + jitter(i, 5), 0.96 - (hunt / 2)]
    end
  end

  # Jitter that is the same every time.
  def jitter(i, size) = size * Math.sin(i * 12.9898) * Math.cos(i * 78.233)

  def write(name, head, rows)
    lines = rows.map { |row| format("%.2f,%.1f,%.0f,%.3f", *row) }
    File.write(File.join(FOLDER, "#{name}.csv"), "#{[*head, *lines].join("\n")}\n")
  end

  # The lorry's road over and over, ten times as dense.
  def large(path, megabytes)
    rows = File.readlines(File.join(FOLDER, "fruit-lorry-road.csv"), chomp: true).drop(2)
               .map { |line| "#{line.split(',', 2).last},#{60 + (line.split(',')[1].to_f / 3).round(1)}" }
    File.open(path, "w") do |file|
      file.puts "#{HEAD},MAP (kPa)"
      i = 0
      file.puts "#{format('%.3f', (i += 1) / 200.0)},#{rows[i % rows.size]}" while file.pos < megabytes * 1_000_000
    end
  end
end

case ARGV.first
when "samples" then LogMaker.samples
when "large" then LogMaker.large(ARGV.fetch(1), (ARGV[2] || 49).to_f)
end

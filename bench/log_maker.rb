# frozen_string_literal: true

# The sample logs that ship with the product, and one as large as wanted for timing the reader.
#
#   bundle exec ruby bench/log_maker.rb samples            # writes docs/examples/*.csv
#   bundle exec ruby bench/log_maker.rb large PATH [MB]
require_relative "support"

# The samples are runs of the simulated engine, written down as some logger would have.
module LogMaker
  FOLDER = File.expand_path("../docs/examples", __dir__)
  ENGINE = UpperBranch::Practice::Engine
  PLACES = { time: 2, throttle: 1, rpm: 0, lambda: 3 }.freeze
  ALL = { time: "Time (s)", throttle: "Throttle (%)", rpm: "RPM", lambda: "Lambda" }.freeze

  # above: a line before the head, or nil; columns: {sample's name => the logger's}; every: of twenty samples a second
  # one of so many; lines: of the run
  Log = Struct.new(:family, :faults, :above, :columns, :every, :lines, keyword_init: true) do
    def initialize(above: nil, columns: ALL, every: 1, **rest) = super
  end
  RUNS = {
    "fruit-lorry-road" => Log.new(
      family: "car-two", faults: { "pump-cup" => 1.0, "main-too-small" => 0.5 },
      above: "Simulated log: fruit lorry on the valley road", lines: <<~LINES
        0 warm
        10 load 0.7
        15 throttle 28 over 3
        60 throttle 78 over 0.1
        66 throttle 20 over 0.5
        75 throttle 80 over 0.1
        90 end
      LINES
    ),
    "frost-fan-pull" => Log.new(
      family: "car-one", faults: { "filter-dirty" => 0.9 },
      columns: { time: "Time (s)", throttle: "TPS (%)", rpm: "Engine Speed (rpm)", lambda: "Lambda" }, lines: <<~LINES
        0 warm
        4 load 1
        20 throttle 100 over 0.3
        50 throttle 0 over 0.3
        80 end
      LINES
    ),
    "cider-van-hill" => Log.new(family: "car-two", faults: {}, lines: <<~LINES),
      0 warm
      15 load 1
      15 throttle 90 over 1.5
      36 load 0.5 over 2
      36 throttle 35 over 1
      55 throttle 0 over 0.5
      55 load 0.05
      100 end
    LINES
    # A governor that answers a leak of air: it opens, it is too lean to pull, it catches, it is too fast, it shuts.
    "press-engine-slow-logger" => Log.new(
      family: "small-float", faults: { "base-leak" => 0.75 }, columns: ALL.except(:throttle), every: 10,
      lines: <<~LINES
        0 warm
        60 throttle 40 over 2
        60 load 0.3 over 2
        150 throttle 0 over 1
        150 load 0 over 1
        180 end
      LINES
    )
  }.freeze

  module_function

  def samples
    catalogue = UpperBranch::Catalogue.load
    RUNS.each { |name, log| write(name, log, read(catalogue, log)) }
  end

  def read(catalogue, log)
    build = ENGINE::Build.new(catalogue, log.family).with(log.faults)
    ENGINE::Run.new(build, ENGINE::Script.new(log.lines)).samples.each_slice(log.every).map(&:first)
  end

  def write(name, log, samples)
    lines = samples.map do |one|
      log.columns.keys.map { |column| format("%.#{PLACES[column]}f", one[column]) }.join(",")
    end
    head = [log.above, log.columns.values.join(",")].compact
    File.write(File.join(FOLDER, "#{name}.csv"), "#{[*head, *lines].join("\n")}\n")
  end

  # The lorry's road over and over, ten times as dense.
  def large(path, megabytes)
    rows = File.readlines(File.join(FOLDER, "fruit-lorry-road.csv"), chomp: true).drop(2)
               .map { |line| "#{line.split(',', 2).last},#{60 + (line.split(',')[1].to_f / 3).round(1)}" }
    File.open(path, "w") do |file|
      file.puts "#{ALL.values.join(',')},MAP (kPa)"
      i = 0
      file.puts "#{format('%.3f', (i += 1) / 200.0)},#{rows[i % rows.size]}" while file.pos < megabytes * 1_000_000
    end
  end
end

case ARGV.first
when "samples" then LogMaker.samples
when "large" then LogMaker.large(ARGV.fetch(1), (ARGV[2] || 49).to_f)
end

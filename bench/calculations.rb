# frozen_string_literal: true

# How long each calculation of the worktop takes with its uncertainty and its curve, a mixture curve, a large data log.
# Reported, never asserted.
#
#   ruby bench/calculations.rb [LOG.csv]     # make one with bench/log_maker.rb large PATH
require_relative "support"

catalogue = UpperBranch::Catalogue.load
# As the page asks: every field at its usual value. Units are looked up once, so each is asked once before.
usual = ->(calculator) { calculator.inputs.to_h { |input| [input.id, input.to_h["default"]] }.compact }
rows = catalogue.worktop.calculators.map do |calculator|
  given = usual[calculator].tap { |inputs| calculator.run(inputs) }
  [calculator.id, Array.new(40) { Bench.ms { calculator.run(given) } }]
end
rows
  .sort_by { |_, times| -Bench.quantile(times, 0.95) }
  .each do |id, times|
    puts format("%-16s p50 %6.2f ms   p95 %6.2f ms", id, Bench.quantile(times, 0.5), Bench.quantile(times, 0.95))
  end

# The mixture curve from the holes, and the search for the size behind four readings.
catalogue.geometry.all.each do |sheet|
  times = Array.new(12) { Bench.ms { sheet.curve({}).points } }
  puts format("mixture %-16s p50 %6.1f ms   p95 %6.1f ms", sheet.family, Bench.quantile(times, 0.5),
              Bench.quantile(times, 0.95))
end
sheet = catalogue.geometry.sheet("car-one")
leaner = sheet.curve("main_jet" => 1.35)
measured = [0.1, 0.3, 0.6, 1.0].map do |share|
  point = leaner.at(share)
  { "by" => "opening", "at" => share * 100, "rpm" => point.stand.rpm, "lambda" => point.mixture }
end
puts format("which size is it  %.1f s", Bench.ms { sheet.fit({}, measured).rows } / 1000)

if (path = ARGV.first)
  log = nil
  read = Bench.ms { log = UpperBranch::Signals::LogFile.read(File.open(path, "rb")) }
  found = nil
  shown =
    Bench.ms do
      found =
        UpperBranch::Signals::LogReading
          .of(log, catalogue.signs)
          .then { |reading| [reading.events.size, reading.picture.size] }
    end
  puts format(
    "%s: %.0f MB, %d rows, read %.1f s, analyzed %.1f s, %d events",
    path,
    File.size(path) / 1e6,
    log.rows,
    read / 1000,
    shown / 1000,
    found.first
  )
end

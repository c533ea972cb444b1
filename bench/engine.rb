# frozen_string_literal: true

# How long a minute of simulated engine takes on one core, of each family: the first, in which the circuits are worked
# out as they are asked, and another. Writes nothing; prints Markdown rows. Target: under 3 s.
#
#   bundle exec ruby bench/engine.rb
require_relative "support"

ENGINE = UpperBranch::Practice::Engine
STEP = ENGINE::STEP
catalogue = UpperBranch::Catalogue.load

def minute(engine)
  Bench.ms do
    (60 / STEP).round.times do |i|
      time = i * STEP
      engine.step(STEP, ENGINE::Inputs.idle.with(throttle: time % 20 < 6 ? 0.0 : (time % 20) / 20, line: 1.0))
    end
  end
end

puts "| family | first minute | another |", "|---|---|---|"
catalogue.families.each do |family|
  build = ENGINE::Build.new(catalogue, family["id"])
  build.setting
  times = Array.new(2) { minute(ENGINE.new(build).idle_warm) }
  puts "| #{family['id']} | #{times.map { |ms| "#{(ms / 1000).round(2)} s" }.join(' | ')} |"
end

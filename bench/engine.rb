# frozen_string_literal: true

# How long a minute of simulated engine takes on one core, of each family: the first, in which the circuits are worked
# out as they are asked, and another. Then how long two engines side by side take (what if), at first and as a size is
# drawn along. Writes nothing; prints Markdown rows. Targets: under 3 s; under 1 s as it is drawn along.
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

def what_if(catalogue, family, jet)
  Bench.ms do
    both = UpperBranch::Practice::WhatIf.new(catalogue, family, {}, { "main_jet" => jet })
    UpperBranch::Views::Mixture.what_if(both)
  end
end

puts "", "| what if | at first | drawn along |", "|---|---|---|"
%w[car-one four-block slide].each do |family|
  first, *others = [1.2, 1.22, 1.24, 1.26].map { |jet| what_if(catalogue, family, jet) / 1000 }
  puts "| #{family} | #{first.round(2)} s | #{others.minmax.map { |s| s.round(2) }.join(' to ')} s |"
end

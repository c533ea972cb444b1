# frozen_string_literal: true

# How long a step takes: posterior and next step after every entry of simulated jobs. Reported, never asserted.
#
#   ruby bench/speed.rb [FAMILY] [JOBS]
require_relative "support"

family = ARGV[0] || "car-one"
jobs = (ARGV[1] || 30).to_i
catalogue = UpperBranch::Catalogue.load
times = { posterior: [], plan: [], trace: [] }
jobs.times do |seed|
  Bench::Walk.new(catalogue, family, seed).each_step(14) do |job|
    posterior = nil
    times[:posterior] << Bench.ms { posterior = UpperBranch::Diagnosis::Posterior.of(job) }
    times[:plan] << Bench.ms { UpperBranch::Planning::NextStep.of(job, posterior) }
    times[:trace] << Bench.ms { UpperBranch::Views::Trace.of(job).to_h }
  end
end
times[:"posterior and plan"] = times[:posterior].zip(times[:plan]).map(&:sum)
faults = UpperBranch::Workshop::Machine.new(catalogue, family: family).faults.size
puts "#{family}: #{faults} faults, #{times[:plan].size} steps of #{jobs} jobs, ms"
times.each do |name, list|
  p50, p95 = [0.5, 0.95].map { |share| Bench.quantile(list, share) }
  puts format("  %-20s p50 %6.1f   p95 %6.1f   max %6.1f", name, p50, p95, list.max)
end

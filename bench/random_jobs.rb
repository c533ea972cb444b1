# frozen_string_literal: true

require_relative "support"
require "json"
require_relative "../core/spec/random_job"

# Random jobs of 1 to 30 entries over all families: is everything that is shown of them still made? The last entry of
# each is looked at, and one in four of those before.
#
#   bundle exec ruby bench/random_jobs.rb 20000        # SEED=2 for others
count = Integer(ARGV.fetch(0, 1000))
first = Integer(ENV.fetch("SEED", 1)) * 1_000_000
catalogue = UpperBranch::Catalogue.load
failures = Hash.new { |known, says| known[says] = [] }
entries = 0
looked = 0
count.times do |i|
  random = Random.new(first + i)
  seen = nil
  look = lambda do |job|
    next if job.equal?(seen)

    seen = job
    looked += 1
    ShownOfAJob.all(job)
  rescue StandardError => e
    where = e.backtrace.find { |line| line.include?("core/lib") }.to_s.split("core/lib/").last
    failures["#{e.class}: #{e.message[0, 120]} (#{where})"] << (first + i)
  end
  last = RandomJob.new(catalogue, random).each(random.rand(1..30)) { |job| look.call(job) if random.rand(4).zero? }
  look.call(last)
  entries += last.entries.size
  warn "#{i + 1} jobs, #{entries} entries, #{failures.values.sum(&:size)} failures" if ((i + 1) % 500).zero?
rescue StandardError => e
  failures["not grown, #{e.class}: #{e.message[0, 120]} (#{e.backtrace.first})"] << (first + i)
end
puts "#{count} jobs, #{entries} entries, looked at #{looked} times, #{failures.values.sum(&:size)} failures"
failures.sort_by do |_, seeds|
  -seeds.size
end.each { |says, seeds| puts "#{seeds.size} x #{says}: seeds #{seeds.first(5).join(', ')}" }

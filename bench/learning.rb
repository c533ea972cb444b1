# frozen_string_literal: true

# Does a shop get better by its own closed jobs? Simulated shops whose truth is another than the tables': the odds of
# every fault and of every sign are moved by a factor drawn once for the shop (a standard deviation of 2). Each works
# through jobs by the planner; after 10, 50, 200 and 1000 all that its jobs propose is taken, and the same further
# machines are worked through with the tables as they were and as they have become. Writes nothing; prints Markdown.
#
#   ruby bench/learning.rb [FAMILY] [SHOPS] [JOBS TO LEARN FROM] [MACHINES TO TRY ON]
#
# Brier: of the first ranking, against what really had to be mended. minutes: to a proven repair. Both as the ratio to
# the unlearned tables on the same machines, with the 95 % interval of the paired difference. Last row: a shop that knew
# its truth.
require_relative "support"

module Bench
  # A shop with a truth of its own.
  class LearningShop
    SHIFT = Math.log(2)
    STEPS = [10, 50, 200, 1000].freeze

    def initialize(tables, plain, family, seed)
      @tables = tables
      @plain = plain
      @family = family
      @seed = seed
      @truth = UpperBranch::Catalogue.new(tables.merge("learned" => shifted))
    end

    # [[name, catalogue], ...]: unlearned, after so many jobs, and the truth
    def stages(jobs)
      closed = Array.new(jobs) { |i| closed_job(i) }.compact
      learned = STEPS.select { |step| step <= jobs }.map { |step| [step.to_s, after(closed.first(step))] }
      [["0", @plain], *learned, ["truth", @truth]]
    end

    # The same machines for every stage: {name => [[minutes, squared distance, hit], ...]}
    def tried(stages, count)
      machines = Array.new(count) { |i| machine(1_000_000 + i) }
      stages.to_h { |name, catalogue| [name, machines.map { |virtual| one(catalogue, virtual) }] }
    end

    private

    def machine(number) = UpperBranch::Practice::HiddenMachine.draw(@truth, @family, (@seed * 10_000_000) + number)

    def closed_job(number)
      shift = UpperBranch::Practice::Planner.new(@plain, machine(number))
      return if shift.result.referred

      close = { "id" => "close", "kind" => "close", "data" => { "as" => "proven" } }
      UpperBranch::Learning::ClosedJob.of(UpperBranch::Job.new(@plain, shift.job.entries + [close], record: true))
    end

    def after(closed)
      proposals = UpperBranch::Learning::Proposals.new(UpperBranch::Learning::Counts.new(closed), @plain).list
      layer = proposals.map { |one| { "at" => one.at, "value" => one.becomes } }
      UpperBranch::Catalogue.new(UpperBranch::Catalogue::Layer.new(layer).over(@tables))
    end

    def one(catalogue, virtual)
      shift = UpperBranch::Practice::Planner.new(catalogue, virtual)
      said = UpperBranch::Learning::ClosedJob.first_ranking(shift.job) || {}
      truth = virtual.to_mend.map { |index| virtual.fault(index).id }
      score = UpperBranch::Learning::Calibration.new([[said, truth]])
      [shift.result.minutes, score.brier, score.hits(1).seen, score.hits(3).seen]
    end

    # Tables of what would have been learned, were the truth known.
    def shifted
      random = Random.new(@seed)
      machine = UpperBranch::Workshop::Machine.new(@plain, family: @family)
      strengths = machine.faults.to_h { |fault| [fault.id, signs(machine, fault, random)] }
      { "rates" => { @family => machine.faults.to_h { |fault| [fault.id, Math.exp(normal(random) * SHIFT)] } },
        "strengths" => strengths.reject { |_, row| row.empty? } }
    end

    def signs(machine, fault, random)
      machine.checks.reject { |check| check.cleared.include?(fault.id) }.to_h do |check|
        row = machine.arrows.row(fault, check).select { |_, strength| strength.positive? }
        [check.id, row.except(*check.is.keys).transform_values { |strength| moved(strength, random) }]
      end.reject { |_, row| row.empty? }
    end

    def moved(strength, random)
      odds = strength / (1 - strength) * Math.exp(normal(random) * SHIFT)
      (odds / (1 + odds)).clamp(0.001, 0.97)
    end

    def normal(random) = Math.sqrt(-2 * Math.log(1 - random.rand)) * Math.cos(2 * Math::PI * random.rand)
  end
end

def mean(list) = list.sum / list.size.to_f

# Ratio of means, with the interval of the paired difference.
def against(list, base)
  differences = list.zip(base).map { |a, b| a - b }
  off = mean(differences)
  half = 1.96 * Math.sqrt(differences.sum { |x| (x - off)**2 } / [list.size - 1, 1].max / list.size)
  numbers = { ratio: off, low: off - half, high: off + half }.transform_values { |by| 1 + (by / mean(base)) }
  format("%<ratio>.3f (%<low>.3f to %<high>.3f)", numbers)
end

family = ARGV[0] || "small-float"
shops, jobs, machines = [[1, 3], [2, 1000], [3, 100]].map { |place, usual| (ARGV[place] || usual).to_i }
tables = UpperBranch::Catalogue::Loader.new(UpperBranch::Catalogue::DEFAULT).read
plain = UpperBranch::Catalogue.new(tables)
all = Hash.new { |hash, name| hash[name] = [] }
shops.times do |seed|
  shop = Bench::LearningShop.new(tables, plain, family, seed + 1)
  shop.tried(shop.stages(jobs), machines).each { |name, rows| all[name].concat(rows) }
  warn "shop #{seed + 1} of #{shops}"
end
base = all["0"].transpose
puts "#{family}: #{shops} shops, #{machines} machines each"
puts "| jobs | Brier | against 0 | minutes | against 0 | first | first three |"
puts "|---|---|---|---|---|---|---|"
all.each do |name, rows|
  minutes, brier, first, three = rows.transpose
  cells = [name, format("%.3f", mean(brier)), against(brier, base[1]), format("%.1f", mean(minutes)),
           against(minutes, base[0]), *[first, three].map { |hits| format("%.0f %%", 100 * mean(hits)) }]
  puts "| #{cells.join(' | ')} |"
end

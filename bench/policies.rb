# frozen_string_literal: true

# Expected bench minutes to a proven repair: planner, information per minute, likeliest first, a fair house list, and
# the hindsight bound, on the same virtual machines. Writes nothing; prints Markdown rows.
#
#   ruby bench/policies.rb [JOBS] [FAMILY,FAMILY] [--perturbed] [--hidden]
#
# --hidden: a third of the complaints cannot be shown again at the shop. Besides minutes it counts how stubborn the
# planner is: checks while a found cause waits for its repair, wrong repairs, work that cannot be undone without its
# proof, running tests while fuel runs out, jobs given up.
require_relative "support"

module Bench
  # Information per minute, repairs a fault at 80 %, proves each repair.
  class Information < UpperBranch::Practice::Shift
    def step
      belief = posterior
      id, chance = belief.all_now.min_by { |fault, p| [-p, fault] }
      if chance < 0.8
        best = UpperBranch::Planning::NextStep.of(@job, belief).options.max_by do |option|
          [option.rate, option.check.id]
        end
      end
      return check(best.check) if best

      repair(find(id))
      prove unless @referred
    end
  end

  # Repairs the likeliest cause, proves, and so on down.
  class LikeliestFirst < UpperBranch::Practice::Shift
    def step
      blame = posterior.blame
      id = blame.keys.reject do |fault|
        (@tried ||= []).include?(fault)
      end.min_by { |fault| [-blame[fault], fault] } or return @referred = true
      @tried << id
      repair(find(id))
      prove unless @referred
    end
  end

  # A short list per main complaint, in order; what a failed check points to is mended and proven; then strip, clean and
  # kit.
  class House < UpperBranch::Practice::Shift
    def step
      @list ||= @catalogue.house.list(@virtual.complaint.first.group).filter_map { |id| @machine.check(id) }
      item = @list.shift or return strip
      return unless @transitions.nearest(@job.state, item.states).first.finite?

      check(item)
      return if @last == [item.normal] || @referred

      mend(item)
      prove unless @referred
    end

    private

    # The fault the word points to: prior times strength.
    def mend(check)
      table = UpperBranch::Diagnosis::Compiled.for(@machine).table(check)
      priors = UpperBranch::Diagnosis::Priors.new(@machine)
      fault = @machine.faults.each_with_index.max_by do |one, i|
        [priors.of(one) * @last.sum do |word|
          table.row(i).fetch(word, 0)
        end, one.id]
      end.first
      repair(find(fault.id))
    end

    def strip
      return @referred = true if @stripped || @machine.licensed_only?

      @stripped = true
      repair(find("full-strip-clean-kit"))
      prove
    end
  end
end

POLICIES = { "planner" => UpperBranch::Practice::Planner, "information" => Bench::Information, "likeliest" => Bench::LikeliestFirst,
             "house" => Bench::House }.freeze

def mean(list) = list.sum / list.size.to_f

# 95 % interval of the mean, normal approximation.
def interval(list)
  m = mean(list)
  half = 1.96 * Math.sqrt(list.sum { |x| (x - m)**2 } / [list.size - 1, 1].max / list.size)
  format("%.0f ±%.0f", m, half)
end

jobs = (ARGV[0] || 30).to_i
catalogue = UpperBranch::Catalogue.load
families = (ARGV[1] && !ARGV[1].start_with?("--") ? ARGV[1].split(",") : catalogue.families.map { |row| row["id"] })
perturb = ARGV.include?("--perturbed") ? Math.log(2) : 0.0
only = (ARGV.find { |argument| argument.start_with?("--only=") } || "").delete_prefix("--only=").split(",")
policies = only.empty? ? POLICIES : POLICIES.slice(*only)
hidden = ARGV.include?("--hidden") ? 1.0 / 3 : 0.0
columns = [*policies.keys, "hindsight", "planner/house", "planner/hindsight", "checks", "wrong", "late", "unproven",
           "unsafe", "referred"]
puts "| family | jobs | #{columns.join(' | ')} |"
families.each do |family|
  machines = Array.new(jobs) { |seed| UpperBranch::Practice::HiddenMachine.draw(catalogue, family, seed, perturb: perturb, hidden: hidden) }
  results = policies.transform_values { |policy| machines.map { |virtual| policy.new(catalogue, virtual).result } }
  bound = machines.map { |virtual| UpperBranch::Practice::Shift.new(catalogue, virtual).hindsight }
  minutes = results.transform_values { |list| list.map(&:minutes) }
  planner = results["planner"]
  against = ->(other) { other ? format("%.2f", mean(minutes["planner"]) / mean(other)) : "-" }
  cells = [
    *minutes.values.map { |list| interval(list) },
    format("%.0f", mean(bound)),
    against.call(minutes["house"]),
    against.call(bound),
    format("%.1f", mean(planner.map(&:checks))),
    *%i[wrong late unproven unsafe].map { |figure| format("%.2f", mean(planner.map(&figure))) },
    planner.count(&:referred)
  ]
  puts "| #{family} | #{jobs} | #{cells.join(' | ')} |"
  $stdout.flush
end

# frozen_string_literal: true

# Expected bench minutes to a proven repair: planner, information per minute, likeliest first, a fair house list, and
# the hindsight bound, on the same virtual machines. Writes nothing; prints Markdown rows.
#
#   ruby bench/policies.rb [JOBS] [FAMILY,FAMILY] [--perturbed] [--hidden]
#
# --hidden: a third of the complaints cannot be shown again at the shop. Besides minutes it counts how stubborn the
# planner is: checks while a found cause waits for its repair, wrong repairs, work that cannot be undone without its
# proof, running tests while fuel runs out, jobs given up.
require_relative "virtual_machine"

module Bench
  # One policy at work on one machine, with the same accounts for all: checks, ways, repairs, and a proof after repairs.
  class Shift
    Result = Struct.new(:minutes, :checks, :wrong, :referred, :late, :unproven, :unsafe, keyword_init: true)
    LIMIT = 70
    SPECIALIST = 30 # minutes on top of the true repair when a job is handed on

    def initialize(catalogue, virtual)
      @catalogue = catalogue
      @virtual = virtual.fresh
      @machine = virtual.machine
      @transitions = UpperBranch::Workshop::Transitions.for(@machine.family, catalogue)
      @minutes = 0.0
      @checks = @wrong = @late = @unproven = @unsafe = 0
      @job = UpperBranch::Job.new(catalogue,
                                  [{ "id" => "0", "kind" => "machine",
                                     "data" => { "family" => @machine.family["id"] } }], record: true)
      @virtual.complaint.each { |symptom| add("symptom", "symptom" => symptom.id, "seen" => "present") }
      @virtual.absent.each { |symptom| add("symptom", "symptom" => symptom.id, "seen" => "absent") }
    end

    def result
      LIMIT.times do
        step
        return counted(@minutes, false) if @done
        break if @referred
      end
      counted(@minutes + hindsight + SPECIALIST, true)
    end

    def counted(minutes, referred)
      Result.new(minutes: minutes, checks: @checks, wrong: @wrong, referred: referred, late: @late, unproven: @unproven,
                 unsafe: @unsafe)
    end

    # Straight to what is wrong, one way and one proof.
    def hindsight
      plans = @virtual.to_mend.map { |index| UpperBranch::Workshop::Repairs.targeted(@machine, @virtual.fault(index)) }
      return 0 if plans.empty?

      travel, there = plans.map { |plan| @transitions.nearest(@job.state, [plan.state]) }.max_by(&:first)
      travel + plans.sum { |plan| plan.minutes / plan.success } + way_to_proof(there) + 10
    end

    private

    def check(check)
      travel, state = @transitions.nearest(@job.state, check.states)
      return @referred = true unless travel.finite?

      @minutes += travel + check.minutes
      @checks += 1
      count_stubborn(check)
      @last = @virtual.answer(check)
      add("check", "check" => check.id, "outcomes" => @last) or (@done_checks ||= []) << check.id
      state
    end

    # A check while a cause that was found waits for its repair; a running test while fuel runs out.
    def count_stubborn(check)
      found = @job.defects.select(&:open?).map { |defect| @machine.faults.index { |one| one.id == defect.fault } }
      @late += 1 if found.intersect?(@virtual.to_mend)
      gate = @catalogue.gates.find { |row| row["hazards"] }
      return if gate["allow"].include?(check.id) || !(check.states - gate["states"]).empty?

      @unsafe += 1 if @virtual.floods? && @virtual.complaint.any? { |one| gate["symptoms"].include?(one.id) }
    end

    def repair(plan)
      travel, = @transitions.nearest(@job.state, [plan.state])
      return @referred = true if plan.id == @catalogue.repair_in_role("refer-out")["id"] || !travel.finite?

      @minutes += travel + plan.minutes
      proven = @job.defects.any? { |defect| defect.open? && plan.faults.any? { |fault| fault.id == defect.fault } }
      @unproven += 1 if plan.irreversible && !proven
      @wrong += 1 if plan.faults.none? { |fault| @virtual.holds?(fault) }
      @virtual.mend(plan.faults, @job.chance_of(plan))
      add("repair", "repair" => plan.id)
    end

    # Handed on with a name: if it is the right one, the specialist mends it and it is proven; else it comes back.
    def hand_on(plan)
      repair(plan)
      prove unless @referred
    end

    def prove
      @minutes += way_to_proof(@job.state) + 10
      return @done = true if @virtual.cured?

      add("state", "engine" => "running", "carburetor" => "on") if @virtual.complaint.none? do |symptom|
        %w[no-start crank-locked].include?(symptom.id) && @virtual.seen?(symptom)
      end
      @virtual.complaint.each do |symptom|
        add("symptom", "symptom" => symptom.id, "seen" => @virtual.seen?(symptom) ? "present" : "absent")
      end
    end

    def way_to_proof(state)
      minutes = @transitions.minutes(state, UpperBranch::Workshop::BenchState.new(engine: "running"))
      minutes.finite? ? minutes : 0
    end

    def add(kind, data)
      @job = @job.with({ "id" => @job.entries.size.to_s, "kind" => kind, "data" => data })
    rescue UpperBranch::Invalid
      false
    end

    def posterior = UpperBranch::Diagnosis::Posterior.of(@job)
    def find(id) = UpperBranch::Workshop::Repairs.find(@machine, id)
  end

  # Follows the recommendation.
  class Planner < Shift
    def step
      step = UpperBranch::Planning::NextStep.of(@job, posterior)
      case step.kind
      when :check then check(step.target.check)
      when :repair then repair(step.target)
      when :refer then step.target.faults.any? ? hand_on(step.target) : @referred = true
      when :prove then step.target.kind == :check ? check(@machine.check(step.target.id)) : prove
      when :close then prove
      else person(step)
      end
    end
  end

  # How the planner's own steps are done.
  class Planner
    private

    # What a person answers or sees to.
    def person(step)
      case step.kind
      when :ask then ask(step.target.check)
      when :gate then pass(step.target)
      when :recreate then recreate(step.target)
      when :settle then add("strike", "entry" => step.target.denied)
      else @referred = true
      end
    end

    def ask(question)
      @minutes += question.minutes
      if question.condition
        answer = @virtual.under(question.symptom, question.condition)
        return add("condition", "symptom" => question.symptom.id, "condition" => question.condition, "answer" => answer)
      end
      seen = @virtual.told(question.symptom) ? "present" : "absent"
      add("symptom", "symptom" => question.symptom.id, "seen" => seen, "asked" => true)
    end

    def pass(gate)
      @minutes += gate.fetch("minutes", 0)
      add("gate", "gate" => gate["id"], "safe" => true)
    end

    def recreate(step)
      @minutes += step.way["minutes"]
      add("state", "engine" => "cold", "carburetor" => "on") if step.way["engine"] == "cold"
      shown = @virtual.recreated?(step.symptom, step.way)
      add("recreate", "symptom" => step.symptom.id, "way" => step.way["id"], "shown" => shown) or @referred = true
    end
  end

  # Information per minute, repairs a fault at 80 %, proves each repair.
  class Information < Shift
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
  class LikeliestFirst < Shift
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
  class House < Shift
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

POLICIES = { "planner" => Bench::Planner, "information" => Bench::Information, "likeliest" => Bench::LikeliestFirst,
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
  machines = Array.new(jobs) { |seed| Bench::VirtualMachine.draw(catalogue, family, seed, perturb: perturb, hidden: hidden) }
  results = policies.transform_values { |policy| machines.map { |virtual| policy.new(catalogue, virtual).result } }
  bound = machines.map { |virtual| Bench::Shift.new(catalogue, virtual).hindsight }
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

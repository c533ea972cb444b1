# frozen_string_literal: true

# Simulated learners: does practising what the record says is known least teach more than practising what is drawn as
# it is met, or than none? Each has his own ease of learning, guesses, slips and forgets; the record knows none of it.
# One exercise a day. Writes nothing; prints Markdown rows: how often a learner is right about a job as the trade
# brings them, and about one of any circuit, each as often, with the standard error of both; and his minutes to the
# fault, where he goes the planner's road when he is right and down the shop's list when he is not.
#
#   bundle exec ruby bench/learner.rb [learners]
require_relative "support"

PRACTICE = UpperBranch::Practice
CATALOGUE = UpperBranch::Catalogue.load
FAMILY = "car-one"
LEVEL = CATALOGUE.book.practice.level("plain").merge("from" => "any")
MASTERY = PRACTICE::Mastery.new(CATALOGUE.book.practice.data["mastery"])
MACHINE = UpperBranch::Workshop::Machine.new(CATALOGUE, family: FAMILY)
PRIORS = UpperBranch::Diagnosis::Priors.new(MACHINE)
MET = MACHINE.faults.group_by(&:circuit).transform_values { |faults| faults.sum { |fault| PRIORS.of(fault) } }
CIRCUITS = MET.keys
LOOKED = [10, 30, 60].freeze # exercises after which he is looked at
SAMPLES = 4 # exercises of each circuit that are timed
FORGETS = 0.004 # a day, what is known

# The planner, timed until it first mends what is wrong.
class Timed < PRACTICE::Planner
  def to_fault(truth)
    @truth = truth
    all = result.minutes
    @to_fault || all
  end

  private

  def repair(plan)
    @to_fault ||= @minutes if plan.faults.map(&:id).intersect?(@truth)
    super
  end
end

# Mean minutes to a fault of a circuit by the planner and by the list; nil where none could be laid out.
def minutes_of(circuit)
  times = (1..SAMPLES).filter_map do |seed|
    one = PRACTICE::Exercise.draw(CATALOGUE, family: FAMILY, level: "plain", seed: seed, focus: { circuit => 1.0 })
    shift = Timed.new(CATALOGUE, one.patient)
    listed = UpperBranch::Learning::HouseMinutes.of(shift.job, one.faults.keys)
    [shift.to_fault(one.faults.keys), listed]
  rescue UpperBranch::Invalid
    nil
  end
  times.transpose.map { |list| list.sum / list.size.to_f } if times.any?
end

# One who learns. Nobody but he knows what he knows.
class Learner
  def initialize(chance)
    @chance = chance
    @learns = 0.05 + (0.35 * chance.rand)
    @guesses = 0.05 + (0.2 * chance.rand)
    @slips = 0.03 + (0.15 * chance.rand)
    begins = 0.1 + (0.4 * chance.rand)
    @knows = CIRCUITS.to_h { |circuit| [circuit, chance.rand < begins] }
  end

  def right(circuit) = @knows[circuit] ? 1 - @slips : @guesses

  # Was he right? Then he may have learned it.
  def practise(circuit)
    answer = @chance.rand < right(circuit)
    @knows[circuit] ||= @chance.rand < @learns
    answer
  end

  def sleep
    @knows.each_key { |circuit| @knows[circuit] &&= @chance.rand >= FORGETS }
  end

  def at_work = CIRCUITS.sum { |circuit| MET[circuit] * right(circuit) } / MET.values.sum

  def minutes
    MET.sum { |circuit, met| met * spent(circuit) } / MET.values.sum
  end

  def spent(circuit)
    planned, listed = MINUTES.fetch(circuit)
    (right(circuit) * planned) + ((1 - right(circuit)) * listed)
  end

  def all_alike = CIRCUITS.sum { |circuit| right(circuit) } / CIRCUITS.size
end

FOCUS = {
  "none" => nil,
  "as it is met" => ->(_, _) {},
  "what is known least" => ->(results, day) { MASTERY.focus(CIRCUITS, results, today: day) }
}.freeze

def taught(way, seed)
  learner = Learner.new(Random.new(seed))
  results = {}
  (1..LOOKED.last).filter_map do |day|
    if way
      fault = drawn(way.call(results, day), (seed * 1000) + day)
      circuit = CATALOGUE.fault(fault).circuit
      (results[circuit] ||= []) << [learner.practise(circuit), day]
    end
    learner.sleep
    [learner.at_work, learner.all_alike, learner.minutes] if LOOKED.include?(day)
  end
end

def drawn(focus, seed)
  PRACTICE::Draw.new(CATALOGUE, FAMILY, LEVEL, focus).faults(seed)&.keys&.first or drawn(focus, seed + 1_000_000)
end

def shown(list)
  mean = list.sum / list.size
  error = Math.sqrt(list.sum { |one| (one - mean)**2 } / list.size / list.size)
  format("%<mean>.3g ± %<error>.1g", mean: mean, error: error)
end

# Circuits of which no plain exercise can be laid out take what the others take in the mean.
def timed
  known = CIRCUITS.to_h { |circuit| [circuit, minutes_of(circuit)] }
  warn known.inspect
  mean = known.values.compact.transpose.map { |list| list.sum / list.size }
  known.transform_values { |one| one || mean }
end

if $PROGRAM_NAME == __FILE__
  MINUTES = timed
  count = (ARGV.first || 60).to_i
  puts "| practised | #{LOOKED.map { |n| "#{n}: jobs as met | any circuit | minutes" }.join(' | ')} |"
  puts "|---|#{'---|' * (3 * LOOKED.size)}"
  FOCUS.each do |name, way|
    learners = Array.new(count) { |i| taught(way, i + 1) }.transpose
    puts "| #{name} | #{learners.map { |at| at.transpose.map { |list| shown(list) }.join(' | ') }.join(' | ')} |"
  end
end

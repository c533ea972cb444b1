# frozen_string_literal: true

require_relative "support"

module Bench
  # A machine with hidden faults drawn from the priors, that answers checks and complaints by the model: each fault
  # triggers each finding or not, once for all, so that every policy meets the same machine (common random numbers).
  # perturb: standard deviation of log odds by which priors and strengths of the truth are moved away from the
  # catalogue's.
  class VirtualMachine
    attr_reader :machine, :complaint, :absent, :start

    # Draws until somebody would complain.
    def self.draw(catalogue, family, seed, perturb: 0.0)
      (0..).lazy.map { |try| new(catalogue, family, (seed * 1000) + try, perturb) }.find { |one| one.complaint.any? }
    end

    def initialize(catalogue, family, seed, perturb)
      @catalogue = catalogue
      @seed = seed
      @perturb = perturb
      @machine = UpperBranch::Workshop::Machine.new(catalogue, family: family)
      @compiled = UpperBranch::Diagnosis::Compiled.for(@machine)
      @start = draw_faults
      @left = @start.dup
      @tries = 0
      present = @machine.symptoms.select { |symptom| seen?(symptom) }
      @complaint = present.sort_by { |symptom| chance("reported", symptom.id) }.first(1 + (chance("count") * 3).floor)
      @absent =
        (@machine.symptoms.reject(&:healthy?) - present).sort_by { |symptom| chance("asked", symptom.id) }.first(2)
    end

    # The same machine again, untouched.
    def fresh
      dup.tap { |copy| copy.instance_variable_set(:@left, @start.dup) }
    end

    # Faults that make the complaint, still in.
    def to_mend
      @left.select { |index| @complaint.any? { |symptom| word(index, symptom) } }
    end

    def cured? = to_mend.empty?
    def holds?(fault) = @left.include?(@compiled.index(fault.id))
    def seen?(symptom) = @left.any? { |index| word(index, symptom) }
    def fault(index) = @compiled.faults[index]

    # The outcomes a check shows now.
    def answer(check)
      words = @left.filter_map { |index| word(index, check) }.uniq
      table = @compiled.table(check)
      if words.empty? && chance("leak", check.id) < check.leak
        words << table.words[(chance("which", check.id) * table.words.size).floor]
      end
      words = table.words.first(1) if words.empty? && check.normal.nil?
      return [check.normal] if words.empty?

      check.multi? ? words : [words.min_by { |one| chance("pick", check.id, one) }]
    end

    # Tries to mend faults; those whose try succeeds are gone.
    def mend(faults, success)
      @tries += 1
      ids = faults.map { |fault| @compiled.index(fault.id) }
      @left.reject! { |index| ids.include?(index) && chance("mend", @tries, index) < success }
    end

    private

    def draw_faults
      priors = UpperBranch::Diagnosis::Priors.new(@machine)
      @compiled.faults.each_index.select { |i| chance("in", i) < moved(priors.of(@compiled.faults[i]), "prior", i) }
    end

    # The word a fault shows at a finding, or nil.
    def word(index, finding)
      column = hidden(index)
      at = chance("shows", index, finding.id)
      @compiled.table(finding).row(column).each do |one, strength|
        at -= strength.zero? ? 0 : moved(strength, "strength", index, finding.id, one)
        return one if at.negative?
      end
      nil
    end

    # A fault's column, or its variant where another that is in masks it.
    def hidden(index)
      mask = @compiled.masks.each.find { |row| row.swap.key?(index) && @left.intersect?(row.maskers) }
      mask ? mask.swap[index] : index
    end

    def moved(p, *key)
      return p if @perturb.zero?

      normal = Math.sqrt(-2 * Math.log(1 - chance("n1", *key))) * Math.cos(2 * Math::PI * chance("n2", *key))
      odds = p / (1 - p) * Math.exp(normal * @perturb)
      odds / (1 + odds)
    end

    # The same number in [0, 1) for the same seed and words, every time.
    def chance(*key)
      Random.new([@seed, *key].join("/").unpack1("H*").to_i(16) % (2**127)).rand
    end
  end
end

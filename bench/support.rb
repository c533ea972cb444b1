# frozen_string_literal: true

require_relative "../bin/lib/gem_groups"
gems :default
require "upper_branch"

# What the measured claims share: a clock, quantiles, and simulated jobs.
module Bench
  def self.ms
    start = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    yield
    (Process.clock_gettime(Process::CLOCK_MONOTONIC) - start) * 1000
  end

  def self.quantile(list, share)
    sorted = list.sort
    sorted[((sorted.size - 1) * share).round]
  end

  # A job that follows the recommendation (a question when it is one, else the best check), with faults drawn from the
  # priors and outcomes from the model.
  class Walk
    def initialize(catalogue, family, seed)
      @random = Random.new(seed)
      @machine = UpperBranch::Workshop::Machine.new(catalogue, family: family)
      @compiled = UpperBranch::Diagnosis::Compiled.for(@machine)
      machine = { "id" => "0", "kind" => "machine", "data" => { "family" => family } }
      @job = UpperBranch::Job.new(catalogue, [machine], record: true)
      @truth = @machine.faults.sample(1 + @random.rand(2), random: @random)
    end

    def each_step(limit)
      complain
      limit.times do
        yield @job
        step = UpperBranch::Planning::NextStep.of(@job, UpperBranch::Diagnosis::Posterior.of(@job))
        next answer(step.target.check) if step.kind == :ask

        check = step.open_options.first&.check or break
        add("check", "check" => check.id, "outcomes" => [draw(@compiled.table(check), check.normal)])
      end
    end

    private

    def complain
      @truth.each do |fault|
        symptom =
          @machine.symptoms.reject(&:healthy?).max_by { |one| @compiled.table(one).sum(@compiled.index(fault.id)) }
        add("symptom", "symptom" => symptom.id, "seen" => "present")
      end
    end

    def answer(question)
      word = draw(@compiled.table(question), question.normal)
      if question.condition
        return add("condition", "symptom" => question.symptom.id, "condition" => question.condition, "answer" => word)
      end

      add("symptom", "symptom" => question.symptom.id, "seen" => word, "asked" => true)
    end

    def draw(table, normal)
      members = @truth.map { |fault| Numo::Int32[@compiled.index(fault.id)] }
      at = @random.rand
      table.distribution(members).each do |word, chance|
        at -= chance[0]
        return word == :normal ? normal || table.words.first : word if at <= 0
      end
      normal || table.words.first
    end

    def add(kind, data)
      @job = @job.with({ "id" => @job.entries.size.to_s, "kind" => kind, "data" => data })
    rescue UpperBranch::Invalid
      nil
    end
  end
end

# frozen_string_literal: true

module UpperBranch
  module Planning
    # The next step of a plan (Workshop::Plan): its looks, trials and tasks in their order, those that cannot be done
    # here left out.
    class Planned
      # nil where the job has no plan
      def self.of(job)
        plan = Workshop::Plan.of(job)
        plan && new(job, plan)
      end

      def initialize(job, plan)
        @job = job
        @plan = plan
      end

      # [kind, target, reason] or nil; the block makes an option of a candidate.
      def step
        looks = Candidates.new(@job).all.to_h { |candidate| [candidate.check.id, candidate] }
        step = @plan.steps.find { |one| !one.done && possible?(one, looks) } or return
        says = "#{@plan.name}: #{@plan.steps.index(step) + 1} of #{@plan.steps.size}."
        step.kind == :check ? [:check, yield(looks[step.id]), says] : [step.kind, step, says]
      end

      # All of it is done, or all that can be done here.
      def over
        left = @plan.steps.reject(&:done).map(&:name)
        says = left.empty? ? "all looked at, and sound." : "not to be done here: #{left.join(', ')}. The rest is sound."
        [:close, nil, "#{@plan.name}: #{says}"]
      end

      # Is this repair what the trials of the plan are for?
      def sets?(repair) = @plan.sets?(repair)

      private

      # A trial waits where the engine must not or does not run; a gate's question is asked when it is next.
      def possible?(step, looks)
        return looks.key?(step.id) if step.kind == :check

        step.kind != :trial || [nil, "gate"].include?(Workshop::Running.new(@job).hold(refitted: true)&.kind)
      end
    end
  end
end

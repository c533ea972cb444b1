# frozen_string_literal: true

module UpperBranch
  module Views
    # The recommendation as plain data: the step, its minutes, what each outcome would do, the alternatives, the plan by
    # state.
    class NextStep
      ALTERNATIVES = 6

      def initialize(job, step, posterior)
        @job = job
        @step = step
        @posterior = posterior
      end

      def to_h
        { kind: @step.kind, reason: @step.reason, check: check, repair: repair, proof: proof, override: override,
          alternatives: alternatives, plan: plan, repairs: leading_repairs, house: house, lacking: lacking }
      end

      private

      def check
        option(@step.target) if @step.kind == :check
      end

      def repair
        plan_of(@step.target) if %i[repair refer].include?(@step.kind)
      end

      def proof
        @step.target.to_h if @step.kind == :prove
      end

      def override
        @step.overridden && { check: @step.overridden[:check].id, says: @step.overridden[:says] }
      end

      def alternatives
        chosen = @step.kind == :check ? @step.target : nil
        @step.options.reject { |row| row.equal?(chosen) }.first(ALTERNATIVES).map { |row| option(row) }
      end

      def option(row)
        candidate = row.candidate
        {
          id: row.check.id,
          name: row.check.name,
          minutes: row.check.minutes,
          travel: candidate.travel.round,
          state: candidate.code,
          group: Workshop::BenchState.group(candidate.code),
          gain: row.gain.round(4),
          expected: row.minutes&.round(1),
          waits: row.waits&.says,
          outcomes:
            row
              .chances
              .map { |word, chance| { id: word, name: row.check.outcomes[word], chance: chance.round(4) } }
              .sort_by { |outcome| -outcome[:chance] }
        }
      end

      # The next few steps grouped by bench state, the group of the next step first.
      def plan
        rows = @step.open_options.first(10).map { |row| option(row) }
        rows
          .group_by { |row| row[:group] }
          .map { |group, steps| { group: group, steps: steps.first(4).map { |row| row.slice(:id, :name, :minutes) } } }
      end

      # Repairs with the expected minutes to the proof, then any other fault that stands out.
      def leading_repairs
        rows =
          @step
            .repairs
            .first(6)
            .map { |row| plan_of(row.plan).merge(probability: row.chance.round(6), expected: row.minutes.round(1)) }
        if rows.any?
          rows
        else
          @posterior
            .all_now
            .reject { |_, p| p < 0.02 }
            .sort_by { |id, p| [-p.round(9), id] }
            .first(6)
            .map { |id, p| plan_of(Workshop::Repairs.find(@job.machine, id)).merge(probability: p.round(6)) }
        end
      end

      # Checks left out because the bench lacks a tool.
      def lacking
        return [] if %i[close describe].include?(@step.kind)

        Planning::Candidates
          .new(@job)
          .lacking
          .map { |check| { id: check.id, name: check.name, tools: @job.machine.missing_tools(check) } }
      end

      # The shop's list with its waste marked; empty before anything is found.
      def house
        return [] if @step.house.nil?

        @step.house.steps.map do |row|
          { id: row.check.id, name: row.check.name, minutes: row.check.minutes, done: row.done, wasted: row.wasted }
        end
      end

      def plan_of(plan)
        words = Workshop::Repairs.words(@job.machine, plan)
        {
          id: plan.id,
          name: words.name,
          text: words.text,
          minutes: plan.minutes,
          success: plan.success,
          state: plan.state,
          hazards: plan.hazards,
          faults: plan.faults.map(&:id),
          refers: plan.refers?
        }
      end
    end
  end
end

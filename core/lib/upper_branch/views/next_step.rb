# frozen_string_literal: true

module UpperBranch
  module Views
    # The recommendation as plain data: the step, its minutes, what each outcome would do, the alternatives, the plan by
    # state.
    class NextStep
      ALTERNATIVES = 6
      PARTS = %i[check repair proof ask gate settle recreate trial task handover override].freeze
      LISTS = %i[alternatives plan repairs house lacking passed_over].freeze
      NONE = "The next step could not be computed. Every check of this machine can still be chosen by hand, and " \
             "entries can be struck out."

      # In the place of a step that could not be computed.
      def self.none
        { kind: :none, reason: NONE, **PARTS.to_h { |part| [part, nil] }, **LISTS.to_h { |part| [part, []] } }
      end

      def initialize(job, step, posterior)
        @job = job
        @step = step
        @posterior = posterior
      end

      def to_h
        { kind: @step.kind, reason: @step.reason, check: check, repair: repair, proof: proof, ask: ask, gate: gate,
          settle: settle, recreate: recreate, trial: trial, task: task, handover: handover, override: override,
          alternatives: alternatives, plan: plan, repairs: leading_repairs, house: house, lacking: lacking,
          passed_over: passed_over }
      end

      private

      def check
        option(@step.target) if @step.kind == :check
      end

      def repair
        return unless %i[repair refer].include?(@step.kind)

        recorded = @job.trial?(@step.target.id)
        where = where(@step.target)
        plan_of(@step.target).merge(recorded ? { minutes: Job::RECORDED } : {})
                             .merge(recorded: recorded, notes: notes(@step.target), **where,
                                    sheet: Sheet.of(@job, @step.target.id, place: where.dig(:place, :id)))
      end

      # The place of what was found, and those the repair can be done at.
      def where(plan)
        defect = @job.defects.find { |one| one.open? && one.fault == plan.id }
        places = Workshop::Repairs.places(@job.machine, plan)
        { place: places.find { |one| one == defect&.place }&.to_h, places: places.map(&:to_h) }
      end

      # Which way the screw works that this repair sets.
      def notes(plan) = [Workshop::Screws.of_fault(@job.machine, plan.id)&.says].compact

      def proof
        @step.target.to_h if @step.kind == :prove
      end

      # A question: of a symptom, or of a condition of one.
      def ask
        return unless @step.kind == :ask

        question = @step.target.check
        { symptom: question.symptom.id, condition: question.condition, name: question.name, note: question.symptom.note,
          saves: @step.target.saves.round(1) }
      end

      def gate
        return unless @step.kind == :gate

        GateQuestion.of(Workshop::Gates.new(@job), @step.target)
      end

      # A defect that a later look denied: the two entries between which somebody must choose.
      def settle
        return unless @step.kind == :settle

        defect = @step.target
        { fault: defect.fault, name: @job.catalogue.fault(defect.fault).name, found: said(defect.entry),
          denied: said(defect.denied) }
      end

      def said(entry)
        { entry: entry, says: @job.findings.find { |finding| finding.entry == entry }.says(@job.catalogue) }
      end

      def recreate
        return unless @step.kind == :recreate

        symptom, way = @step.target.to_h.values_at(:symptom, :way)
        { symptom: symptom.id, name: symptom.name, way: way["id"], way_name: way["name"], do: way["do"],
          minutes: way["minutes"], aside: way["aside"] }
      end

      # One change of the set-up.
      def trial
        return unless @step.kind == :trial

        step = @step.target
        setting = step.setting
        { setting: step.id, name: step.name, unit: step.row["unit"], do: step.row["do"],
          place: setting.place&.id, places: setting.places.map { |place| tried(setting, place) },
          from: setting.stands(setting.place), advice: Workshop::Plan.of(@job).advice(step) }
      end

      # A piece of work of a plan.
      def task = @step.kind == :task ? { task: @step.target.id, **Sheet.step(@step.target.work) } : nil

      def tried(setting, place)
        { **place.to_h, done: setting.over?(place), from: setting.stands(place) }
      end

      # What goes with a job that is handed on: what is cleared, and what is left.
      def handover
        return unless @step.kind == :refer

        now = @posterior.all_now
        blame = @posterior.blame
        left = @job.machine.faults.select { |fault| blame[fault.id] >= 0.02 }
        { cleared: cleared(now),
          left: left.max_by(ALTERNATIVES) { |fault| [blame[fault.id], fault.id] }
                    .map { |fault| { id: fault.id, name: fault.name, probability: now[fault.id].round(6) } } }
      end

      # Names of what was looked at and found sound.
      def cleared(now)
        ids = @job.findings.select { |one| one.kind == :check }.flat_map do |one|
          check = @job.machine.check(one.id)
          check ? one.words.flat_map { |word| check.clears.fetch(word, []) } : []
        end
        ids.uniq.filter_map do |id|
          @job.machine.fault(id) if now.fetch(id, 1) < 0.02
        end.map { |fault| fault.part.name }.uniq
      end

      def override
        @step.overridden && { check: @step.overridden[:check].id, says: @step.overridden[:says] }
      end

      def alternatives
        chosen = @step.kind == :check ? @step.target : nil
        @step.options.reject { |row| row.equal?(chosen) }.first(ALTERNATIVES).map { |row| option(row) }
      end

      def option(row) = CheckOption.of(@job, row)

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

      # Checks that could not be done, with the reason, until the next repair.
      def passed_over
        standing = @job.passed_over.select { |id, _| @job.passed_over?(id) }
        standing.map { |id, row| { id: id, name: @job.catalogue.check(id).name, **row.slice(:entry, :reason) } }
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
          success: @job.chance_of(plan),
          state: plan.state,
          hazards: plan.hazards,
          faults: plan.faults.map(&:id),
          refers: plan.refers?,
          irreversible: plan.irreversible
        }
      end
    end
  end
end

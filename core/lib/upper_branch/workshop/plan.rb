# frozen_string_literal: true

module UpperBranch
  module Workshop
    # A plan of looks and trials on one job: what is done, what comes next, what a trial is about.
    #
    #   plan = Plan.of(job)      # nil where the job has none
    #   plan.next.id             # => "wet-map", or nil when all is done
    class Plan
      # kind: :check, :trial or :task; row: of plans.yml; setting: Setting of a trial; work: Sheets::Steps::Step of a
      # task
      Step = Struct.new(:kind, :id, :name, :done, :row, :setting, :work, keyword_init: true)

      def self.of(job) = job.machine&.plan && new(job)

      def initialize(job)
        @job = job
        @machine = job.machine
        @row = @machine.plan
      end

      def id = @row["id"]
      def name = @row["name"]
      def says = @row["says"]

      # When it is due again, in words, or nil.
      def due = @row["due"]

      # After how many months, or nil where it is not due by time.
      def months = @row["months"]

      # Array of Step, those this machine has.
      def steps
        @steps ||= @row["steps"].filter_map do |row|
          next look(row) if row["check"]

          row["task"] ? work(row) : trial(row)
        end
      end

      def next = steps.find { |step| !step.done }
      def task(id) = steps.find { |step| step.kind == :task && step.id == id }
      def setting(id) = steps.find { |step| step.kind == :trial && step.id == id }

      # Why a task was left out or a look could not be done, or nil.
      def left(step)
        return @job.tasks.dig(step.id, :left) unless step.kind == :check

        @job.passed_over.dig(step.id, :reason) if @job.passed_over?(step.id)
      end

      # Settings of this plan, by id.
      def settings = steps.select { |step| step.kind == :trial }.map(&:id)

      # Is this repair what the trials of the plan are for?
      def sets?(repair)
        mends = steps.select { |step| step.kind == :trial }.flat_map { |step| step.row["mends"] }
        repair.faults.any? { |fault| mends.include?(fault.id) }
      end

      # What to do at a trial, beside its own words.
      def advice(step)
        step.setting.advice(steps.select(&:setting).to_h { |one| [one.id, one.setting] })
      end

      private

      def look(row)
        check = @machine.check(row["check"]) or return
        return if check.only_when.any? && check.only_when.none? { |term| meant?(term) }

        Step.new(kind: :check, id: check.id, name: check.name, done: !@job.result(check.id).nil?, row: row)
      end

      # A piece of work: a shared step of the work sheets.
      def work(row)
        row = work_steps.row(row["task"]) or return
        work = work_steps.step(row, "task")
        Step.new(kind: :task, id: row["id"], name: work.do, done: @job.tasks.key?(row["id"]), row: row, work: work)
      end

      def work_steps = @work_steps ||= Sheets::Steps.new(@job, Sheets::Figures.new(@job))

      # A look that is only for modified machines is one for this plan.
      def meant?(term) = term.start_with?("context:") && @machine.condition(term.delete_prefix("context:"))

      def trial(row)
        return unless Catalogue::Needs.met?(row["needs"], @machine.features)

        setting = Setting.new(@job, row)
        Step.new(kind: :trial, id: row["trial"], name: row["name"], done: setting.done?, row: row, setting: setting)
      end
    end
  end
end

# frozen_string_literal: true

module UpperBranch
  module Workshop
    # A plan of looks and trials on one job: what is done, what comes next, what a trial is about.
    #
    #   plan = Plan.of(job)      # nil where the job has none
    #   plan.next.id             # => "wet-map", or nil when all is done
    class Plan
      # kind: :check or :trial; row: of plans.yml
      Step = Struct.new(:kind, :id, :name, :done, :row, keyword_init: true)

      def self.of(job) = job.machine&.plan && new(job)

      def initialize(job)
        @job = job
        @machine = job.machine
        @row = @machine.plan
      end

      def id = @row["id"]
      def name = @row["name"]
      def says = @row["says"]

      # Array of Step, those this machine has.
      def steps
        @steps ||= @row["steps"].filter_map { |row| row["check"] ? look(row) : trial(row) }
      end

      def next = steps.find { |step| !step.done }
      def setting(id) = steps.find { |step| step.kind == :trial && step.id == id }

      # Settings of this plan, by id.
      def settings = steps.select { |step| step.kind == :trial }.map(&:id)

      # Is this repair what the trials of the plan are for?
      def sets?(repair)
        mends = steps.select { |step| step.kind == :trial }.flat_map { |step| step.row["mends"] }
        repair.faults.any? { |fault| mends.include?(fault.id) }
      end

      # What to do at a trial, beside its own words: which way, and how far by what was set before.
      def advice(step)
        [again(step), matched(step)].compact
      end

      private

      def look(row)
        check = @machine.check(row["check"]) or return
        return if check.only_when.any? && check.only_when.none? { |term| meant?(term) }

        Step.new(kind: :check, id: check.id, name: check.name, done: !@job.result(check.id).nil?, row: row)
      end

      # A look that is only for modified machines is one for this plan.
      def meant?(term) = term.start_with?("context:") && @machine.condition(term.delete_prefix("context:"))

      def trial(row)
        return unless Catalogue::Needs.met?(row["needs"], @machine.features)

        last = trials(row["trial"]).last
        done = !last.nil? && last.result != "better"
        Step.new(kind: :trial, id: row["trial"], name: row["name"], done: done, row: row)
      end

      def trials(setting) = @job.trials.select { |trial| trial.setting == setting }

      def again(step)
        last = trials(step.id).last or return
        "#{Measuring::Words.number(last.from)} to #{Measuring::Words.number(last.to)} was better: " \
          "one more step the same way, until it is no better."
      end

      # How much the setting this one follows has gained (area of a jet by its number as a diameter), in percent.
      def matched(step)
        rule = step.row["matched"] or return
        first, *, last = trials(rule["to"]).then { |all| [all.first, all.last] }
        return unless first && last.to > first.from

        gain = 100 * (((last.to / first.from.to_f)**2) - 1)
        rule["says"].gsub("{gain}", gain.round.to_s).gsub("{most}", (gain * rule["most"]).round.to_s)
      end
    end
  end
end

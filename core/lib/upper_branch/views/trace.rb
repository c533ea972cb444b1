# frozen_string_literal: true

require "json"

module UpperBranch
  module Views
    # Everything a screen or a script needs to know about a job, as plain data: what was found and what it did, what is
    # suspected and why, and what to do next.
    #
    #   Trace.of(job).to_h  # => {catalogue:, machine:, state:, sets:, faults:, parts:, findings:, next:, ...}
    #
    # Probabilities are rounded to 1e-6, decibans to 0.1, minutes to 1.
    class Trace
      def self.of(job)
        new(job)
      end

      # Parts that can be missing, with what stands in their place. The machine and the entries in words are always
      # there.
      NOTHING = {
        put_back: [], parts_off: [], cleared: [], photos: [], loose_ends: [], waiting: nil,
        cautions: { read: [], danger: [] }, outside: 0.0, neglected: 0.0, sets: [], faults: [], parts: [], circuits: [],
        defects: [], findings: [], sisters: [], screws: [], trials: [], plan: nil, settings: [], fade: nil, repairs: [],
        proof: []
      }.freeze
      NAMES = {
        outside: "suspects", neglected: "suspects", sets: "suspects", faults: "suspects", parts: "suspects",
        circuits: "suspects", put_back: "what is still off", parts_off: "parts that came off",
        loose_ends: "what is still off", findings: "findings", defects: "defects found", repairs: "repairs",
        proof: "verification", settings: "settings", plan: "the plan", next: "the next step"
      }.freeze
      private_constant :NOTHING, :NAMES

      def initialize(job)
        @job = job
        @machine = job.machine
        @missing = []
        @made = {}
      end

      # The same trace, without the parts that JSON cannot hold (NaN, Infinity). trace: as to_h gives it
      def self.writable(trace)
        gone = trace.keys.reject { |name| writable?(trace[name]) }
        names = gone.map { |name| NAMES.fetch(name) { name.to_s.tr("_", " ") } }
        stand_ins = gone.to_h { |name| [name, name == :next ? NextStep.none : NOTHING.fetch(name)] }
        trace.merge(stand_ins, missing: (trace[:missing] + names).uniq)
      end

      def self.writable?(part)
        JSON.generate(part)
        true
      rescue JSON::GeneratorError
        false
      end
      private_class_method :writable?

      # Where the job has a guard, a part that cannot be made is left out and named under :missing; the others are
      # there.
      def to_h
        parts = NOTHING.keys.to_h { |name| [name, part(name) { send(name) }] }
        { catalogue: @job.catalogue.stamp, machine: machine, **standing, **parts, told: Told.of(@job),
          undo: Told.undo(@job), lost: @job.lost, next: part(:next) { NextStep.new(@job, step, posterior).to_h },
          missing: @missing.uniq }
      end

      private

      def part(name)
        yield
      rescue StandardError => e
        raise unless @job.guard

        @job.guard.call("trace #{name}", e)
        @missing << NAMES.fetch(name) { name.to_s.tr("_", " ") }
        name == :next ? NextStep.none : NOTHING.fetch(name)
      end

      # Made once for all the parts that need it, or failed once.
      def once(name)
        @made[name] ||= begin
          [yield, nil]
        rescue StandardError => e
          [nil, e]
        end
        value, error = @made[name]
        error ? raise(error) : value
      end

      def posterior = once(:posterior) { Diagnosis::Posterior.of(@job) }
      def reasons = once(:reasons) { Diagnosis::Reasons.new(@job, posterior) }
      def step = once(:step) { Planning::NextStep.of(@job, posterior) }
      def ledger = once(:ledger) { Diagnosis::Ledger.new(posterior) }
      def blame = once(:blame) { posterior.blame }
      def now = once(:now) { posterior.all_now }

      # How the job stands at the bench.
      def standing
        { state: @job.state.to_h.merge(changes: @job.state.changes), minutes: @job.minutes.round, round: @job.round,
          closing: @job.closing }
      end

      def parts_off = Strip.of(@job)
      def cleared = Strip.cleared(@job)
      def photos = Strip.photos(@job)
      def loose_ends = @job.loose_ends
      def waiting = @job.waiting&.to_h
      def outside = round(posterior.outside)
      def neglected = round(posterior.neglected)
      def parts = grouped(now) { |fault| fault.part.id }
      def defects = Defects.of(@job)
      def findings = Findings.of(@job, posterior, ledger)
      def sisters = Sisters.of(@job)
      def screws = ScrewFacts.of(@job)
      def settings = Settings.begun(@job)
      def fade = Workshop::Fade.of(@job)&.to_h

      def trials
        @job.trials.map { |trial| { name: setting(trial), **trial.to_h, place: trial.place&.to_h } }
      end

      def plan
        plan = Workshop::Plan.of(@job) or return
        steps = plan.steps.map do |step|
          { id: step.id, kind: step.kind, name: step.name, done: step.done, left: plan.left(step) }
        end
        { id: plan.id, name: plan.name, says: plan.says, due: plan.due, steps: steps }
      end

      def setting(trial) = Workshop::Plan.of(@job)&.setting(trial.setting)&.name || trial.setting

      def round(value)
        value.round(6)
      end

      def machine = MachineInHand.of(@job)

      def sets
        posterior.sets(6).map do |row|
          { faults: row.faults, outside: row.outside, probability: round(row.probability) }
        end
      end

      def faults
        ranked(now).each_with_index.map do |fault, rank|
          {
            id: fault.id,
            name: fault.name,
            circuit: fault.circuit,
            part: fault.part.id,
            part_name: fault.part.name,
            why: fault.why,
            probability: round(now[fault.id]),
            before_repair: round(posterior.marginal(fault.id)),
            blame: round(blame[fault.id]),
            reasons: rank < 12 ? reasons.of(fault.id) : nil
          }
        end
      end

      # What was found first, then by what each explains of what was found, then by its chance.
      def ranked(now)
        found = @job.defects.select(&:open?).map(&:fault)
        @machine.faults.sort_by do |fault|
          [found.include?(fault.id) ? 0 : 1, -blame[fault.id].round(6), -now[fault.id].round(9), fault.id]
        end
      end

      # Chance that at least one fault of the group is in: from the marginals, as if independent within the group.
      def grouped(now, &)
        groups = @machine.faults.group_by(&)
        groups.map { |id, members| { id: id, probability: any(members, now), blame: any(members, blame) } }
              .sort_by { |row| [-row[:probability], row[:id]] }
      end

      # Circuits with the finding that cleared each most.
      def circuits
        members = @machine.faults.group_by(&:circuit)
        grouped(now, &:circuit).map { |row| row.merge(cleared_by: ledger.cleared(members[row[:id]].map(&:id))) }
      end

      def any(members, chances)
        round(1 - members.reduce(1.0) { |left, fault| left * (1 - chances[fault.id]) })
      end

      # read: ids of cautions that were read in this job; danger: of those that what is seen now calls for.
      def cautions
        there =
          @job
            .findings
            .select(&:symptom?)
            .to_h { |finding| [finding.id, finding.words.first] }
            .select { |_, word| word == "present" }
        danger = there.keys.filter_map { |id| @job.catalogue.symptom(id)&.hazard }
        { read: @job.cautions.uniq, danger: @job.closed? ? [] : danger.uniq }
      end

      def put_back = StillOff.of(@job)

      # What was done is shown also where nothing can be computed of it.
      def repairs
        RepairsDone.of(@job, posterior)
      rescue StandardError
        raise unless @job.guard

        RepairsDone.of(@job, nil)
      end

      def proof
        return [] if @job.round.zero?

        Workshop::Proof.of(@job).items.map(&:to_h)
      end
    end
  end
end

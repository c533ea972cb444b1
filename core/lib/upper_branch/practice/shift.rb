# frozen_string_literal: true

module UpperBranch
  module Practice
    # One policy at work on one hidden machine, with the same accounts for all: checks, ways, repairs, and a proof after
    # repairs. Subclasses say what is done next (step).
    class Shift
      Result = Struct.new(:minutes, :checks, :wrong, :referred, :late, :unproven, :unsafe, keyword_init: true)
      LIMIT = 70
      UNREADABLE = "it does not run by itself for it"
      SPECIALIST = 30 # minutes on top of the true repair when a job is handed on

      attr_reader :job

      def initialize(catalogue, virtual)
        @catalogue = catalogue
        @virtual = virtual.fresh
        @machine = virtual.machine
        @transitions = Workshop::Transitions.for(@machine.family, catalogue)
        @minutes = 0.0
        @checks = @wrong = @late = @unproven = @unsafe = 0
        @job = Job.new(catalogue,
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
        Result.new(minutes: minutes, checks: @checks, wrong: @wrong, referred: referred, late: @late,
                   unproven: @unproven, unsafe: @unsafe)
      end

      # Straight to what is wrong, one way and one proof.
      def hindsight
        plans = @virtual.to_mend.map { |index| Workshop::Repairs.targeted(@machine, @virtual.fault(index)) }
        return 0 if plans.empty?

        travel, there = plans.map { |plan| @transitions.nearest(@job.state, [plan.state]) }.max_by(&:first)
        travel + plans.sum { |plan| plan.minutes / plan.success } + way_to_proof(there) + 10
      end

      private

      def check(check)
        travel, state = @transitions.nearest(@job.state, check.states)
        return @referred = true unless travel.finite?
        return add("passed_over", "check" => check.id, "reason" => UNREADABLE) if @virtual.unreadable?(check)

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

        add("state", "engine" => "running", "carburetor" => "on") unless @virtual.complaint.any? { |one| stands(one) }
        @virtual.complaint.each do |symptom|
          add("symptom", "symptom" => symptom.id, "seen" => @virtual.seen?(symptom) ? "present" : "absent")
        end
      end

      # Does it keep the engine from running?
      def stands(symptom) = @virtual.seen?(symptom) && @catalogue.book.symptoms.row(symptom.id).key?("stops")

      def way_to_proof(state)
        minutes = @transitions.minutes(state, Workshop::BenchState.new(engine: "running"))
        minutes.finite? ? minutes : 0
      end

      def add(kind, data)
        @job = @job.with({ "id" => @job.entries.size.to_s, "kind" => kind, "data" => data })
      rescue Invalid
        false
      end

      def posterior = Diagnosis::Posterior.of(@job)
      def find(id) = Workshop::Repairs.find(@machine, id)
    end
  end
end

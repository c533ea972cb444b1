# frozen_string_literal: true

module UpperBranch
  module Planning
    # Minutes of every repair a machine may need, from every bench state: the way there, the work, the way to the proof,
    # the proof. They depend on family and features only, so one serves every machine alike.
    #
    #   times = RepairTimes.for(machine)
    #   times.minutes(plan, state)   # Float, at least FAR when there is no way today
    #   RepairTimes.possible?(...)   # whether minutes expected of several ways know no such dead end
    #   times.of_faults(state)       # one per fault, in the order of Compiled#faults
    class RepairTimes
      # Minutes longer than anybody works: stands for what there is no way to, in sums that must stay finite.
      FAR = 1e9
      RUNNING = Workshop::BenchState.new(engine: "running")

      # plans: targeted repairs in the order of Compiled#faults; composites: those worth proposing at this bench
      attr_reader :plans, :composites, :transitions

      def self.for(machine)
        machine.catalogue.kept.fetch([:repair_times, machine.key]) { new(machine) }
      end

      # A dead end shows in an expectation as soon as its chance is worth a thought.
      def self.possible?(minutes) = minutes < FAR / 10_000

      def initialize(machine)
        @numbers = machine.catalogue.scale["planning"]
        @transitions = Workshop::Transitions.for(machine.family, machine.catalogue)
        @plans = Diagnosis::Compiled.for(machine).faults.map { |fault| Workshop::Repairs.targeted(machine, fault) }
        @composites =
          Workshop::Repairs
            .composites(machine)
            .reject { |plan| plan.refers? || plan.faults.size < 2 || plan.needs_spare || internal?(machine, plan) }
        @of_faults =
          Workshop::Transitions::STATES.to_h { |state| [state.key, @plans.map { |plan| minutes(plan, state) }.freeze] }
      end

      def minutes(plan, state)
        travel, there = @transitions.nearest(state, [plan.state])
        return FAR unless travel.finite?

        travel + plan.minutes + proof_minutes(there)
      end

      def of_faults(state) = @of_faults.fetch(state.key)

      # The way to where it is proven, and the proof.
      def proof_minutes(state)
        @numbers["proof_minutes"] + [@transitions.minutes(state, proved(state)), FAR].min
      end

      # Where proof happens: running, or with the carburetor on where it cannot run.
      def proved(state)
        @transitions.minutes(state, RUNNING).finite? ? RUNNING : Workshop::BenchState.new(engine: state.engine)
      end

      # About what it takes in memory.
      def bytes = (@plans.size + @composites.size) * 700

      def inspect = "#<RepairTimes of #{@plans.size} repairs>"

      private

      def internal?(machine, plan)
        machine.licensed_only? && %w[open bench apart].include?(plan.state)
      end
    end
  end
end

# frozen_string_literal: true

require "numo/narray"

module UpperBranch
  module Planning
    # Minutes still to come until the complaint is gone and proven, for a belief over needed sets and a bench state.
    #
    # Two estimates, the smaller counts:
    #   repairing only: repairs in the order of p / C, each proven before the next, a composite first where it pays
    #     (expected cost of repair, Heckerman, Breese and Rommelse, Decision-theoretic troubleshooting, CACM 38(3), 1995);
    #   looking further: the repairs of the true set, plus a price for every bit that is still open.
    class ExpectedCost
      # needed: NeededSets
      def initialize(job, needed)
        @job = job
        @machine = job.machine
        @numbers = job.catalogue.scale["planning"]
        @transitions = Transitions.for(@machine.family, job.catalogue)
        @needed = needed
        @faults = needed.sets.flatten.uniq.sort
        compiled = Diagnosis::Compiled.for(@machine)
        @plans = @faults.map { |index| Repairs.targeted(@machine, compiled.faults[index]) }
        @composites = composites
        members
        @by_state = {}
      end

      attr_reader :plans

      # Minutes of one repair from a state, with its proof.
      def repair_minutes(plan, state)
        travel, there = @transitions.nearest(state, [plan.state])
        return Float::INFINITY unless travel.finite?

        travel + plan.minutes + proof_minutes(there)
      end

      # Expected minutes for each row of belief. weights: DFloat [rows, sets], each summing to 1; states: one BenchState per row.
      # Array of Float.
      def values(weights, states)
        open_bits = entropies(weights)
        chances = weights.dot(@membership).to_a
        rows = weights.to_a
        rows.each_index.map do |i|
          costs = state_costs(states[i])
          [repairing(rows[i], chances[i], costs), dot(rows[i], costs[:sets]) + (@numbers["minutes_a_bit"] * open_bits[i])].min
        end
      end

      # Minutes to the proof by doing this repair next: the way, the work, then the proof if all is mended by it, or what is
      # left to do from where one stands. weights: array, one per set
      def through(plan, weights, state)
        travel, there = @transitions.nearest(state, [plan.state])
        return Float::INFINITY unless travel.finite?

        left = after(plan, weights)
        failed = left.values.sum
        travel + plan.minutes + ((1 - failed) * proof_minutes(there)) + (failed * remaining(left, failed, there))
      end

      # Minutes to the proof by trying it now. weights: array, one per set
      def proving(weights, state)
        left = @needed.sets.each_with_index.to_h { |set, i| [set, weights[i]] }.reject { |set,| set.empty? }
        proof_minutes(state) + (left.values.sum * remaining(left, left.values.sum, proved(state)))
      end

      private

      # {what is still to be mended => weight} after a repair that succeeds with its chance; what is mended whole drops out.
      def after(plan, weights)
        mended = @faults.each_index.select { |i| plan.faults.include?(@plans[i].faults.first) }.map { |i| @faults[i] }
        @needed.sets.each_with_index.with_object(Hash.new(0.0)) do |(set, i), left|
          rest = set - mended
          hit = rest.size < set.size
          left[set] += weights[i] * (hit ? 1 - plan.success : 1)
          left[rest] += weights[i] * plan.success if hit && rest.any?
        end
      end

      # Minutes left for a belief over sets, some of them smaller than any listed: taken to the smallest listed set that holds them.
      def remaining(left, total, state)
        return 0.0 if total < 1e-9

        @numbers_of_sets ||= @needed.sets.each_with_index.to_h
        weights = Numo::DFloat.zeros(1, @needed.sets.size)
        left.each { |set, weight| weights[0, @numbers_of_sets[set] || nearest(set)] += weight / total }
        values(weights, [state]).first
      end

      def nearest(set)
        @needed.sets.each_index.select { |i| (set - @needed.sets[i]).empty? }.min_by { |i| @needed.sets[i].size }
      end

      def members
        @membership = Numo::DFloat.zeros(@needed.sets.size, [@faults.size, 1].max)
        @set_members = @needed.sets.map { |set| set.map { |index| @faults.index(index) } }
        @set_members.each_with_index { |set, i| set.each { |position| @membership[i, position] = 1 } }
      end

      # [[plan, set of positions it mends], ...]
      def composites
        Repairs.composites(@machine).reject { |plan| plan.refers? || (plan.id == "swap-carburetor") || (@machine.licensed_only? && %w[open bench apart].include?(plan.state)) }.filter_map do |plan|
          covered = @plans.each_index.select { |i| plan.faults.include?(@plans[i].faults.first) }
          [plan, covered] if covered.size > 1
        end
      end

      def proof_minutes(state)
        @numbers["proof_minutes"] + @transitions.minutes(state, proved(state))
      end

      # Where proof happens: running, or with the carburetor on where it cannot run.
      def proved(state)
        running = BenchState.new(engine: "running")
        @transitions.minutes(state, running).finite? ? running : BenchState.new(engine: state.engine)
      end

      # {faults: minutes of each targeted repair, sets: minutes of mending each set at one go, composites: [...]}
      def state_costs(state)
        @by_state[state.key] ||= begin
          faults = @plans.map { |plan| repair_minutes(plan, state) }
          { faults: faults, nothing: nothing(state), sets: @set_members.map { |set| set.empty? ? nothing(state) : at_one_go(set, faults) },
            composites: @composites.map { |plan, covered| [repair_minutes(plan, state), plan.success, covered] } }
        end
      end

      # Nothing of the catalogue is left to mend: after a repair the proof, before any repair a longer search.
      def nothing(state)
        @job.round.positive? ? proof_minutes(state) : @numbers["nothing_found"]
      end

      # Several repairs together share the way and the proof.
      def at_one_go(set, faults)
        longest = set.max_by { |position| faults[position] - @plans[position].minutes }
        faults[longest] - @plans[longest].minutes + set.sum { |position| @plans[position].minutes }
      end

      # Expected cost of repairing only.
      def repairing(weights, chances, costs)
        faults = costs[:faults]
        order = faults.each_index.sort_by { |i| [-(chances[i] / faults[i]), i] }
        sum = 0.0
        spent = Array.new(faults.size)
        order.each { |i| spent[i] = (sum += faults[i]) }
        finish = @set_members.map { |set| set.empty? ? costs[:nothing] : set.map { |position| spent[position] }.max }
        targeted = dot(weights, finish)
        costs[:composites].map { |minutes, success, covered| minutes + left_over(weights, finish, covered, success) }.push(targeted).min
      end

      # What is left to pay after a composite: all of what it does not cover, its failures of what it does.
      def left_over(weights, finish, covered, success)
        weights.each_index.sum do |i|
          next 0.0 if weights[i].zero?

          weights[i] * finish[i] * (@set_members[i].any? && (@set_members[i] - covered).empty? ? 1 - success : 1)
        end
      end

      def entropies(weights)
        (Numo::NMath.log2(weights.clip(1e-300, 1.0)) * weights * -1).sum(axis: 1).to_a
      end

      def dot(one, other)
        one.each_index.sum { |i| one[i] * other[i] }
      end
    end
  end
end

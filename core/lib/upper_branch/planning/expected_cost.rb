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

      # Expected minutes for each row of belief. weights: DFloat [rows, sets], each summing to 1; states: one BenchState per row;
      # bits: entropy of each row, when known. Array of Float.
      def values(weights, states, bits = entropies(weights))
        states.each_index.group_by { |i| states[i].key }.each_with_object([]) do |(_, rows), all|
          costs = state_costs(states[rows.first])
          part = weights[rows, true].dup
          looking = (part * costs[:sets]).sum(axis: 1).to_a
          repairing(part, costs).each_with_index { |minutes, k| all[rows[k]] = [minutes, looking[k] + (@numbers["minutes_a_bit"] * bits[rows[k]])].min }
        end
      end

      # Bits still open in each row: Array of Float
      def entropies(weights)
        (Numo::NMath.log2(weights.clip(1e-300, 1.0)) * weights * -1).sum(axis: 1).to_a
      end

      # Minutes to the proof by doing each repair next: the way, the work, then the proof if all is mended by it, or what is left to
      # do from where one stands. plans: of Repairs; weights: array, one per set. Array of Float.
      def through(plans, weights, state)
        tries = plans.map { |plan| [plan, *@transitions.nearest(state, [plan.state])] }
        lefts = tries.map { |plan, travel,| travel.finite? ? after(plan, weights) : {} }
        states = tries.map { |_, _, there| there || state }
        further = remaining(lefts, states)
        proven = remaining(lefts, states.map { |there| proved(there) })
        tries.each_index.map do |i|
          plan, travel, there = tries[i]
          travel.finite? ? travel + plan.minutes + after_work(lefts[i].values.sum, proof_minutes(there), further[i], proven[i]) : travel
        end
      end

      # Minutes to the proof by trying it now. weights: array, one per set
      def proving(weights, state)
        left = @needed.sets.each_with_index.to_h { |set, i| [set, weights[i]] }.reject { |set,| set.empty? }
        proof_minutes(state) + (left.values.sum * remaining([left], [proved(state)]).first)
      end

      private

      # Once the work is done one proves it, and goes on from the proof if it failed; or one goes on where one stands, at the price
      # of not knowing whether all is mended.
      def after_work(failed, proof, further, proven)
        unknown = [failed, 1 - failed].sum { |p| p.positive? ? -p * Math.log2(p) : 0.0 }
        [proof + (failed * proven), ((1 - failed) * proof) + (failed * further) + (@numbers["minutes_a_bit"] * unknown)].min
      end

      # {what is still to be mended => weight} after a repair that succeeds with its chance; what is mended whole drops out.
      def after(plan, weights)
        mended = @faults.each_index.select { |i| plan.faults.include?(@plans[i].faults.first) }.to_h { |i| [@faults[i], true] }
        @needed.sets.each_with_index.with_object(Hash.new(0.0)) do |(set, i), left|
          hit = set.any? { |index| mended[index] }
          left[set] += weights[i] * (hit ? 1 - plan.success : 1)
          next unless hit

          rest = set.reject { |index| mended[index] }
          left[rest] += weights[i] * plan.success if rest.any?
        end
      end

      # Minutes left for beliefs over sets, some of them smaller than any listed: taken to the smallest listed set that holds them.
      def remaining(lefts, states)
        weights = Numo::DFloat.zeros(lefts.size, @needed.sets.size)
        lefts.each_with_index do |left, row|
          total = [left.values.sum, 1e-12].max
          left.each { |set, weight| weights[row, number(set)] += weight / total }
        end
        values(weights, states)
      end

      def number(set)
        @numbers_of_sets ||= @needed.sets.each_with_index.to_h
        @numbers_of_sets[set] ||= sets_with(set.first).find { |i| (set - @needed.sets[i]).empty? }
      end

      # Numbers of the sets that hold a fault, the smallest sets first.
      def sets_with(index)
        @sets_with ||= @needed.sets.each_index.sort_by { |i| [@needed.sets[i].size, i] }.each_with_object(Hash.new { |known, key| known[key] = [] }) do |i, known|
          @needed.sets[i].each { |member| known[member] << i }
        end
        @sets_with[index]
      end

      # Positions of the faults of each set: as lists, as a matrix for adding up chances, and as one array per place (padded).
      def members
        position = @faults.each_with_index.to_h
        @set_members = @needed.sets.map { |set| set.map { |index| position[index] } }
        @membership = Numo::DFloat.zeros(@needed.sets.size, [@faults.size, 1].max)
        @set_members.each_with_index { |set, i| set.each { |place| @membership[i, place] = 1 } }
        width = [@set_members.map(&:size).max.to_i, 1].max
        @places = Array.new(width) { |k| Numo::Int32.cast(@set_members.map { |set| set[k] || @faults.size }) }
        @nothing = @set_members.each_index.select { |i| @set_members[i].empty? }
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
          { faults: faults, nothing: nothing(state), sets: Numo::DFloat.cast(@set_members.map { |set| set.empty? ? nothing(state) : at_one_go(set, faults) }),
            composites: @composites.map { |plan, covered| [repair_minutes(plan, state), not_mended(covered, plan.success)] } }
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

      # Expected minutes of repairing only, for each row: targeted repairs in the order of p / C until the last member of the true set,
      # or a composite first and then what it leaves. weights: DFloat [rows, sets]
      def repairing(weights, costs)
        finish = finishing(weights.dot(@membership).to_a, costs)
        expected = weights * finish
        options = [expected.sum(axis: 1).to_a] + costs[:composites].map { |minutes, left| ((expected * left).sum(axis: 1) + minutes).to_a }
        options.transpose.map(&:min)
      end

      # DFloat [rows, sets]: minutes spent when the last member of each set is mended.
      def finishing(chances, costs)
        faults = costs[:faults]
        spent = Numo::DFloat.cast(chances.map { |row| running_total(row, faults) })
        finish = @places.map { |place| spent[true, place].dup }.reduce { |one, other| Numo::DFloat.maximum(one, other) }
        finish[true, @nothing] = costs[:nothing] if @nothing.any?
        finish
      end

      # Minutes spent up to each repair when they are done in the order of chance by minutes; 0 for the padding.
      def running_total(chances, faults)
        sum = 0.0
        totals = Array.new(faults.size + 1, 0.0)
        faults.each_index.sort_by { |i| -chances[i] / faults[i] }.each { |i| totals[i] = (sum += faults[i]) }
        totals
      end

      # For each set the share that is left to do after a composite: all it does not cover whole, its failures of what it does.
      def not_mended(covered, success)
        known = covered.to_h { |place| [place, true] }
        Numo::DFloat.cast(@set_members.map { |set| set.any? && set.all? { |place| known[place] } ? 1 - success : 1 })
      end
    end
  end
end

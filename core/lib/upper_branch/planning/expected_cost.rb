# frozen_string_literal: true

require "numo/narray"

module UpperBranch
  module Planning
    # Minutes still to come until the complaint is gone and proven, for a belief over needed sets and a bench state.
    #
    # Two estimates, the smaller counts:
    #   repairing only: repairs in the order of p / C, each proven before the next, a composite first where it pays
    #     (expected cost of repair: Heckerman, Breese, Rommelse, Decision-theoretic troubleshooting, CACM 38(3), 1995);
    #   looking further: the repairs of the true set, plus a price for every bit that is still open.
    class ExpectedCost
      # needed: NeededSets
      def initialize(job, needed)
        @job = job
        @numbers = job.catalogue.scale["planning"]
        @times = RepairTimes.for(job.machine)
        @sets = needed.sets
        @faults = @sets.flatten.uniq.sort
        @position = @faults.each_with_index.to_h
        @plans = @times.plans.values_at(*@faults)
        @composites =
          @times.composites.filter_map do |plan|
            (covered = mended_by(plan)).size > 1 ? [plan, not_mended(covered, job.chance_of(plan))] : nil
          end
        members
        @by_state = {}
      end

      # Targeted repairs, one per fault of the sets; composites that mend two of them or more.
      attr_reader :plans

      # Expected minutes for each row of belief. weights: DFloat [rows, sets], each summing to 1; states: one BenchState
      # per row; bits: entropy of each row, when known. Array of Float.
      def values(weights, states, bits = entropies(weights))
        states.each_index.group_by { |i| states[i].key }.each_with_object([]) do |(_, rows), all|
          costs = state_costs(states[rows.first])
          part = rows.size == states.size ? weights : weights[rows, true].dup
          looking = part.dot(costs[:sets]).to_a
          repairing(part, costs).each_with_index do |minutes, k|
            all[rows[k]] = [minutes, looking[k] + (@numbers["minutes_a_bit"] * bits[rows[k]])].min
          end
        end
      end

      # Bits still open in each row: Array of Float
      def entropies(weights)
        (Numo::NMath.log2(weights.clip(1e-300, 1.0)) * weights).sum(axis: 1).to_a.map(&:-@)
      end

      # Minutes to the proof by doing each repair next: the way, the work, then the proof if all is mended by it, or
      # what is left to do from where one stands. plans: of Repairs; weights: DFloat, one per set. Array of Float.
      def through(plans, weights, state)
        return [] if plans.empty?

        tries = plans.map { |plan| [plan, *@times.transitions.nearest(state, [plan.state])] }
        left = tries.map { |plan, travel,| travel.finite? ? after(plan, weights) : weights }
        states = tries.map { |_, _, there| there || state }
        further, proven =
          remaining(left * 2, states + states.map { |there| @times.proved(there) }).each_slice(plans.size).to_a
        tries.each_index.map do |i|
          plan, travel, there = tries[i]
          if travel.finite?
            travel + plan.minutes + after_work(left[i].sum, @times.proof_minutes(there), further[i], proven[i])
          else
            travel
          end
        end
      end

      # Minutes to the proof by trying it now. weights: DFloat, one per set
      def proving(weights, state)
        left = weights.dup
        left[@nothing] = 0.0 if @nothing.any?
        @times.proof_minutes(state) + (left.sum * remaining([left], [@times.proved(state)]).first)
      end

      private

      # Once the work is done one proves it, and goes on from the proof if it failed; or one goes on where one stands,
      # at the price of not knowing whether all is mended.
      def after_work(failed, proof, further, proven)
        unknown = [failed, 1 - failed].sum { |p| p.positive? ? -p * Math.log2(p) : 0.0 }
        [
          proof + (failed * proven),
          ((1 - failed) * proof) + (failed * further) + (@numbers["minutes_a_bit"] * unknown)
        ].min
      end

      # Weight of what is still to be mended after a repair that succeeds with its chance; what is mended whole drops
      # out. DFloat, one per set.
      def after(plan, weights)
        mended = mended_by(plan).to_h { |place| [@faults[place], true] }
        left = weights.dup
        success = @job.chance_of(plan)
        mended.keys.flat_map { |index| sets_with(index) }.uniq.each do |i|
          rest = @sets[i].reject { |index| mended[index] }
          left[i] -= weights[i] * success
          left[number(rest)] += weights[i] * success if rest.any?
        end
        left
      end

      def mended_by(plan)
        plan.faults.filter_map do |fault|
          (@place_of ||= @faults.each_with_index.to_h { |index, place| [@times.plans[index].faults.first.id, place] })[
            fault.id
          ]
        end
      end

      # Minutes left for beliefs over sets that need not sum to 1.
      def remaining(lefts, states)
        weights = Numo::DFloat.cast(lefts.map(&:to_a))
        values(weights / weights.sum(axis: 1).clip(1e-12, 1.0).reshape(lefts.size, 1), states)
      end

      # A set's number; one that is not listed counts as the smallest listed set that holds it.
      def number(set)
        @numbers_of_sets ||= @sets.each_with_index.to_h
        @numbers_of_sets[set] ||= sets_with(set.first).find { |i| (set - @sets[i]).empty? }
      end

      # Numbers of the sets that hold a fault, the smallest sets first.
      def sets_with(index)
        @sets_with ||=
          @sets
            .each_index
            .sort_by { |i| [@sets[i].size, i] }
            .each_with_object(Hash.new { |known, key| known[key] = [] }) do |i, known|
              @sets[i].each { |member| known[member] << i }
            end
        @sets_with[index]
      end

      # Positions of the faults of each set: as lists, as a matrix for adding up chances, and as one array per place
      # (padded).
      def members
        @set_members = @sets.map { |set| @position.values_at(*set) }
        @membership = Numo::DFloat.zeros(@sets.size, [@faults.size, 1].max)
        @set_members.each_with_index { |set, i| set.each { |place| @membership[i, place] = 1 } }
        width = [@set_members.map(&:size).max.to_i, 1].max
        @places = Array.new(width) { |k| Numo::Int32.cast(@set_members.map { |set| set[k] || @faults.size }) }
        @nothing = @set_members.each_index.select { |i| @set_members[i].empty? }
      end

      # {faults: minutes of each targeted repair, sets: minutes of mending each set at one go, composites: [...]}
      def state_costs(state)
        @by_state[state.key] ||= begin
          faults = @times.of_faults(state).values_at(*@faults)
          {
            faults: Numo::DFloat.cast(faults),
            nothing: nothing(state),
            sets: Numo::DFloat.cast(@set_members.map { |set| set.empty? ? nothing(state) : at_one_go(set, faults) }),
            composites: @composites.map { |plan, left| [@times.minutes(plan, state), left] }
          }
        end
      end

      # Nothing of the catalogue is left to mend: after a repair the proof, before any repair a longer search.
      def nothing(state)
        @job.round.positive? ? @times.proof_minutes(state) : @numbers["nothing_found"]
      end

      # Several repairs together share the way and the proof.
      def at_one_go(set, faults)
        longest = set.max_by { |position| faults[position] - @plans[position].minutes }
        faults[longest] - @plans[longest].minutes + set.sum { |position| @plans[position].minutes }
      end

      # Expected minutes of repairing only, for each row: targeted repairs in the order of p / C until the last member
      # of the true set, or a composite first and then what it leaves. weights: DFloat [rows, sets]
      def repairing(weights, costs)
        expected = weights * finishing(weights.dot(@membership), costs)
        least = expected.sum(axis: 1)
        costs[:composites].each { |minutes, left| least = Numo::DFloat.minimum(least, expected.dot(left) + minutes) }
        least.to_a
      end

      # DFloat [rows, sets]: minutes spent when the last member of each set is mended.
      def finishing(chances, costs)
        spent = running_totals(chances, costs[:faults])
        finish = @places.map { |place| spent[true, place].dup }.reduce { |one, other| Numo::DFloat.maximum(one, other) }
        finish[true, @nothing] = costs[:nothing] if @nothing.any?
        finish
      end

      # Minutes spent up to each repair when they are done in the order of chance by minutes, for each row; a last
      # column of 0 for the padding. chances: DFloat [rows, faults]; minutes: DFloat [faults]
      def running_totals(chances, minutes)
        totals = Numo::DFloat.zeros(chances.shape[0], @faults.size + 1)
        return totals if @faults.empty?

        order = (chances / minutes * -1).sort_index(axis: 1)
        sorted = ((chances * 0) + minutes)[order].dup.reshape(*chances.shape)
        summed = Numo::DFloat.zeros(*chances.shape)
        summed[order.flatten] = sorted.cumsum(axis: 1).flatten # numo stores by index only along a line
        totals[true, 0...@faults.size] = summed
        totals
      end

      # For each set the share that is left to do after a composite: all it does not cover whole, its failures of what
      # it does.
      def not_mended(covered, success)
        known = @faults.values_at(*covered).to_h { |index| [index, true] }
        Numo::DFloat.cast(@sets.map { |set| set.any? && set.all? { |index| known[index] } ? 1 - success : 1 })
      end
    end
  end
end

# frozen_string_literal: true

require "numo/narray"

module UpperBranch
  module Planning
    # One step ahead: the expected minutes to a proven repair after each check and after each repair.
    #
    #   lookahead = Lookahead.new(job, posterior)
    #   lookahead.check_minutes(candidates)  # => {"pump-shot" => 41.2, ...}
    #   lookahead.repairs                    # => [Repair(plan, minutes, chance), ...] best first
    class Lookahead
      Repair = Struct.new(:plan, :minutes, :chance, keyword_init: true)

      CONSIDERED = 6 # targeted repairs, the likeliest; composites come on top

      attr_reader :forecast, :needed

      def initialize(job, posterior)
        @job = job
        @numbers = job.catalogue.scale["planning"]
        count = job.catalogue.limits["planning_hypotheses"]
        rows = posterior.rows(count)
        @probability = rows.probability
        @forecast = Diagnosis::Forecast.new(posterior.compiled, job.machine.checks, rows.masked, rows.probability)
        @needed = NeededSets.new(job, posterior, rows)
        @cost = ExpectedCost.new(job, @needed)
      end

      # Reckons beliefs after every word of these checks, once for all that is asked below.
      def study(checks)
        words = checks.flat_map { |check| @forecast.words(check).map { |word| [check, word] } }
        @rows = words.each_index.group_by { |i| words[i].first.id }
        @chances, @beliefs = words.empty? ? [[], nil] : after(words)
        @bits = words.empty? ? [] : @cost.entropies(@beliefs)
      end

      # Bits a studied check tells about what must be mended.
      def telling(check)
        rows = @rows[check.id] or return 0.0
        [open_bits - rows.sum { |i| @chances[i] * @bits[i] }, 0.0].max
      end

      # {check id => expected minutes: the check, the way to it, and what is left after its outcome}, for studied checks
      def check_minutes(candidates)
        list = candidates.flat_map { |candidate| @rows[candidate.check.id].map { |row| [candidate, row] } }
        return {} if list.empty?

        rows = list.map(&:last)
        left = @cost.values(@beliefs[rows, true].dup, list.map { |candidate, _row| candidate.state }, rows.map { |row| @bits[row] })
        totals = candidates.to_h { |candidate| [candidate.check.id, candidate.total.to_f] }
        list.each_with_index { |(candidate, row), i| totals[candidate.check.id] += @chances[row] * left[i] }
        totals
      end

      # Repairs worth thinking of, the least expected minutes first. chance: that it mends something that must be mended.
      def repairs
        weights = @needed.weights.to_a
        list = plans(weights)
        minutes = @cost.through(list, weights, @job.state)
        rows = list.each_index.select { |i| minutes[i].finite? }.map { |i| Repair.new(plan: list[i], minutes: minutes[i], chance: chance_of(list[i], weights)) }
        rows.sort_by { |repair| [repair.minutes, repair.plan.id] }
      end

      # Expected minutes when the next thing is the proof: done if all is mended, else on from there, the wiser.
      def proof_minutes
        @cost.proving(@needed.weights.to_a, @job.state)
      end

      private

      # For each (check, word): its chance, and the belief over needed sets after it.
      def after(list)
        columns = Numo::NArray.hstack(list.map { |check, word| (@forecast.given(check, word) * @probability).reshape(@probability.size, 1) })
        joint = @needed.add_up(columns)
        chances = joint.sum(axis: 1).clip(1e-12, 1.0)
        [chances.to_a, joint / chances.reshape(chances.size, 1)]
      end

      def open_bits
        @open_bits ||= @needed.weights.to_a.sum { |p| p.positive? ? -p * Math.log2(p) : 0.0 }
      end

      def plans(weights)
        chances = @needed.sets.each_with_index.with_object(Hash.new(0.0)) { |(set, i), sums| set.each { |index| sums[index] += weights[i] } }
        @cost.plans.sort_by { |plan| [-chances[compiled.index(plan.faults.first.id)], plan.id] }.first(CONSIDERED) + composites
      end

      def composites
        Repairs.composites(@job.machine).reject { |plan| plan.refers? || plan.faults.size < 2 || (@job.machine.licensed_only? && %w[open bench apart].include?(plan.state)) || plan.id == "swap-carburetor" }
      end

      # That something which must be mended is among what it mends.
      def chance_of(plan, weights)
        ids = plan.faults.map { |fault| compiled.index(fault.id) }
        @needed.sets.each_index.sum { |i| @needed.sets[i].intersect?(ids) ? weights[i] : 0.0 }
      end

      def compiled
        @compiled ||= Diagnosis::Compiled.for(@job.machine)
      end
    end
  end
end

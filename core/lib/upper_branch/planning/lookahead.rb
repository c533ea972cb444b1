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

      CONSIDERED = 8 # targeted repairs, the likeliest; composites come on top

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

      # {check id => expected minutes: the check, the way to it, and what is left after its outcome}
      def check_minutes(candidates)
        list = candidates.flat_map { |candidate| @forecast.words(candidate.check).map { |word| [candidate, word] } }
        return {} if list.empty?

        chances, beliefs = after(list)
        left = @cost.values(beliefs, list.map { |candidate, _word| candidate.state })
        totals = candidates.to_h { |candidate| [candidate.check.id, candidate.total.to_f] }
        list.each_with_index { |(candidate, _word), i| totals[candidate.check.id] += chances[i] * left[i] }
        totals
      end

      # Repairs worth thinking of, the least expected minutes first. chance: that it mends something that must be mended.
      def repairs
        weights = @needed.weights.to_a
        plans.filter_map do |plan|
          minutes = @cost.through(plan, weights, @job.state)
          Repair.new(plan: plan, minutes: minutes, chance: chance_of(plan, weights)) if minutes.finite?
        end.sort_by { |repair| [repair.minutes, repair.plan.id] }
      end

      # Expected minutes when the next thing is the proof: done if all is mended, else on from there, the wiser.
      def proof_minutes
        @cost.proving(@needed.weights.to_a, @job.state)
      end

      # Bits a check tells about what must be mended.
      def telling(check)
        @telling ||= {}
        @telling[check.id] ||= begin
          chances, beliefs = after(@forecast.words(check).map { |word| [Candidates::Candidate.new(check: check), word] })
          left = (Numo::NMath.log2(beliefs.clip(1e-300, 1.0)) * beliefs * -1).sum(axis: 1).to_a
          [open_bits - chances.each_index.sum { |i| chances[i] * left[i] }, 0.0].max
        end
      end

      private

      # For each (check, word): its chance, and the belief over needed sets after it.
      def after(list)
        columns = Numo::NArray.hstack(list.map { |candidate, word| (@forecast.given(candidate.check, word) * @probability).reshape(@probability.size, 1) })
        joint = @needed.add_up(columns)
        chances = joint.sum(axis: 1).clip(1e-12, 1.0)
        [chances.to_a, joint / chances.reshape(chances.size, 1)]
      end

      def open_bits
        @open_bits ||= @needed.weights.to_a.sum { |p| p.positive? ? -p * Math.log2(p) : 0.0 }
      end

      def plans
        targeted = @cost.plans.sort_by { |plan| [-chance_of(plan, @needed.weights.to_a), plan.id] }.first(CONSIDERED)
        targeted + composites
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

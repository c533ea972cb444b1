# frozen_string_literal: true

require "numo/narray"

module UpperBranch
  module Diagnosis
    # What is believed: Bayes' rule in log space over sets of faults, the empty set, and "outside the catalogue".
    #
    #   posterior = Posterior.of(job)
    #   posterior.marginal("pump-cup")   # chance that it was in when the job began
    #   posterior.now("pump-cup")        # chance that it is still in after the repairs
    #   posterior.sets(5)                # leading sets with their probabilities
    class Posterior
      Row = Struct.new(:faults, :probability, :outside, keyword_init: true)

      # The best rows for planning: who is in now (one array per place, masked victims swapped in `masked`), with what
      # probability (sum 1), and each member's share of an item of evidence.
      Rows = Struct.new(:now, :masked, :probability, :pad, :share, keyword_init: true) do
        def shares(item) = share.call(item)
      end

      attr_reader :machine, :compiled, :evidence, :outside, :relevant, :neglected, :prior_odds

      # size: faults in a set at most (scale.yml)
      def self.of(job, size: nil)
        compiled = Compiled.for(job.machine)
        new(
          job.machine,
          compiled,
          Evidence.of(job, compiled),
          repairs: job.repairs,
          size: size || job.catalogue.limits["sets"]
        )
      end

      def initialize(machine, compiled, evidence, repairs: [], size: 3)
        @machine = machine
        @compiled = compiled
        @evidence = evidence
        @repairs = repairs
        @size = size
        @pad = compiled.variants.size
        @prior_odds = prior_odds_of_faults
        @couplings = Couplings.new(machine.catalogue, compiled)
        @relevant = relevant_faults
        weigh
      end

      # Chance that the fault was in before any repair.
      def marginal(fault_id)
        at(@first, fault_id)
      end

      # Chance that the fault is in now.
      def now(fault_id)
        at(@last, fault_id)
      end

      # Chances of all faults, now: {fault id => p}
      def all_now
        @compiled.faults.each_index.to_h { |i| [@compiled.faults[i].id, @last[i]] }
      end

      # How far each fault still in is to blame for what was found, not merely likely to be there: the share of every
      # abnormal finding that its strength takes in each set, a(f) / (l + sum of a), averaged over the sets. {fault id
      # => p}
      def blame
        rows = leading(600)
        free = Numo::DFloat.ones(@pad + 1)
        @evidence.reject(&:normal?).each { |item| free *= 1 - blame_for(item, rows) }
        @compiled.faults.each_index.to_h { |i| [@compiled.faults[i].id, (1 - free[i]).clamp(0.0, 1.0)] }
      end

      # The leading sets as they stood before any repair. Irrelevant faults are left out of the sets: they are
      # independent.
      def sets(count)
        totals = Hash.new(0.0)
        members = @worlds.first
        leading(count * 40).each { |row| totals[names(members, row)] += @probability[row] }
        rows = totals.map { |faults, p| Row.new(faults: faults, probability: p, outside: false) }
        rows << Row.new(faults: [], probability: @outside, outside: true)
        rows.sort_by { |row| [-row.probability, row.faults] }.first(count)
      end

      # Rows: the leading sets for planning.
      def rows(count)
        picked = leading(count)
        probability = @probability[picked].dup
        now = places(@worlds.last[picked, true])
        Rows.new(
          now: now,
          masked: at_rows(@masked.last, picked),
          probability: probability / probability.sum,
          pad: @pad,
          share: ->(item) { still_in(item, picked, now) }
        )
      end

      # P(result | evidence so far), averaged over the leading sets: how well they explain each item. {entry id => p}
      def explained
        rows = leading(60)
        probability = @probability[rows]
        probability /= probability.sum
        @evidence.to_h do |item|
          [item.finding.entry, (item.likelihood(at_rows(@masked[item.round], rows)) * probability).sum]
        end
      end

      # How belief moved: the chances of all faults before the first item of evidence and after each, as arrays in the
      # order of compiled.faults; after a repair, of what was still in at the time.
      def history
        log = @worlds.log_weight
        outside = Math.log(outside_odds)
        steps = [standing(log, outside, 0, 0)]
        @evidence.each_with_index do |item, i|
          log += @steps[i]
          outside += Math.log(item.outside) unless item.before
          steps << standing(log, outside, item.round, i + 1)
        end
        steps
      end

      def inspect = "#<Posterior of #{@machine.inspect}>"

      private

      def at(vector, fault_id)
        index = @compiled.index(fault_id)
        index ? vector[index] : 0.0
      end

      def prior_odds_of_faults
        priors = Priors.new(@machine)
        @compiled.faults.map { |fault| priors.of(fault).then { |p| p / (1 - p) } }
      end

      # Faults that must stand in sets: tied to something abnormal, repaired, coupled or masked with such a one.
      def relevant_faults
        abnormal = @evidence.reject { |item| item.words == [:normal] && item.chances.nil? }
        shown = abnormal.map { |item| item.table.sums }.reduce(:+)
        chosen = shown ? shown.gt(0).where.to_a.select { |i| i < @compiled.faults.size } : []
        chosen |= @repairs.flat_map(&:faults).filter_map { |id| @compiled.index(id) } if @repairs.any?
        chosen |= chosen.flat_map { |i| @couplings.partners(i) + @compiled.masks.partners(i) }
        chosen.sort
      end

      # All singles and pairs first; then bigger sets, best first: each leading set of a size with one member more.
      def weigh
        width = [@size, 1].max
        take(Hypotheses.all(@relevant, [@size, 2].min, @pad, width))
        @mass = [mass_of_size(2)]
        (3..[@size, @relevant.size].min).each do |size|
          take(Hypotheses.grown(best_sets(size - 1), size - 1, @relevant, @pad))
          @mass << mass_of_size(size)
        end
        finish
      end

      # Add sets, scored.
      def take(base)
        added = worlds(base)
        masked = added.rounds.map { |matrix| swap_masked(places(matrix)) }
        log = scored(added, masked)
        @log = @log ? @log.concatenate(log) : log
        @masked =
          if @masked
            @masked.zip(masked).map { |old, new| old.zip(new).map { |one, other| one.concatenate(other) } }
          else
            masked
          end
        @worlds = @worlds ? @worlds.join(added) : added
        @sizes = sizes(places(@worlds.first))
      end

      # Int32 rows: the leading sets of one size, members rising.
      def best_sets(size)
        first = @worlds.first
        rows = @sizes.eq(size).where
        return first[[], true] if rows.empty?

        limit = @size > 3 ? rows.size : @machine.catalogue.limits["grown_from"]
        first[rows[@log[rows].sort_index.reverse[0...[limit, rows.size].min]], true].dup
      end

      def worlds(base)
        weights = Numo::DFloat.zeros(base.shape[0])
        logs =
          Numo::DFloat.cast(@prior_odds.map { |odds| Math.log(odds) } + Array.new(@pad - @prior_odds.size + 1, 0.0))
        members = places(base)
        members.each { |place| weights += logs[place].dup }
        weights += @couplings.log_factors(members)
        @repairs.reduce(Worlds.new(base, weights, @pad)) do |worlds, repair|
          worlds.repair(repair.faults.filter_map { |id| @compiled.index(id) }, repair.success)
        end
      end

      def scored(worlds, masked)
        logs = @evidence.map { |item| Numo::NMath.log(chance(item, worlds, masked)) }
        @steps = @steps ? @steps.zip(logs).map { |old, new| old.concatenate(new) } : logs
        logs.reduce(worlds.log_weight) { |log, step| log + step }
      end

      # A result seen again where nothing that is in has changed tells nothing new.
      def chance(item, worlds, masked)
        likelihood = item.likelihood(masked[item.round])
        return likelihood unless item.before

        same =
          worlds.rounds[item.round]
            .eq(worlds.rounds[item.before.round])
            .cast_to(Numo::Int32)
            .sum(axis: 1)
            .eq(worlds.first.shape[1])
        likelihood[same] = 1.0
        likelihood
      end

      def outside_odds
        prior = @machine.catalogue.scale["outside"]["prior"]
        prior / (1 - prior)
      end

      def log_outside
        Math.log(outside_odds) + @evidence.sum { |item| item.before ? 0.0 : Math.log(item.outside) }
      end

      def finish
        log_outside = self.log_outside
        peak = [@log.max, log_outside].max
        weights = Numo::NMath.exp(@log - peak)
        outside = Math.exp(log_outside - peak)
        total = weights.sum + outside
        @probability = weights / total
        @outside = outside / total
        @first = marginals(@worlds.first, @probability, @evidence)
        @last = marginals(@worlds.last, @probability, @evidence)
        @neglected = neglected_mass
      end

      def blame_for(item, rows)
        now = places(@worlds.last[rows, true])
        now.zip(still_in(item, rows, now)).reduce(Numo::DFloat.zeros(@pad + 1)) do |sum, (place, share)|
          sum + place.bincount(@probability[rows].dup * share, minlength: @pad + 1)
        end
      end

      # Each member's share of an item, 0 once it has been mended: one DFloat per place.
      def still_in(item, rows, now)
        then_in = places(@worlds.rounds[item.round][rows, true])
        item
          .shares(at_rows(@masked[item.round], rows))
          .each_with_index
          .map { |share, k| share * now[k].eq(then_in[k]).cast_to(Numo::DFloat) }
      end

      def standing(log, outside, round, seen)
        peak = [log.max, outside].max
        weights = Numo::NMath.exp(log - peak)
        marginals(@worlds.rounds[round], weights / (weights.sum + Math.exp(outside - peak)), @evidence.first(seen))
      end

      def marginals(members, probability, evidence)
        vector = free_marginals(evidence)
        counted = Numo::DFloat.zeros(@pad + 1)
        places(members).each { |place| counted += place.bincount(probability, minlength: @pad + 1) }
        @relevant.each { |index| vector[index] = counted[index] }
        vector
      end

      # Faults outside every set: prior odds times what the normal findings leave of them, exactly.
      def free_marginals(evidence)
        @odds ||= Numo::DFloat.cast(@prior_odds + Array.new(@pad + 1 - @prior_odds.size, 0.0))
        normal = evidence.select { |item| item.normal? && item.before.nil? }
        odds = normal.reduce(@odds) { |left, item| left * item.table.misses }
        (odds / (1 + odds)).to_a
      end

      def mass_of_size(size)
        rows = @sizes.eq(size).where
        rows.empty? ? 0.0 : Numo::NMath.exp(@log[rows].dup - @log.max).sum
      end

      # Estimate of the share of belief in sets larger than were looked at: the last two sizes continued as a geometric
      # series.
      def neglected_mass
        return 0.0 if @mass.size < 2 || @mass[-2].zero? || @mass.last.zero? || @relevant.size <= @size

        ratio = @mass.last / @mass[-2]
        return 1.0 if ratio >= 1

        left = @mass.last * ratio / (1 - ratio)
        left / (left + Numo::NMath.exp(@log - @log.max).sum)
      end

      def leading(count)
        @order ||= @probability.sort_index.reverse
        @order[0...[count, @order.size].min]
      end

      def names(members, row)
        members[row, true].to_a.reject { |index| index == @pad }.map { |index| @compiled.faults[index].id }.sort
      end

      # A matrix of sets as one array per place.
      def places(matrix)
        Array.new(matrix.shape[1]) { |k| matrix[true, k].dup }
      end

      def at_rows(members, rows)
        members.map { |place| place[rows].dup }
      end

      # How many members each set has.
      def sizes(members)
        members.map { |place| place.ne(@pad).cast_to(Numo::Int32) }.reduce(:+)
      end

      # Members with masked victims swapped for their variant.
      def swap_masked(members)
        @compiled.masks.each.reduce(members) { |swapped, mask| swap(mask, members, swapped) }
      end

      def swap(mask, members, swapped)
        lookup = Numo::Int32.zeros(@pad + 1)
        lookup[mask.maskers] = 1
        rows = members.map { |place| lookup[place].dup }.reduce(:+).gt(0).where
        return swapped if rows.empty?

        map = Numo::Int32.new(@pad + 1).seq
        mask.swap.each { |victim, variant| map[victim] = variant }
        swapped.map { |place| place.dup.tap { |copy| copy[rows] = map[place[rows].dup] } }
      end
    end
  end
end

# frozen_string_literal: true

require "numo/narray"

module UpperBranch
  module Diagnosis
    # What is believed: Bayes' rule in log space over sets of faults (Belief), the empty set, and "outside the
    # catalogue".
    #
    #   posterior = Posterior.of(job)
    #   posterior.marginal("pump-cup")   # chance that it was in when the job began
    #   posterior.now("pump-cup")        # chance that it is still in after the repairs
    #   posterior.sets(5)                # leading sets with their probabilities
    #   posterior.found                  # defects seen or measured: they are in, whatever else is believed
    class Posterior
      Row = Struct.new(:faults, :probability, :outside, keyword_init: true)

      # The best rows for planning: who is in now (one array per place, masked victims swapped in `masked`), with what
      # probability (sum 1), and each member's share of an item of evidence.
      Rows = Struct.new(:now, :masked, :probability, :pad, :share, keyword_init: true) do
        def shares(item) = share.call(item)
      end

      BLAMED = 600   # leading rows that blame is shared out over
      EXPLAINED = 60 # leading rows that say how well an item is explained

      # relevant: indexes of the faults that stand in sets; neglected: estimate of the belief in sets larger than these
      # found: [Found], in the order they were found
      attr_reader :machine, :compiled, :evidence, :outside, :relevant, :prior_odds, :found

      # size: faults in a set at most (scale.yml)
      def self.of(job, size: nil)
        compiled = Compiled.for(job.machine)
        size ||= job.catalogue.limits["sets"]
        new(job.machine, compiled, Evidence.of(job, compiled), repairs: job.mended, size: size)
      end

      def initialize(machine, compiled, evidence, repairs: [], size: 3)
        @machine = machine
        @compiled = compiled
        @evidence = evidence
        @pad = compiled.variants.size
        @prior_odds = Priors.new(machine).odds(compiled.faults)
        @found = Found.of(evidence)
        repaired = repairs.flat_map(&:faults).filter_map { |id| compiled.index(id) }
        found = @found.map(&:fault).uniq
        @columns = compiled.columns(Relevant.indexes(compiled, evidence, repaired | found), found)
        @relevant = @columns.indexes
        @items = evidence.to_h { |item| [item, item.over(@columns)] }.compare_by_identity
        @belief = believed(repairs, size)
        @marginals = Marginals.new(@columns, @prior_odds, @pad)
        finish
      end

      def neglected = @belief.neglected

      # Chance that the fault was in before any repair.
      def marginal(fault_id) = at(@first, fault_id)

      # Chance that the fault is in now.
      def now(fault_id) = at(@last, fault_id)

      # Chances of all faults, now: {fault id => p}
      def all_now
        @compiled.faults.each_index.to_h { |i| [@compiled.faults[i].id, @last[i]] }
      end

      # How far each fault still in is to blame for what was found, not merely likely to be there: the share of every
      # abnormal finding that its strength takes in each set, a(f) / (l + sum of a), averaged over the sets.
      # {fault id => p}
      def blame
        rows = leading(BLAMED)
        here = @evidence.reject(&:normal?).map { |item| @items.fetch(item) }
        by_column = Blame.new(@belief, rows, @probability[rows].dup).by_column(here)
        @compiled.faults.each_index.to_h do |i|
          column = @columns[i]
          [@compiled.faults[i].id, column ? by_column[column] : 0.0]
        end
      end

      # The leading sets as they stood before any repair. Irrelevant faults are left out of the sets: they are
      # independent.
      def sets(count)
        totals = Hash.new(0.0)
        leading(count * 40).each { |row| totals[names(row)] += @probability[row] }
        rows = totals.map { |faults, p| Row.new(faults: faults, probability: p, outside: false) }
        rows << Row.new(faults: [], probability: @outside, outside: true)
        rows.sort_by { |row| [-row.probability, row.faults] }.first(count)
      end

      # Rows: the leading sets for planning, in the columns of the compiled model.
      def rows(count)
        picked = leading(count)
        probability = inside[picked].dup
        blame = Blame.new(@belief, picked, probability)
        Rows.new(
          now: blame.now.map { |place| @columns.global(place) },
          masked: at_rows(@belief.masked.last, picked).map { |place| @columns.global(place) },
          probability: probability / probability.sum,
          pad: @pad,
          share: ->(item) { blame.share(@items.fetch(item)) }
        )
      end

      # P(result | evidence so far), averaged over the leading sets: how well they explain each item. {entry id => p}
      def explained
        rows = leading(EXPLAINED)
        probability = inside[rows]
        probability /= probability.sum
        @items.to_h do |item, here|
          likelihood = here.likelihood(at_rows(@belief.masked[item.round], rows))
          [item.finding.entry, (likelihood * probability).sum]
        end
      end

      # How belief moved: the chances of all faults before the first item of evidence and after each, as arrays in the
      # order of compiled.faults; after a repair, of what was still in at the time.
      def history
        log = @belief.log_before
        outside = Math.log(outside_odds)
        steps = [standing(log, outside, 0, 0)]
        @evidence.each_with_index do |item, i|
          log += @belief.step(i)
          outside += Logs.of(item.news_outside)
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

      def believed(repairs, size)
        log_odds = @prior_odds.map { |odds| Logs.of(odds) }
        mended = repairs.map do |repair|
          [repair.faults.filter_map { |id| @compiled.index(id)&.then { |index| @columns[index] } }, repair.success]
        end
        catalogue = @machine.catalogue
        Belief.new(
          @columns,
          @items.values,
          evened(log_odds),
          repairs: mended,
          found: @found.map { |one| [@columns[one.fault], one.round] },
          size: size,
          grown_from: catalogue.limits["grown_from"],
          kept: catalogue.kept
        )
      end

      # A defect that was found is in, whatever its prior.
      def evened(log_odds)
        chances = @columns.of_faults(@prior_odds.map { |odds| odds / (1 + odds) }, @compiled)
        found = @found.map(&:fault).uniq
        plain = log_odds.each_with_index.map { |log, index| found.include?(index) ? 0.0 : log }
        @columns.of_faults(plain, @compiled) + @columns.evened(chances)
      end

      def outside_odds
        prior = @machine.catalogue.scale["outside"]["prior"]
        prior / (1 - prior)
      end

      def finish
        log_outside = Math.log(outside_odds) + @evidence.sum { |item| Logs.of(item.news_outside) }
        @probability, @outside = normalized(@belief.log, log_outside)
        @first = @marginals.of(@belief.rounds.first, @probability, @evidence)
        @last = @belief.rounds.size > 1 ? @marginals.of(@belief.rounds.last, @probability, @evidence) : @first
        whatever_else if @found.any?
      end

      # A defect that was found is in whether the rest is of this catalogue or not.
      def whatever_else
        [[@first, @belief.rounds.first], [@last, @belief.rounds.last]].each do |chances, places|
          counted = @marginals.counted(places, inside)
          @found.map(&:fault).uniq.each { |index| chances[index] = counted[@columns[index]].clamp(0.0, 1.0) }
        end
      end

      # Probability of each row, given that what is wrong is of this catalogue.
      def inside
        @inside ||= Numo::NMath.exp(@belief.log - @belief.log.max).then { |weights| weights / weights.sum }
      end

      # [probability of each row, of something outside the catalogue]
      def normalized(log, outside)
        peak = [log.max, outside].max
        weights = Numo::NMath.exp(log - peak)
        beyond = Math.exp(outside - peak)
        total = weights.sum + beyond
        [weights / total, beyond / total]
      end

      # A defect found later stands in the sets from the first; until it was found it is taken at its prior and what
      # normal results left of it.
      def standing(log, outside, round, seen)
        probability, = normalized(log, outside)
        evidence = @evidence.first(seen)
        vector = @marginals.of(@belief.rounds[round], probability, evidence)
        later = @found.map(&:fault).uniq - evidence.flat_map(&:found)
        @marginals.free(evidence).each_with_index { |free, index| vector[index] = free if later.include?(index) }
        vector
      end

      def leading(count)
        @order ||= FaultSets.order(@belief.log)
        @order[0...[count, @order.size].min]
      end

      def names(row)
        columns = @belief.rounds.first.map { |place| place[row] } - [@columns.pad]
        columns.map { |column| @compiled.faults[@relevant[column]].id }.sort
      end

      def at_rows(places, rows) = places.map { |place| place[rows].dup }
    end
  end
end

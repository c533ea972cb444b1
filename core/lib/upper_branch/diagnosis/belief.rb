# frozen_string_literal: true

require "numo/narray"

module UpperBranch
  module Diagnosis
    # Weighted sets of faults: all singles and pairs first, then bigger ones, best first: each leading set of a size
    # with one member more. Everything is counted in Columns.
    #
    # What of the results before any repair is a product over the members is folded into one vector: with the priors it
    # adds up to one number for each fault, whatever their number. Only what is bound to the set is reckoned set by set.
    #
    # Defects found stand in every set, beside those it may hold besides: they are facts, and the limit on the size of
    # sets does not count them.
    class Belief
      # As the attributes of the same names; split: what repairs did to the weights (log_before).
      Block = Struct.new(:rounds, :masked, :log, :steps, :split)

      # rounds: places before any repair, after the first, ...; masked: the same with masked victims swapped; log:
      # weight of each row; steps: for each item log P(result | set), nil where it is folded
      attr_reader :columns, :items, :rounds, :masked, :log, :steps, :neglected

      # items: Item over these columns; prior: DFloat, log odds by column; repairs: [[columns, success], ...]; found:
      # [[column, round], ...] of defects found and when; size: members of a set at most, beside those found;
      # grown_from: how many sets of two are grown into sets of three; kept: BoundedCache
      def initialize(columns, items, prior, repairs:, size:, grown_from:, kept:, found: [])
        @columns = columns
        @items = items
        @prior = prior
        @repairs = repairs
        @found = found
        @size = size
        @grown_from = grown_from
        @kept = kept
        @width = [size, 2].max + columns.found.size
        fold
        weigh
      end

      # log of the weight of every row before the first item: priors, couplings, and how repairs have split it.
      def log_before
        before = added(@prior, @masked.first) + @columns.log_factors(@rounds.first)
        @split ? before + @split : before
      end

      # What an item adds to it. position: of the item
      def step(position)
        item = @items[position]
        folded = item.round.zero? ? folded_step(item) : 0.0
        @steps[position] ? @steps[position] + folded : folded
      end

      private

      def first_round = @first_round ||= @items.select { |item| item.round.zero? }

      # The prior of each fault, and what all that is folded leaves of it.
      def fold
        @fold = first_round.filter_map(&:log_misses).reduce(@prior) { |sum, log| sum + log }
        @constant = first_round.sum(&:constant)
      end

      def weigh
        pad = @columns.pad
        free = @columns.free
        small =
          @kept.fetch([:small_sets, free, pad, @size < 2]) { FaultSets::Small.new(free, [@size, 2].min, pad) }.places
        add(*@columns.small(with_found(small)))
        @mass = [mass_of_size(2)]
        (3..[@size, free].min).each do |size|
          bigger = with_found(FaultSets.grown(best_sets(size - 1), free))
          add(bigger, @columns.swap_masked(bigger), @columns.log_factors(bigger))
          @mass << mass_of_size(size)
        end
        @neglected = neglected_mass
      end

      # The same sets with all that was found.
      def with_found(places)
        places + @columns.found.map { |column| Numo::Int32.new(places.first.size).fill(column) }
      end

      # More sets, scored. masked: the same places with masked victims swapped; factors: log of their couplings'
      def add(places, masked, factors)
        block = scored(places, masked, factors)
        @rounds = joined(@rounds, block.rounds)
        @masked = joined(@masked, block.masked)
        @log = @log ? @log.concatenate(block.log) : block.log
        @steps = @steps ? @steps.zip(block.steps).map { |old, new| old&.concatenate(new) } : block.steps
        @split = @split ? @split.concatenate(block.split) : block.split
        @sizes = FaultSets.sizes(@rounds.first, @columns.pad) - @columns.found.size
      end

      def joined(old, new)
        wide = new.map { |places| FaultSets.padded(places, @width, @columns.pad) }
        old ? old.zip(wide).map { |one, other| one.zip(other).map { |place, more| place.concatenate(more) } } : wide
      end

      def scored(places, masked, factors)
        steps = @items.map { |item| Logs.of(item.bound(over(masked))) if item.round.zero? && item.bound? }
        log = steps.compact.reduce(added(@fold, masked) + factors + @constant) { |sum, step| sum + step }
        worlds =
          @repairs.reduce(Worlds.new(places, log, @columns.pad)) do |known, (mended, success)|
            known.repair(mended, success)
          end
        later(worlds, masked, steps, @repairs.any? ? worlds.log - worlds.spread(log) : nil)
      end

      def over(places) = Table::Members.new(places)

      # Results after a repair, judged by what was still in.
      def later(worlds, masked, steps, split)
        swapped = [
          masked.map { |place| worlds.spread(place) },
          *worlds.rounds.drop(1).map { |places| @columns.swap_masked(places) }
        ]
        steps =
          @items.each_index.map do |i|
            next steps[i] && worlds.spread(steps[i]) if @items[i].round.zero?

            Logs.of(chance(@items[i], swapped))
          end
        log = @items.each_index.reduce(worlds.log) { |sum, i| @items[i].round.zero? ? sum : sum + steps[i] }
        log = still_found(worlds, log)
        Block.new(worlds.rounds, swapped, log, steps, split)
      end

      # What was found after a repair was in then: sets that hold it mended are out.
      def still_found(worlds, log)
        @found.each do |column, round|
          next if round.zero?

          gone = worlds.rounds[round].map { |place| place.ne(column) }.reduce(:&).where
          log[gone] = log[gone] - 1e9 unless gone.empty?
        end
        log
      end

      def chance(item, masked)
        now = over(masked[item.round])
        item.before ? item.again(now, over(masked[item.before.round])) : item.likelihood(now)
      end

      # A number by column, added up over the members of each set.
      def added(vector, places) = places.map { |place| vector[place].dup }.reduce(:+)

      def folded_step(item)
        (item.log_misses ? added(item.log_misses, @masked.first) : 0.0) + item.constant
      end

      # Places of the leading sets of one size.
      def best_sets(size)
        rows = @sizes.eq(size).where
        limit = @size > 3 ? rows.size : @grown_from
        best = rows.empty? ? rows : rows[FaultSets.order(@log[rows].dup)[0...[limit, rows.size].min]]
        @rounds.first.first(size).map { |place| place[best].dup }
      end

      def mass_of_size(size)
        rows = @sizes.eq(size).where
        rows.empty? ? 0.0 : Numo::NMath.exp(@log[rows].dup - @log.max).sum
      end

      # Estimate of the share of belief in sets larger than were looked at: the last two sizes continued as a geometric
      # series.
      def neglected_mass
        return 0.0 if @mass.size < 2 || @mass[-2].zero? || @mass.last.zero? || @columns.free <= @size

        ratio = @mass.last / @mass[-2]
        return 1.0 if ratio >= 1

        left = @mass.last * ratio / (1 - ratio)
        left / (left + Numo::NMath.exp(@log - @log.max).sum)
      end
    end
  end
end

# frozen_string_literal: true

require "numo/narray"

module UpperBranch
  module Diagnosis
    # The faults that must stand in sets, side by side and numbered anew from 0: whatever is reckoned over sets is as
    # wide as these and no wider. After them the padding (no fault), then the variants of victims of a mask.
    #
    # Only faults tied to something abnormal need to stand in sets. The others factor out exactly: with P(normal | S) a
    # product over the members, a fault that no abnormal finding speaks of is independent of the rest (the trick of
    # Heckerman's Quickscore, 1989, for noisy-OR networks), see Posterior#marginals.
    class Columns
      # maskers: columns of faults that hide; swap: {victim => variant}, columns
      Mask = Struct.new(:maskers, :swap)

      # indexes: of the faults, those found last; pad: column of the padding; free: how many come before those found;
      # found: columns of those that stand in every set
      attr_reader :indexes, :pad, :free, :found, :masks, :couplings

      # indexes: of compiled.faults, those found among them
      def initialize(compiled, indexes, found = [])
        @compiled = compiled
        @indexes = (indexes - found) + found
        @pad = @indexes.size
        @free = @pad - found.size
        @found = (@free...@pad).to_a
        @place = @indexes.each_with_index.to_h
        @variants = []
        @masks = compiled.masks.each.filter_map { |mask| masked(mask) }
        @couplings = compiled.couplings.each.filter_map { |coupling| coupled(coupling) }
        @columns = Numo::Int32.cast(@indexes + [compiled.variants.size] + @variants)
      end

      # The column of a fault, or nil.
      def [](index) = @place[index]

      # A vector over all columns of the compiled model, brought down to these.
      def take(vector) = vector[@columns].dup

      # A vector over faults (not variants), brought down to these; a variant takes its fault's.
      def of_faults(vector, compiled)
        faults = @columns.to_a.map { |column| compiled.fault_of(column) }
        Numo::DFloat.cast(faults.map { |index| index ? vector[index] : 0.0 })
      end

      # The same result of a check, its defects by their columns here.
      def result(result)
        here = @columns.to_a.each_with_index.to_h
        result.dup.tap do |copy|
          copy.found = result.found.transform_values { |columns| columns.filter_map { |column| here[column] } }
        end
      end

      # Columns here as columns of the compiled model. places: Int32
      def global(places) = @columns[places].dup

      # Members with masked victims swapped for their variant: the first mask that hides one counts. places: array of
      # Int32
      def swap_masked(places)
        @masks.reduce(places) { |swapped, mask| swap(mask, places, swapped) }
      end

      # What couplings would add to each fault's odds by the mere presence of the others in the prior, taken off again,
      # so that only evidence moves them: log factor by column. chances: DFloat, prior by column
      def evened(chances)
        @couplings.each_with_object(Numo::DFloat.zeros(@columns.size)) do |coupling, log|
          sides = [coupling.ones, coupling.others]
          sides.zip(sides.reverse).each do |own, partners|
            log[standing_for(own)] -= Numo::NMath.log(1 + ((coupling.factor - 1) * chances[partners])).sum
          end
        end
      end

      # log of the factors of every set: of each pair of its members. places: array of Int32 [sets]
      def log_factors(places)
        none = Numo::DFloat.zeros(places.first.size)
        return none if @couplings.empty?

        places.combination(2).reduce(none) do |total, (one, other)|
          total + log_of_pairs[(one * @columns.size) + other].dup
        end
      end

      # The small sets of these columns, ready to be weighed: places, places with masked victims swapped, log of the
      # factors of couplings. They depend on nothing found, so that a job that goes on need not make them again.
      def small(places)
        @small ||= [places, swap_masked(places), log_factors(places)]
      end

      # About what it takes in memory, with its small sets.
      def bytes = (@columns.size * 60) + ((@pad**2) * 20)

      private

      # log factor of any two columns, row by row; masked variants stand in no pair.
      def log_of_pairs
        @log_of_pairs ||= begin
          table = Numo::DFloat.zeros(@columns.size, @columns.size)
          @couplings.each do |coupling|
            coupling.ones.product(coupling.others).each do |one, other|
              table[one, other] = table[other, one] = table[one, other] + Math.log(coupling.factor)
            end
          end
          table.flatten
        end
      end

      # These columns and the variants that stand for the same faults.
      def standing_for(columns)
        @standing_for ||= {}
        @standing_for[columns] ||= begin
          indexes = columns.map { |column| @indexes[column] }
          columns + @variants.each_index.select { |i| indexes.include?(@compiled.fault_of(@variants[i])) }
                             .map { |i| @pad + 1 + i }
        end
      end

      def coupled(coupling)
        ones, others = [coupling.ones, coupling.others].map { |list| list.filter_map { |index| @place[index] } }
        Couplings::Coupling.new(ones, others, coupling.factor) if ones.any? && others.any?
      end

      def masked(mask)
        maskers = mask.maskers.filter_map { |index| @place[index] }
        swap = mask.swap.filter_map { |victim, variant| (column = @place[victim]) && [column, variant_column(variant)] }
        Mask.new(maskers, swap.to_h) if maskers.any? && swap.any?
      end

      def variant_column(variant)
        @variants << variant unless @variants.include?(variant)
        @pad + 1 + @variants.index(variant)
      end

      # How many members of each set are among these columns.
      def count(places, columns)
        lookup = Numo::DFloat.zeros(@columns.size)
        lookup[columns] = 1
        places.map { |place| lookup[place].dup }.reduce(:+)
      end

      def swap(mask, places, swapped)
        rows = count(places, mask.maskers).gt(0).where
        return swapped if rows.empty?

        map = Numo::Int32.new(@columns.size).seq
        mask.swap.each { |victim, variant| map[victim] = variant }
        swapped.map { |place| place.dup.tap { |copy| copy[rows] = map[place[rows].dup] } }
      end
    end
  end
end
